'use client';

import { ActionIcon, Menu } from '@mantine/core';
import { IconPencil, IconTrash } from '@tabler/icons-react';
import { useState } from 'react';
import {
  addCueFormLine,
  addToWave,
  applyEdits,
  checkCues,
  commands,
  newRuleTests,
  readCueForm,
  removeCueFormLine,
  renameCue,
  setCueFormCondition,
  setCueFormLine,
  setCueFormPart,
  type CueFormBlock,
  type CueFormLine,
  type CueFormPart,
  type CueNames,
} from '@/core/index';
import { useDesk, useFollowed } from '../desk/DeskContext';
import { ConditionTree, type ConditionTreeProps } from '../desk/panels/ConditionTree';
import { NumberField, SelectField } from '../desk/panels/fields';
import { ValueField } from '../desk/panels/ValueField';
import { NotWritten } from '../frame/NotWritten';
import { cueNames, cueTextOf } from './cueSource';
import styles from './cues.module.css';

type Edits = ReturnType<typeof setCueFormPart>;

/** The cues and rules of a level as forms. They write the same text that stands on the other page. */
export function CueForms() {
  const { text, names, refused, change, forget } = useCueChange();
  const blocks = readCueForm(text, names);
  return (
    <div data-testid="cue-forms" className={styles.forms}>
      <NotWritten fault={refused} onClose={forget} />
      {blocks.map((block) => (
        <Block key={block.from} block={block} text={text} names={names} change={change} />
      ))}
      {blocks.length === 0 && <p className="quiet">Add a spawner, waves or rules; each becomes a form here.</p>}
    </div>
  );
}

/** Changes the text of the cues; gives the fault that a change would make, and then makes none. */
type Change = (title: string, edits: Edits) => string | undefined;

function useCueChange() {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const levelId = useFollowed(session, (state) => state.levelId);
  const level = commands.levelIn(game, levelId);
  const text = cueTextOf(level);
  const names = cueNames(game, level);
  const [refused, setRefused] = useState<string>();
  // What a form writes never makes an error where there was none: it is said, and the text stays as it is.
  const change: Change = (title, edits) => {
    if (edits.length === 0) return undefined;
    const next = applyEdits(text, edits);
    const fault = faultOf(next, names);
    const isNew = fault !== undefined && faultOf(text, names) === undefined;
    setRefused(isNew ? fault : undefined);
    if (isNew) return fault;
    session.change(title, (draft) => commands.setCues(draft, levelId, next));
    return undefined;
  };
  return { text, names, refused, change, forget: () => setRefused(undefined) };
}

interface BlockProps {
  block: CueFormBlock;
  text: string;
  names: CueNames;
  change: Change;
}

function Block({ block, text, names, change }: BlockProps) {
  const owner = block.name || block.keyword;
  const tests = newRuleTests(names);
  return (
    <section aria-label={`${block.keyword} ${block.name}`} className={`plate ${styles.block}`}>
      <BlockHead block={block} text={text} names={names} change={change} />
      {block.lines.map((line) => (
        <FormLine
          key={line.from}
          line={line}
          owner={owner}
          tests={tests}
          onSet={(part, value) => change(`Set ${line.word} of ${owner}`, setCueFormPart(part, value))}
          onWrite={(written) => change(`Write ${line.word}`, setCueFormLine(line, written))}
          onCondition={(tree) => change('Change a condition', setCueFormCondition(line, tree))}
          onRemove={() => change(`Remove ${line.word}`, removeCueFormLine(text, line))}
          onExtend={
            line.innerEnd === undefined ? undefined : () => change('Add to the wave', addToWave(text, line, names))
          }
        />
      ))}
      {block.keyword === 'rules' && (
        <p className={`quiet ${styles.order}`}>
          In every tick, after all contacts, in this order: scores, what costs a life, lose, the exit and win, the
          clock.
        </p>
      )}
      {block.lines.length === 0 && <p className="quiet">Nothing is said here yet.</p>}
    </section>
  );
}

function BlockHead({ block, text, names, change }: BlockProps) {
  const { keyword, name } = block;
  const rename = (next: string) => {
    const edits = renameCue(text, name, next);
    return edits.length > 0 ? change(`Rename ${name}`, edits) : `\`${next}\` is no name, or is taken.`;
  };
  return (
    <div className={styles.blockHead}>
      <span className="heading">{keyword}</span>
      {keyword !== 'rules' && (
        <div className={styles.blockName}>
          <ValueField label={`Name of ${name}`} value={name} onCommit={rename} />
        </div>
      )}
      <div className="rest" />
      <AddLine block={block} onAdd={(word) => change(`Add ${word.word}`, addCueFormLine(text, block, word, names))} />
      <ActionIcon
        variant="subtle"
        size="sm"
        aria-label={`Remove ${keyword} ${name}`}
        onClick={() => change(`Remove ${keyword} ${name}`, removeCueFormLine(text, block))}
      >
        <IconTrash size={14} />
      </ActionIcon>
    </div>
  );
}

/** The first error of a text of cues; undefined while it has none. */
function faultOf(text: string, names: CueNames): string | undefined {
  const fault = checkCues(text, [], names).diagnostics.find(({ severity }) => severity === 'error');
  return fault && `${fault.message} ${fault.hint}`;
}

