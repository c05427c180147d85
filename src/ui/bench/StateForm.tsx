'use client';

import { useState } from 'react';
import {
  addTransition,
  fieldsOf,
  isName,
  makeOwn,
  mixTargets,
  raiseTransition,
  removeState,
  removeTransition,
  rename,
  setCondition,
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
import { ActForms, StateActs } from './ActForms';
import { ConditionForm } from './ConditionForm';
import { ValueField } from '../desk/panels/ValueField';
import { PhraseForm } from './PhraseForm';
import { useScriptForms } from './scriptForms';

const NEW_FACING = { entry: VOCABULARY.find(({ role }) => role === 'facing')!, target: '', values: { to: 'player' } };

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
  onSelect: (state: string | undefined, transition?: number) => void;
  onOpenBehavior: (behavior: string) => void;
}) {
  const { text, names, onEdit } = useScriptForms();
  const [newName, setNewName] = useState<string>();
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
  const commitName = () => {
    const next = newName?.trim() ?? '';
    setNewName(undefined);
    if (next === '' || next === name || !isName(next)) return;
    onEdit(`Rename ${name}`, rename(text, name, next));
    onSelect(next, transition);
  };
  const others = outline.states.map((other) => ({ value: other.name, label: other.name }));
  return (
    <div>
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
      <div style={{ display: 'flex', gap: 12, margin: '6px 0' }}>
        {state.isStart ? (
          <span className="good">begins here</span>
        ) : (
          <button type="button" className="act" onClick={() => onEdit(`Begin with ${name}`, setStart(text, name))}>
            Begin here
          </button>
        )}
        <button
          type="button"
          className="act bad"
          onClick={() => {
            onEdit(`Remove ${name}`, removeState(text, name));
            onSelect(undefined);
          }}
        >
          Remove the state
        </button>
      </div>
      <h3 className="heading" style={{ marginTop: 10 }}>
        What it does
      </h3>
      {checked ? (
        <PhraseForm
          role="motion"
          label="Motion"
          fields={fieldsOf(checked.motion, text)}
          onWrite={(phrase) => onEdit(`Motion of ${name}`, setMotion(text, name, phrase))}
        />
      ) : (
        <p className="quiet">The forms come back when the script has no errors.</p>
      )}
      {checked && (
        <>
          <Row label="meets others" hint="Whether others meet the piece in this state">
            <SelectField
              label="Whether it is in or out"
              value={state.isOut ? 'out' : 'in'}
              options={[
                { value: 'in', label: 'yes' },
                { value: 'out', label: 'no: it is out' },
              ]}
              onCommit={(value) => onEdit(`Presence in ${name}`, setOut(text, name, value === 'out'))}
            />
          </Row>
          {checked.facing ? (
            <div style={{ display: 'flex', alignItems: 'flex-start', gap: 6 }}>
              <div style={{ flex: 1, minWidth: 0 }}>
                <PhraseForm
                  role="facing"
                  label="Facing"
                  fields={fieldsOf(checked.facing, text)}
                  onWrite={(facing) => onEdit(`Facing in ${name}`, setFacing(text, name, facing))}
                />
              </div>
              <button
                type="button"
                className="act bad"
                aria-label="Remove the facing"
                onClick={() => onEdit(`Facing in ${name}`, setFacing(text, name, undefined))}
              >
                ✕
              </button>
            </div>
          ) : (
            <Row label="faces">
              <span>as it moves</span>
              <button
                type="button"
                className="act"
                onClick={() => onEdit(`Facing in ${name}`, setFacing(text, name, writePhrase(NEW_FACING, names)))}
              >
                Set
              </button>
            </Row>
          )}
          <StateActs state={name} checked={checked} />
        </>
      )}
      <h3 className="heading" style={{ marginTop: 14 }}>
        When it is left, in order
      </h3>
      {state.transitions.map((own, index) => (
        <div
          key={own.whole.from}
          className="plate"
          style={{ padding: '6px 8px', marginTop: 6, borderColor: index === transition ? 'var(--river)' : undefined }}
        >
          <div style={{ display: 'flex', alignItems: 'center', gap: 6 }}>
            <b className="mono">{index + 1}</b> to
            <SelectField
              label={`Where transition ${index + 1} leads`}
              value={own.targets[0].state}
              options={others}
              width={110}
              onCommit={(to) =>
                onEdit(`Redirect to ${to}`, mixTargets(text, name, index, withTarget(own.targets, 0, to)))
              }
            />
            <div style={{ flex: 1 }} />
            {index > 0 && (
              <button
                type="button"
                className="act"
                aria-label={`Raise transition ${index + 1}`}
                title="Earlier: it is looked at before the one above"
                onClick={() => onEdit('Raise a transition', raiseTransition(text, name, index))}
              >
                ↑
              </button>
            )}
            <button
              type="button"
              className="act bad"
              aria-label={`Remove transition ${index + 1}`}
              onClick={() => onEdit('Remove a transition', removeTransition(text, name, index))}
            >
              ✕
            </button>
          </div>
          <Mix state={name} index={index} targets={own.targets} others={others} />
          <div style={{ display: 'flex', marginTop: 4 }}>
            <ValueField
              label={`Condition ${index + 1}`}
              value={own.condition.text}
              onCommit={(condition) => onEdit('Change a condition', setCondition(text, name, index, condition))}
            />
          </div>
          {index === transition && checked?.transitions[index] && (
            <ConditionForm state={name} transition={index} condition={checked.transitions[index].condition} />
          )}
          {index === transition && checked?.transitions[index] && (
            <ActForms
              state={name}
              title={`With transition ${index + 1}`}
              moment={{ transition: index }}
              acts={checked.transitions[index].acts}
            />
          )}
          {index !== transition && (
            <button type="button" className="act" onClick={() => onSelect(name, index)}>
              As a form
            </button>
          )}
        </div>
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

type Targets = readonly { state: string; weight: number }[];

function withTarget(targets: Targets, place: number, state: string): { state: string; weight: number }[] {
  return targets.map((own, index) => ({ state: index === place ? state : own.state, weight: own.weight }));
}

/** Where a transition may lead besides its first state, drawn by weight. */
function Mix({
  state,
  index,
  targets,
  others,
}: {
  state: string;
  index: number;
  targets: Targets;
  others: { value: string; label: string }[];
}) {
  const { text, onEdit } = useScriptForms();
  const write = (next: Targets) => onEdit('Change where it leads', mixTargets(text, state, index, next));
  const isMixed = targets.length > 1;
  const free = others.filter(({ value }) => targets.every((own) => own.state !== value));
  return (
    <>
      {isMixed &&
        targets.map((own, place) => (
          <Row key={own.state} label={place === 0 ? 'drawn by weight' : ''}>
            <span style={{ width: 84 }}>{own.state}</span>
            <ValueField
              label={`Weight of ${own.state} in transition ${index + 1}`}
              value={String(own.weight)}
              onCommit={(weight) =>
                write(targets.map((one, at) => ({ ...one, weight: at === place ? Number(weight) : one.weight })))
              }
            />
            <button
              type="button"
              className="act bad"
              aria-label={`Lead no more to ${own.state} in transition ${index + 1}`}
              onClick={() => write(targets.filter((_, at) => at !== place))}
            >
              ✕
            </button>
          </Row>
        ))}
      {free.length > 0 && (
        <Row label="or to" hint="Which of them it is then drawn by weight">
          <SelectField
            label={`Lead transition ${index + 1} also to`}
            value=""
            options={[{ value: '', label: 'one state only' }, ...free]}
            onCommit={(to) => to !== '' && write([...targets, { state: to, weight: 1 }])}
          />
        </Row>
      )}
    </>
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
      <h3 className="heading" style={{ margin: '8px 0 4px' }}>
        {state.name}
      </h3>
      <p className="quiet">
        Taken over from <b>{from}</b>. Changes there hold here too; an own state of this name takes its place.
      </p>
      <pre className="mono" style={{ fontSize: 11.5, whiteSpace: 'pre-wrap' }}>
        {state.whole.text}
      </pre>
      <div style={{ display: 'flex', gap: 12 }}>
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
