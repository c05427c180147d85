'use client';

import { ancestorsOf, commands, kindOf, type Kind, type KindEntry, type KnobDefinition } from '@/core/index';
import { checkedScriptsOf } from '../../editor/composePicture';
import { useDesk, useFollowed } from '../DeskContext';
import { NumberField, Row } from './fields';
import { niceStep } from './niceStep';
import css from './panels.module.css';

/** The knobs of a kind's behavior: its own values, those that it takes from the kind it varies, and the script's own. */
export function KindKnobs({ kind, entry }: { kind: Kind; entry: KindEntry }) {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const knobs = (kind.behavior && checkedScriptsOf(game).get(kind.behavior)?.knobs) || [];
  if (knobs.length === 0) return null;
  return (
    <div role="group" aria-label={`Knobs of ${kind.name}`} className={css.group}>
      <b>knobs</b> <span className="quiet">of {kind.behavior}</span>
      {knobs.map((knob) => (
        <KindKnob key={knob.name} knob={knob} kind={kind} entry={entry} />
      ))}
    </div>
  );
}

function KindKnob({ knob, kind, entry }: { knob: KnobDefinition; kind: Kind; entry: KindEntry }) {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const base = ancestorsOf(game.cast, kind.id)[0];
  const taken = base && kindOf(game, base.id)?.knobs?.[knob.name];
  const from = taken === undefined ? undefined : base;
  const isOwn = entry.knobs?.[knob.name] !== undefined;
  const set = (value: number | undefined) =>
    session.change(`Set ${knob.name} of ${kind.name}`, (draft) =>
      commands.setKindKnob(draft, kind.id, knob.name, value),
    );
  return (
    <div className={css.ownKnob} data-own={(base && isOwn) || undefined}>
      <Row label={knob.name} hint={`${knob.low} to ${knob.high} ${knob.unit ?? ''}; the script says ${knob.value}`}>
        <NumberField
          label={`${knob.name} of ${kind.name}`}
          value={kind.knobs?.[knob.name] ?? knob.value}
          unit={knob.unit ?? ''}
          min={knob.low}
          max={knob.high}
          step={niceStep(knob.high - knob.low)}
          onCommit={set}
        />
        <div className="rest" />
        {isOwn ? (
          <ReturnButton
            knob={knob.name}
            to={from ? `that of ${from.name}` : 'the script’s own'}
            onReturn={() => set(undefined)}
          />
        ) : (
          <span className="quiet one-line">{from ? `as ${from.name}` : 'as scripted'}</span>
        )}
      </Row>
    </div>
  );
}

interface ReturnButtonProps {
  knob: string;
  to: string;
  onReturn: () => void;
}

function ReturnButton({ knob, to, onReturn }: ReturnButtonProps) {
  return (
    <button
      type="button"
      className="act"
      aria-label={`Return ${knob} to ${to}`}
      title={`Back to ${to}`}
      onClick={onReturn}
    >
      ↺
    </button>
  );
}
