'use client';

import { commands, type Piece } from '@/core/index';
import { useDesk, useFollowed } from '../DeskContext';
import { NumberField } from '../panels/fields';
import css from './card.module.css';

/** How a piece goes by itself: its round, its lead, whether others go in step with it, and its formation. */
export function MoverFacts({ piece }: { piece: Piece }) {
  const { session, reading } = useDesk();
  const previews = useFollowed(reading, (state) => state.previews);
  const mover = previews?.movers.find((candidate) => candidate.piece === piece.id);
  const group = previews?.inStep.find((ids) => ids.includes(piece.id));
  const { levelId } = session.state;
  const round = mover?.roundSeconds;
  const landing = mover?.stops.find((stop) => stop.what === 'lands');
  const spread = () =>
    group &&
    round !== undefined &&
    session.change('Spread pieces over their round', (draft) => commands.spreadLeads(draft, levelId, group, round));
  return (
    <div className={`quiet ${css.ways}`}>
      {round !== undefined && (
        <>
          one round takes <span className="mono">{round.toFixed(1)} s</span>.{' '}
        </>
      )}
      {landing && (
        <>
          lands after <span className="mono">{landing.seconds.toFixed(1)} s</span>.{' '}
        </>
      )}
      {group && (
        <span className="wary">
          {group.length} go in step.{' '}
          <button type="button" className="act" onClick={spread}>
            Spread them
          </button>
        </span>
      )}
      {(mover ?? piece.lead !== undefined) && (
        <div className={css.way}>
          <span title="It moves as if it had set out this much earlier">set out</span>
          <NumberField
            label="Lead"
            value={piece.lead ?? 0}
            unit="s before the start"
            min={0}
            max={600}
            step={0.5}
            width={70}
            onCommit={(lead) =>
              session.change(`Lead of ${piece.name}`, (draft) => commands.setLead(draft, levelId, piece.id, lead))
            }
          />
        </div>
      )}
    </div>
  );
}
