'use client';

import type { ReactNode } from 'react';
import { changePart, joinTo, negate, type ConditionPath, type ConditionText } from '@/core/index';
import { SelectField } from './fields';
import css from './panels.module.css';

export type TestText = Extract<ConditionText, { type: 'test' }>;

export interface ConditionTreeProps {
  /** How the condition is called in the labels of its parts: `the condition`. */
  name: string;
  whole: ConditionText;
  /** Tests that can be added: what stands in the list, and the text that is then written. */
  options: readonly { value: string; label: string; text: string }[];
  /** Writes the condition anew; gives the fault that it would make, and then writes nothing. */
  onWrite: (next: ConditionText) => string | undefined;
  /** The fields of a single test; `replace` writes another one in its place. */
  renderTest: (part: TestText, name: string, replace: (written: string) => string | undefined) => ReactNode;
}

const JOINERS = [
  { value: 'and', label: 'all of these' },
  { value: 'or', label: 'one of these' },
];

/** A condition as it is built: groups, what must not be, single tests and comparisons, each with its fields. */
export function ConditionTree(props: ConditionTreeProps) {
  const change: ChangePart = (path, to) => {
    const next = changePart(props.whole, path, to);
    return next && props.onWrite(next);
  };
  return <Part {...props} part={props.whole} path={[]} onChange={change} />;
}

type ChangePart = (path: ConditionPath, to: (part: ConditionText) => ConditionText | undefined) => string | undefined;

type PartProps = ConditionTreeProps & { part: ConditionText; path: ConditionPath; onChange: ChangePart };

function nameOf({ name, path }: PartProps): string {
  return path.length === 0 ? name : `part ${path.map((index) => index + 1).join('.')}`;
}

function Part(props: PartProps) {
  const { part, path, onChange, renderTest } = props;
  const name = nameOf(props);
  if (part.type === 'not')
    return (
      <div>
        <div className={css.conditionHead}>
          <b className="bad">not</b>
          <button type="button" className="act" onClick={() => onChange(path, negate)}>
            Take the not away
          </button>
        </div>
        <div className={css.conditionPart}>
          <Part {...props} part={part.part} path={[...path, 0]} />
        </div>
      </div>
    );
  return (
    <div
      role="group"
      aria-label={`Form of ${name}`}
      style={{
        marginTop: 5,
        paddingLeft: path.length > 0 ? 6 : 0,
        borderLeft: path.length > 0 ? '2px solid var(--layer)' : undefined,
      }}
    >
      {part.type === 'test' ? (
        renderTest(part, name, (written) => onChange(path, () => ({ ...part, text: written })))
      ) : (
        <>
          <SelectField
            label={`How the parts of ${name} are joined`}
            value={part.type}
            options={JOINERS}
            onCommit={(type) => onChange(path, () => ({ ...part, type: type as 'and' }))}
          />
          {part.parts.map((own, index) => (
            <Part {...props} key={index} part={own} path={[...path, index]} />
          ))}
        </>
      )}
      <PartTools {...props} />
    </div>
  );
}

/** What can be done with a part: more beside it, its opposite, taking it away. */
function PartTools(props: PartProps) {
  const { part, path, onChange, options } = props;
  const name = nameOf(props);
  /** A list of all tests; the one that is chosen is put beside the part, or in its place. */
  const list = (label: string, says: string, put: (part: ConditionText, text: string) => ConditionText) => (
    <SelectField
      label={label}
      value=""
      width={says.length > 4 ? 100 : 86}
      options={[{ value: '', label: says }, ...options]}
      onCommit={(value) => {
        const chosen = options.find((option) => option.value === value);
        if (chosen) onChange(path, (own) => put(own, chosen.text));
      }}
    />
  );
  const add = (joiner: 'and' | 'or') =>
    list(`${joiner} beside ${name}`, `${joiner}…`, (own, text) => joinTo(own, joiner, text));
  return (
    <div className={css.conditionLine}>
      {add('and')}
      {add('or')}
      {part.type === 'test' && list(`Instead of ${name}`, 'instead…', (_, text) => ({ ...part, text }))}
      <button type="button" className="act" aria-label={`Make ${name} a not`} onClick={() => onChange(path, negate)}>
        not
      </button>
      {path.length > 0 && part.type === 'test' && (
        <button
          type="button"
          className="act bad"
          aria-label={`Remove ${name}`}
          onClick={() => onChange(path, () => undefined)}
        >
          ✕
        </button>
      )}
    </div>
  );
}
