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

type Edits = ReturnType<typeof setCueFormPart>;

/** The cues and rules of a level as forms. They write the same text that stands on the other page. */
export function CueForms() {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const levelId = useFollowed(session, (state) => state.levelId);
  const level = commands.levelIn(game, levelId);
  const text = cueTextOf(level);
  const names = cueNames(game, level);
  const [refused, setRefused] = useState<string>();
  // What a form writes never makes an error where there was none: it is said, and the text stays as it is.
  const change = (title: string, edits: Edits): string | undefined => {
    if (edits.length === 0) return undefined;
    const next = applyEdits(text, edits);
    const fault = faultOf(next, names);
    const isNew = fault !== undefined && faultOf(text, names) === undefined;
    setRefused(isNew ? fault : undefined);
    if (isNew) return fault;
    session.change(title, (draft) => commands.setCues(draft, levelId, next));
    return undefined;
  };
  const blocks = readCueForm(text, names);
  const tests = newRuleTests(names);
  return (
    <div data-testid="cue-forms" style={{ flex: 1, minHeight: 0, overflow: 'auto', padding: '8px 10px' }}>
      <NotWritten fault={refused} onClose={() => setRefused(undefined)} />
      {blocks.map((block) => (
        <section
          key={block.from}
          aria-label={`${block.keyword} ${block.name}`}
          className="plate"
          style={{ padding: '6px 10px 8px', marginBottom: 10 }}
        >
          <div style={{ display: 'flex', alignItems: 'center', gap: 8 }}>
            <span className="heading">{block.keyword}</span>
            {block.keyword !== 'rules' && (
              <div style={{ width: 150 }}>
                <ValueField
                  label={`Name of ${block.name}`}
                  value={block.name}
                  onCommit={(next) => {
                    const edits = renameCue(text, block.name, next);
                    return edits.length > 0
                      ? change(`Rename ${block.name}`, edits)
                      : `\`${next}\` is no name, or is taken.`;
                  }}
                />
              </div>
            )}
            <div style={{ flex: 1 }} />
            <AddLine
              block={block}
              onAdd={(word) => change(`Add ${word.word}`, addCueFormLine(text, block, word, names))}
            />
            <ActionIcon
              variant="subtle"
              size="sm"
              aria-label={`Remove ${block.keyword} ${block.name}`}
              onClick={() => change(`Remove ${block.keyword} ${block.name}`, removeCueFormLine(text, block))}
            >
              <IconTrash size={14} />
            </ActionIcon>
          </div>
          {block.lines.map((line) => (
            <FormLine
              key={line.from}
              line={line}
              owner={block.name || block.keyword}
              onSet={(part, value) =>
                change(`Set ${line.word} of ${block.name || block.keyword}`, setCueFormPart(part, value))
              }
              onWrite={(written) => change(`Write ${line.word}`, setCueFormLine(line, written))}
              tests={tests}
              onCondition={(tree) => change('Change a condition', setCueFormCondition(line, tree))}
              onRemove={() => change(`Remove ${line.word}`, removeCueFormLine(text, line))}
              onExtend={
                line.innerEnd === undefined ? undefined : () => change('Add to the wave', addToWave(text, line, names))
              }
            />
          ))}
          {block.keyword === 'rules' && (
            <p className="quiet" style={{ margin: '8px 0 0' }}>
              In every tick, after all contacts, in this order: scores, what costs a life, lose, the exit and win, the
              clock.
            </p>
          )}
          {block.lines.length === 0 && <p className="quiet">Nothing is said here yet.</p>}
        </section>
      ))}
      {blocks.length === 0 && <p className="quiet">Add a spawner, waves or rules; each becomes a form here.</p>}
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
      <Menu.Dropdown style={{ maxHeight: 320, overflow: 'auto', maxWidth: 380 }}>
        {block.missing.map((word) => (
          <Menu.Item key={word.word} onClick={() => onAdd(word)}>
            <b className="mono">{word.word}</b> <span className="quiet">{word.meaning}</span>
          </Menu.Item>
        ))}
      </Menu.Dropdown>
    </Menu>
  );
}

function FormLine({
  line,
  owner,
  onSet,
  onWrite,
  tests,
  onCondition,
  onRemove,
  onExtend,
}: {
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
}) {
  const [isText, setIsText] = useState(false);
  const { condition } = line;
  const partsIn = (from: number, to: number) => (
    <Parts parts={line.parts.filter((part) => part.from >= from && part.to <= to)} line={line} onSet={onSet} />
  );
  return (
    <div
      title={line.meaning}
      role="group"
      aria-label={`${line.word} of ${owner}`}
      style={{
        display: 'flex',
        alignItems: 'center',
        gap: 4,
        marginTop: 4,
        paddingLeft: line.depth === 1 ? 16 : 0,
        borderTop: '1px solid var(--layer)',
        paddingTop: 4,
      }}
    >
      <div style={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 4, flex: 1, minWidth: 0 }}>
        {isText && <ValueField label={`Text of ${line.word} of ${owner}`} value={line.head.text} onCommit={onWrite} />}
        {!isText && partsIn(line.from, condition?.from ?? line.to)}
        {!isText && condition && (
          <div style={{ flexBasis: '100%', paddingLeft: 16 }}>
            <ConditionTree
              name={`what ${line.word} of ${owner} waits for`}
              whole={condition.tree}
              options={tests}
              onWrite={onCondition}
              renderTest={(test) => (
                <div style={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 4 }}>
                  {partsIn(test.from, test.to)}
                </div>
              )}
            />
          </div>
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
    <span key={index} style={{ display: 'inline-flex', alignItems: 'center', gap: 4 }}>
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
