'use client';

import { useState } from 'react';
import {
  addTransition,
  fieldsOf,
  isName,
  makeOwn,
  removeState,
  rename,
  setFacing,
  setMotion,
  setOut,
  setStart,
  VOCABULARY,
  writePhrase,
  type CheckedBehavior,
  type ScriptOutline,
  type StateOutline,
} from '@/core/index';
import { Row, SelectField } from '../desk/panels/fields';
import { StateActs } from './ActForms';
import styles from './bench.module.css';
import { PhraseForm } from './PhraseForm';
import { useScriptForms } from './scriptForms';
import { TransitionForm } from './TransitionForm';

const NEW_FACING = { entry: VOCABULARY.find(({ role }) => role === 'facing')!, target: '', values: { to: 'player' } };

type Select = (state: string | undefined, transition?: number) => void;
type CheckedState = CheckedBehavior['states'][number];

/** What the selected state does and when it is left, as forms; each change is a small edit of the script. */
export function StateForm({
  outline,
  behavior,
  name,
  transition,
  onSelect,
  onOpenBehavior,
}: {
  outline: ScriptOutline;
  /** Undefined while the script has errors: then only what needs no meaning can be changed. */
  behavior: CheckedBehavior | undefined;
  name: string;
  transition: number | undefined;
  onSelect: Select;
  onOpenBehavior: (behavior: string) => void;
}) {
  const { text, onEdit } = useScriptForms();
  const state = outline.states.find((candidate) => candidate.name === name);
  const checked = behavior?.states.find((candidate) => candidate.name === name);
  if (!state) return null;
  if (state.takenFrom)
    return (
      <TakenState
        state={state}
        from={state.takenFrom}
        onOpen={() => onOpenBehavior(state.takenFrom!)}
        onMakeOwn={() => onEdit(`Make ${name} own`, makeOwn(text, state))}
      />
    );
  const others = outline.states.map((other) => ({ value: other.name, label: other.name }));
  return (
    <div>
      <StateHead state={state} transition={transition} onSelect={onSelect} />
      <Doing state={state} checked={checked} />
      <h2 className={`heading ${styles.part}`}>When it is left, in order</h2>
      {state.transitions.map((own, index) => (
        <TransitionForm
          key={own.whole.from}
          state={state}
          index={index}
          checked={checked}
          others={others}
          isOpen={index === transition}
          onOpen={() => onSelect(name, index)}
        />
      ))}
      <Row label="new way to">
        <SelectField
          label="New transition to"
          value=""
          options={[{ value: '', label: 'choose a state…' }, ...others.filter(({ value }) => value !== name)]}
          onCommit={(to) => to !== '' && onEdit(`Add a way to ${to}`, addTransition(text, name, to, 'after 2 s'))}
        />
      </Row>
    </div>
  );
}

function StateHead({
  state: { name, isStart },
  transition,
  onSelect,
}: {
  state: StateOutline;
  transition: number | undefined;
  onSelect: Select;
}) {
  const { text, onEdit } = useScriptForms();
  const [newName, setNewName] = useState<string>();
  const commitName = () => {
    const next = newName?.trim() ?? '';
    setNewName(undefined);
    if (next === '' || next === name || !isName(next)) return;
    onEdit(`Rename ${name}`, rename(text, name, next));
    onSelect(next, transition);
  };
  const remove = () => {
    onEdit(`Remove ${name}`, removeState(text, name));
    onSelect(undefined);
  };
  return (
    <>
      <Row label="state" hint="Renames it wherever it stands">
        <input
          className="value-field"
          aria-label="Name of the state"
          value={newName ?? name}
          onChange={(event) => setNewName(event.currentTarget.value)}
          onBlur={commitName}
          onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
        />
      </Row>
      <div className={styles.acts}>
        {isStart ? (
          <span className="good">begins here</span>
        ) : (
          <button type="button" className="act" onClick={() => onEdit(`Begin with ${name}`, setStart(text, name))}>
            Begin here
          </button>
        )}
        <button type="button" className="act bad" onClick={remove}>
          Remove the state
        </button>
      </div>
    </>
  );
}

function Doing({ state: { name, isOut }, checked }: { state: StateOutline; checked: CheckedState | undefined }) {
  const { text, onEdit } = useScriptForms();
  return (
    <>
      <h2 className={`heading ${styles.part}`}>What it does</h2>
      {!checked && <p className="quiet">The forms come back when the script has no errors.</p>}
      {checked && (
        <>
          <PhraseForm
            role="motion"
            label="Motion"
            fields={fieldsOf(checked.motion, text)}
            onWrite={(phrase) => onEdit(`Motion of ${name}`, setMotion(text, name, phrase))}
          />
          <Row label="meets others" hint="Whether others meet the piece in this state">
            <SelectField
              label="Whether it is in or out"
              value={isOut ? 'out' : 'in'}
              options={[
                { value: 'in', label: 'yes' },
                { value: 'out', label: 'no: it is out' },
              ]}
              onCommit={(value) => onEdit(`Presence in ${name}`, setOut(text, name, value === 'out'))}
            />
          </Row>
          <Facing name={name} checked={checked} />
          <StateActs state={name} checked={checked} />
        </>
      )}
    </>
  );
}

function Facing({ name, checked: { facing } }: { name: string; checked: CheckedState }) {
  const { text, names, onEdit } = useScriptForms();
  const set = (phrase: string | undefined) => onEdit(`Facing in ${name}`, setFacing(text, name, phrase));
  if (!facing)
    return (
      <Row label="faces">
        <span>as it moves</span>
        <button type="button" className="act" onClick={() => set(writePhrase(NEW_FACING, names))}>
          Set
        </button>
      </Row>
    );
  return (
    <div className={styles.beside}>
      <div className={styles.filler}>
        <PhraseForm role="facing" label="Facing" fields={fieldsOf(facing, text)} onWrite={set} />
      </div>
      <button type="button" className="act bad" aria-label="Remove the facing" onClick={() => set(undefined)}>
        ✕
      </button>
    </div>
  );
}

/** A state that belongs to the behavior that this one uses. */
function TakenState({
  state,
  from,
  onOpen,
  onMakeOwn,
}: {
  state: StateOutline;
  from: string;
  onOpen: () => void;
  onMakeOwn: () => void;
}) {
  return (
    <div>
      <h2 className={`heading ${styles.takenHead}`}>{state.name}</h2>
      <p className="quiet">
        Taken over from <b>{from}</b>. Changes there hold here too; an own state of this name takes its place.
      </p>
      <pre className={`mono ${styles.takenText}`}>{state.whole.text}</pre>
      <div className={styles.acts}>
        <button type="button" className="act" onClick={onOpen}>
          Open {from}
        </button>
        <button type="button" className="act" onClick={onMakeOwn}>
          Make it own here
        </button>
      </div>
    </div>
  );
}
