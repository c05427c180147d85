'use client';

import { addNumber, isName, rename, setNumber, type ScriptOutline } from '@/core/index';
import { ValueField } from '../desk/panels/ValueField';
import { useScriptForms } from './scriptForms';
import css from './bench.module.css';

type Kind = 'knob' | 'keep';

const TITLES: Record<Kind, { title: string; add: string; starts: string; hint: string }> = {
  knob: {
    title: 'Knobs: default and range',
    add: 'Add a knob',
    starts: '1 s in 0..10',
    hint: 'Default with unit, and range: 2.2 cells/s in 0.5..6',
  },
  keep: { title: 'What it remembers', add: 'Add a number', starts: '0', hint: 'First value with unit; acts change it' },
};

/** The numbers of a behavior: what a designer can turn, and what a piece remembers. */
export function NumbersForm({ outline }: { outline: ScriptOutline }) {
  return (
    <>
      <Numbers kind="knob" numbers={outline.knobs} all={outline} />
      <Numbers kind="keep" numbers={outline.memory} all={outline} />
    </>
  );
}

function Numbers({ kind, numbers, all }: { kind: Kind; numbers: ScriptOutline['knobs']; all: ScriptOutline }) {
  const { text, onEdit } = useScriptForms();
  const { title, add, starts, hint } = TITLES[kind];
  return (
    <section className={css.numbers} aria-label={title}>
      <h2 className="heading">{title}</h2>
      {numbers.map(({ name, value }) => (
        <div className={css.numberLine} key={name}>
          <div className={css.numberField}>
            <ValueField
              label={`Name of ${name}`}
              value={name}
              onCommit={(next) =>
                isName(next) ? onEdit(`Rename ${name}`, rename(text, name, next)) : `\`${next}\` cannot be a name.`
              }
            />
          </div>
          <ValueField
            label={`Value of ${name}`}
            value={value.replace(/\s+/g, ' ')}
            onCommit={(next) => onEdit(`Change ${name}`, setNumber(text, name, `${kind} ${name} = ${next}`))}
          />
          <button
            type="button"
            className="act bad"
            aria-label={`Remove ${name}`}
            onClick={() => onEdit(`Remove ${name}`, setNumber(text, name, undefined))}
          >
            ✕
          </button>
        </div>
      ))}
      <button
        type="button"
        className={`act ${css.numbersAct}`}
        title={hint}
        onClick={() => onEdit(add, addNumber(text, `${kind} ${freeName(kind, all)} = ${starts}`))}
      >
        {add}
      </button>
    </section>
  );
}

function freeName(kind: Kind, { knobs, memory }: ScriptOutline): string {
  const taken = new Set([...knobs, ...memory].map(({ name }) => name));
  for (let number = 1; ; number++) {
    const name = `${kind === 'knob' ? 'number' : 'count'}_${number}`;
    if (!taken.has(name)) return name;
  }
}
