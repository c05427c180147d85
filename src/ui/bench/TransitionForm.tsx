'use client';

import {
  mixTargets,
  raiseTransition,
  removeTransition,
  setCondition,
  type CheckedBehavior,
  type StateOutline,
} from '@/core/index';
import { Row, SelectField } from '../desk/panels/fields';
import { ValueField } from '../desk/panels/ValueField';
import { ActForms } from './ActForms';
import styles from './bench.module.css';
import { ConditionForm } from './ConditionForm';
import { useScriptForms } from './scriptForms';

interface TransitionProps {
  state: StateOutline;
  index: number;
  /** Undefined while the script has errors. */
  checked: CheckedBehavior['states'][number] | undefined;
  /** All states that it may lead to. */
  others: { value: string; label: string }[];
  /** Whether its condition and acts stand as forms. */
  isOpen: boolean;
  onOpen: () => void;
}

/** One way out of a state: where it leads, what it waits for, and what happens with it. */
export function TransitionForm(props: TransitionProps) {
  const { state, index, checked, others, isOpen, onOpen } = props;
  const { text, onEdit } = useScriptForms();
  const own = state.transitions[index];
  const meant = checked?.transitions[index];
  return (
    <div className={`plate ${isOpen ? styles.chosen : styles.transition}`}>
      <Head {...props} />
      <Mix state={state.name} index={index} targets={own.targets} others={others} />
      <div className={styles.condition}>
        <ValueField
          label={`Condition ${index + 1}`}
          value={own.condition.text}
          onCommit={(condition) => onEdit('Change a condition', setCondition(text, state.name, index, condition))}
        />
      </div>
      {isOpen && meant && (
        <>
          <ConditionForm state={state.name} transition={index} condition={meant.condition} />
          <ActForms
            state={state.name}
            title={`With transition ${index + 1}`}
            moment={{ transition: index }}
            acts={meant.acts}
          />
        </>
      )}
      {!isOpen && (
        <button type="button" className="act" onClick={onOpen}>
          As a form
        </button>
      )}
    </div>
  );
}

function Head({ state: { name, transitions }, index, others }: TransitionProps) {
  const { text, onEdit } = useScriptForms();
  const { targets } = transitions[index];
  return (
    <div className={styles.inLine}>
      <b className="mono">{index + 1}</b> to
      <SelectField
        label={`Where transition ${index + 1} leads`}
        value={targets[0].state}
        options={others}
        width={110}
        onCommit={(to) => onEdit(`Redirect to ${to}`, mixTargets(text, name, index, withTarget(targets, 0, to)))}
      />
      <div className={styles.filler} />
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
            <span className={styles.target}>{own.state}</span>
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
