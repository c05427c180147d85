'use client';

import { useState, type ReactNode } from 'react';
import {
  addAct,
  addRepeat,
  addTransition,
  fieldsOf,
  isName,
  makeOwn,
  raiseTransition,
  redirectTransition,
  removeAct,
  removeState,
  removeTransition,
  rename,
  setCondition,
  setTest,
  setMotion,
  setStart,
  VOCABULARY,
  type Act,
  type ActMoment,
  type CheckedBehavior,
  type Condition,
  type ScriptOutline,
  type StateDefinition,
  type StateOutline,
  type TextEdit,
} from '@/core/index';
import { Row, SelectField } from '../desk/panels/fields';
import { PhraseForm, ValueField } from './PhraseForm';

export type EditText = (label: string, edits: readonly TextEdit[]) => void;

/** What the selected state does and when it is left, as forms; each change is a small edit of the script. */
export function StateForm({
  text,
  outline,
  behavior,
  name,
  transition,
  targets,
  onEdit,
  onSelect,
  onOpenBehavior,
}: {
  text: string;
  outline: ScriptOutline;
  /** Undefined while the script has errors: then only what needs no meaning can be changed. */
  behavior: CheckedBehavior | undefined;
  name: string;
  transition: number | undefined;
  targets: readonly string[];
  onEdit: EditText;
  onSelect: (state: string | undefined, transition?: number) => void;
  onOpenBehavior: (behavior: string) => void;
}) {
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
          targets={targets}
          onWrite={(phrase) => onEdit(`Motion of ${name}`, setMotion(text, name, phrase))}
        />
      ) : (
        <p className="quiet">The forms come back when the script has no errors.</p>
      )}
      {checked && <StateActs text={text} state={name} checked={checked} targets={targets} onEdit={onEdit} />}
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
              onCommit={(to) => onEdit(`Redirect to ${to}`, redirectTransition(text, name, index, to))}
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
          {own.targets.length > 1 && (
            <div className="quiet">
              or{' '}
              {own.targets
                .slice(1)
                .map(({ state: other, weight }) => `${other} ${weight}`)
                .join(', ')}
              , by weight
            </div>
          )}
          <div style={{ display: 'flex', marginTop: 4 }}>
            <ValueField
              label={`Condition ${index + 1}`}
              value={own.condition.text}
              onCommit={(condition) => onEdit('Change a condition', setCondition(text, name, index, condition))}
            />
          </div>
          {index === transition && checked?.transitions[index] && (
            <TestForms
              text={text}
              state={name}
              transition={index}
              condition={checked.transitions[index].condition}
              targets={targets}
              onEdit={(edits) => onEdit('Change a condition', edits)}
            />
          )}
          {index === transition && checked?.transitions[index] && (
            <ActForms
              text={text}
              state={name}
              title={`With transition ${index + 1}`}
              moment={{ transition: index }}
              acts={checked.transitions[index].acts}
              targets={targets}
              onEdit={onEdit}
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

const ACTS = VOCABULARY.filter((entry) => entry.role === 'act' || entry.role === 'facing');
const ACT_OPTIONS = [
  { value: '', label: 'choose an act…' },
  ...ACTS.map(({ words, example }) => ({ value: example, label: words.join(' ') })),
];

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

/** Acts of a state besides those of its transitions: on entering, on leaving, again and again. */
function StateActs({
  text,
  state,
  checked,
  targets,
  onEdit,
}: {
  text: string;
  state: string;
  checked: StateDefinition;
  targets: readonly string[];
  onEdit: EditText;
}) {
  const shared = { text, state, targets, onEdit };
  return (
    <>
      <ActForms {...shared} title="On entering" moment="enter" acts={checked.enter} />
      <ActForms {...shared} title="On leaving" moment="leave" acts={checked.leave} />
      {checked.repeats.map(({ period, acts }, index) => (
        <div key={index}>
          <ActForms {...shared} title={`Again and again ${index + 1}`} moment={{ repeat: index }} acts={acts}>
            <Row label="every">
              <ValueField
                label={`Period ${index + 1}`}
                value={text.slice(period.span.from, period.span.to)}
                onCommit={(insert) =>
                  onEdit('Change a period', [{ from: period.span.from, to: period.span.to, insert }])
                }
              />
            </Row>
          </ActForms>
        </div>
      ))}
      <Row label="again and again">
        <SelectField
          label="New repeated act"
          value=""
          options={ACT_OPTIONS}
          onCommit={(act) => act !== '' && onEdit('Repeat an act', addRepeat(text, state, '1 s', act))}
        />
      </Row>
    </>
  );
}

/** The acts of one moment, each as a form. */
function ActForms({
  text,
  state,
  title,
  moment,
  children,
  acts,
  targets,
  onEdit,
}: {
  text: string;
  state: string;
  title: string;
  moment: ActMoment;
  acts: readonly Act[];
  targets: readonly string[];
  onEdit: EditText;
  children?: ReactNode;
}) {
  return (
    <div style={{ marginTop: 10 }}>
      <h3 className="heading">{title}</h3>
      {children}
      {acts.map((act, index) => (
        <div key={index} className="plate" style={{ padding: '4px 8px', marginTop: 5 }}>
          <div style={{ display: 'flex' }}>
            <div style={{ flex: 1, minWidth: 0 }}>
              {act.type === 'set' ? (
                <Row label={`set ${act.name} =`}>
                  <ValueField
                    label={`${title}: ${act.name}`}
                    value={text.slice(act.value.span.from, act.value.span.to)}
                    onCommit={(insert) =>
                      onEdit(`Change ${act.name}`, [{ from: act.value.span.from, to: act.value.span.to, insert }])
                    }
                  />
                </Row>
              ) : (
                <PhraseForm
                  role={ACTS.find((entry) => entry.operation === act.phrase.operation)?.role ?? 'act'}
                  label={`${title} ${index + 1}`}
                  fields={fieldsOf(act.phrase, text)}
                  targets={targets}
                  onWrite={(insert) =>
                    onEdit('Change an act', [{ from: act.phrase.span.from, to: act.phrase.span.to, insert }])
                  }
                />
              )}
            </div>
            <button
              type="button"
              className="act bad"
              style={{ alignSelf: 'flex-start', marginLeft: 6 }}
              aria-label={`Remove act ${index + 1} of ${title.toLowerCase()}`}
              onClick={() => onEdit('Remove an act', removeAct(text, state, moment, index))}
            >
              ✕
            </button>
          </div>
        </div>
      ))}
      <Row label="add">
        <SelectField
          label={`${title}: new act`}
          value=""
          options={ACT_OPTIONS}
          onCommit={(act) => act !== '' && onEdit('Add an act', addAct(text, state, moment, act))}
        />
      </Row>
    </div>
  );
}

/** Every single test of a condition as a form of its own, in written order. */
function TestForms({
  text,
  state,
  transition,
  condition,
  targets,
  onEdit,
}: {
  text: string;
  state: string;
  transition: number;
  condition: Condition;
  targets: readonly string[];
  onEdit: (edits: readonly TextEdit[]) => void;
}) {
  const tests = testsOf(condition);
  return (
    <>
      {tests.map((phrase, index) => (
        <PhraseForm
          key={phrase.span.from}
          role="condition"
          label={tests.length > 1 ? `Test ${index + 1}` : 'Test'}
          fields={fieldsOf(phrase, text)}
          targets={targets}
          onWrite={(test) => onEdit(setTest(text, state, transition, phrase.span, test))}
        />
      ))}
    </>
  );
}

function testsOf(condition: Condition): Extract<Condition, { type: 'test' }>['phrase'][] {
  switch (condition.type) {
    case 'test':
      return [condition.phrase];
    case 'not':
      return testsOf(condition.part);
    case 'compare':
      return [];
    default:
      return condition.parts.flatMap(testsOf);
  }
}
