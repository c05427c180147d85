'use client';

import {
  addState,
  addTransition,
  redirectTransition,
  type BehaviorFigures,
  type Explanation,
  type ScriptOutline,
} from '@/core/index';
import styles from './bench.module.css';
import { Diagram } from './Diagram';
import { useScriptForms } from './scriptForms';
import type { Outlined } from './useScript';

/** The states of a behavior as a diagram; ways are drawn and led elsewhere with the pointer. */
export function StatesView({
  good,
  isStale,
  selected,
  live,
  figures,
  onSelect,
}: {
  good: Outlined | undefined;
  /** Whether the text has errors, so that what is shown is older. */
  isStale: boolean;
  selected: string | undefined;
  live: Explanation | undefined;
  figures: BehaviorFigures | undefined;
  onSelect: (state: string | undefined, transition?: number) => void;
}) {
  const { text, onEdit } = useScriptForms();
  const add = () => {
    const name = freeName(good?.outline);
    onEdit(`Add ${name}`, addState(text, name));
    onSelect(name);
  };
  const hint = isStale ? 'the last version without errors' : 'drag from + to another state for a new way';
  return (
    <>
      <div className={`band ${styles.statesHead}`}>
        <h2 className="heading">States</h2>
        <button type="button" className="chip" onClick={add}>
          Add a state
        </button>
        <span className="quiet cut" title={hint}>
          {hint}
        </span>
      </div>
      <div className={styles.states}>
        {good ? (
          <Diagram
            outline={good.outline}
            isStale={isStale}
            selected={selected}
            live={isStale ? undefined : live}
            figures={figures}
            onSelect={onSelect}
            onLink={(from, to) => {
              onEdit(`Add a way to ${to}`, addTransition(text, from, to, 'after 2 s'));
              onSelect(from, good.outline.states.find((state) => state.name === from)?.transitions.length);
            }}
            onRedirect={(from, index, to) => onEdit(`Redirect to ${to}`, redirectTransition(text, from, index, to))}
          />
        ) : (
          <p className={`quiet ${styles.none}`}>
            No states yet. Add one, or write <code>behavior NAME {'{ … }'}</code> at the left.
          </p>
        )}
      </div>
    </>
  );
}

function freeName(outline: ScriptOutline | undefined): string {
  for (let number = 1; ; number++) {
    const name = number === 1 ? 'next' : `next_${number}`;
    if (!outline?.states.some((state) => state.name === name)) return name;
  }
}
