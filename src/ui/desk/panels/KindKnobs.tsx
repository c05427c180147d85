'use client';

import { ancestorsOf, commands, kindOf, type Kind, type KindEntry } from '@/core/index';
import { checkedScriptsOf } from '../../editor/composePicture';
import { useDesk, useFollowed } from '../DeskContext';
import { NumberField, Row } from './fields';
import { niceStep } from './niceStep';

/** The knobs of a kind's behavior: its own values, those that it takes from the kind it varies, and the script's own. */
export function KindKnobs({ kind, entry }: { kind: Kind; entry: KindEntry }) {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const knobs = (kind.behavior && checkedScriptsOf(game).get(kind.behavior)?.knobs) || [];
  if (knobs.length === 0) return null;
  const base = ancestorsOf(game.cast, kind.id)[0];
  const baseKind = base && kindOf(game, base.id);
  const set = (knob: string, value: number | undefined) =>
    session.change(`Set ${knob} of ${kind.name}`, (draft) => commands.setKindKnob(draft, kind.id, knob, value));
  return (
    <div role="group" aria-label={`Knobs of ${kind.name}`} style={{ marginTop: 10 }}>
      <b>knobs</b> <span className="quiet">of {kind.behavior}</span>
      {knobs.map((knob) => {
        const isOwn = entry.knobs?.[knob.name] !== undefined;
        const taken = baseKind?.knobs?.[knob.name];
        const returnsTo = taken !== undefined && base ? `that of ${base.name}` : 'the script’s own';
        return (
          <div
            key={knob.name}
            style={{
              borderLeft: `3px solid ${base && isOwn ? 'var(--river)' : 'transparent'}`,
              paddingLeft: 6,
              marginLeft: -9,
            }}
          >
            <Row
              label={knob.name}
              hint={`${knob.low} to ${knob.high} ${knob.unit ?? ''}; the script says ${knob.value}`}
            >
              <NumberField
                label={`${knob.name} of ${kind.name}`}
                value={kind.knobs?.[knob.name] ?? knob.value}
                unit={knob.unit ?? ''}
                min={knob.low}
                max={knob.high}
                step={niceStep(knob.high - knob.low)}
                onCommit={(value) => set(knob.name, value)}
              />
              <div style={{ flex: 1 }} />
              {isOwn ? (
                <button
                  type="button"
                  className="act"
                  aria-label={`Return ${knob.name} to ${returnsTo}`}
                  title={`Back to ${returnsTo}`}
                  onClick={() => set(knob.name, undefined)}
                >
                  ↺
                </button>
              ) : (
                <span className="quiet" style={{ whiteSpace: 'nowrap' }}>
                  {taken !== undefined && base ? `as ${base.name}` : 'as scripted'}
                </span>
              )}
            </Row>
          </div>
        );
      })}
    </div>
  );
}