function AddLine({ block, onAdd }: { block: CueFormBlock; onAdd: (word: CueFormBlock['missing'][number]) => void }) {
  return (
    <Menu position="bottom-end" withinPortal>
      <Menu.Target>
        <button type="button" className="act" aria-label={`Add a line to ${block.name || block.keyword}`}>
          Add…
        </button>
      </Menu.Target>
      <Menu.Dropdown className={styles.menu}>
        {block.missing.map((word) => (
          <Menu.Item key={word.word} onClick={() => onAdd(word)}>
            <b className="mono">{word.word}</b> <span className="quiet">{word.meaning}</span>
          </Menu.Item>
        ))}
      </Menu.Dropdown>
    </Menu>
  );
}

interface FormLineProps {
  line: CueFormLine;
  owner: string;
  onSet: (part: CueFormPart, value: string) => void;
  /** Writes the whole line anew; gives the fault that it would make. */
  onWrite: (written: string) => string | undefined;
  /** Tests that a condition can be given. */
  tests: ConditionTreeProps['options'];
  onCondition: ConditionTreeProps['onWrite'];
  onRemove: () => void;
  onExtend: (() => void) | undefined;
}

function FormLine(props: FormLineProps) {
  const { line, owner, onWrite, onRemove, onExtend } = props;
  const [isText, setIsText] = useState(false);
  return (
    <div
      title={line.meaning}
      role="group"
      aria-label={`${line.word} of ${owner}`}
      className={line.depth === 1 ? styles.inner : styles.line}
    >
      <div className={styles.lineParts}>
        {isText ? (
          <ValueField label={`Text of ${line.word} of ${owner}`} value={line.head.text} onCommit={onWrite} />
        ) : (
          <LineParts {...props} />
        )}
        {onExtend && (
          <button type="button" className="act" onClick={onExtend}>
            Add a kind
          </button>
        )}
      </div>
      <ActionIcon
        variant="subtle"
        size="xs"
        aria-pressed={isText}
        aria-label={`Write ${line.word} of ${owner} as text`}
        title="As text: everything that the language can say"
        onClick={() => setIsText(!isText)}
      >
        <IconPencil size={12} />
      </ActionIcon>
      <ActionIcon variant="subtle" size="xs" aria-label={`Remove ${line.word} of ${owner}`} onClick={onRemove}>
        <IconTrash size={12} />
      </ActionIcon>
    </div>
  );
}

/** What a line says, part by part, and what it waits for as a tree of tests. */
function LineParts({ line, owner, tests, onSet, onCondition }: FormLineProps) {
  const { condition } = line;
  const partsIn = (from: number, to: number) => (
    <Parts parts={line.parts.filter((part) => part.from >= from && part.to <= to)} line={line} onSet={onSet} />
  );
  return (
    <>
      {partsIn(line.from, condition?.from ?? line.to)}
      {condition && (
        <div className={styles.condition}>
          <ConditionTree
            name={`what ${line.word} of ${owner} waits for`}
            whole={condition.tree}
            options={tests}
            onWrite={onCondition}
            renderTest={(test) => <div className={styles.parts}>{partsIn(test.from, test.to)}</div>}
          />
        </div>
      )}
    </>
  );
}

/** Parts of a line side by side, each with its field. */
function Parts({
  parts,
  line,
  onSet,
}: {
  parts: readonly CueFormPart[];
  line: CueFormLine;
  onSet: (part: CueFormPart, value: string) => void;
}) {
  return grouped(parts).map((group, index) => (
    <span key={index} className={styles.group}>
      {group.map((part) => (
        <Part key={part.from} part={part} isFirst={part.from === line.from} onSet={(value) => onSet(part, value)} />
      ))}
    </span>
  ));
}

/** Parts that stay together when a line wraps: a field with its unit and the comma behind it. */
function grouped(parts: readonly CueFormPart[]): CueFormPart[][] {
  const groups: CueFormPart[][] = [];
  for (const part of parts) {
    const before = groups.at(-1)?.at(-1);
    const belongs =
      before !== undefined &&
      part.type === 'word' &&
      (part.text === ',' || (before.type === 'number' && part.text !== '..' && part.text.length <= LONGEST_UNIT));
    if (belongs) groups.at(-1)!.push(part);
    else groups.push([part]);
  }
  return groups;
}

const LONGEST_UNIT = 7;
const MOST_VALUE = 1_000_000;
/** Width of a list beside its text, and of a letter, in pixels. */
const LIST_FRAME = 54;
const LETTER = 7.6;

function Part({ part, isFirst, onSet }: { part: CueFormPart; isFirst: boolean; onSet: (value: string) => void }) {
  if (part.type === 'number')
    return (
      <NumberField
        label={`Number ${part.text}`}
        value={Number(part.text)}
        unit=""
        min={0}
        max={MOST_VALUE}
        step={part.text.includes('.') ? 0.1 : 1}
        width={64}
        onCommit={(value) => onSet(String(Number(value.toFixed(3))))}
      />
    );
  if (part.type === 'choice')
    return (
      <SelectField
        label={`Instead of ${part.text}`}
        value={part.text}
        width={Math.min(210, Math.round(LIST_FRAME + LETTER * part.text.length))}
        options={[...new Set([part.text, ...part.options])].map((option) => ({ value: option, label: option }))}
        onCommit={onSet}
      />
    );
  return isFirst ? <b className="mono">{part.text}</b> : <span className="mono">{part.text}</span>;
}
