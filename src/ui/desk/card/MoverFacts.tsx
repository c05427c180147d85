'use client';

import { commands, sayMoments, saySpan, timetableOf, type Piece } from '@/core/index';
import { useDesk, useFollowed } from '../DeskContext';
import { NumberField } from '../panels/fields';
import css from './card.module.css';

/** So many moments of a sort fit into the card. */
const SHOWN_MOMENTS = 4;

/** How a piece goes by itself: its round, its lead, whether others go in step with it, and its formation. */
export function MoverFacts({ piece }: { piece: Piece }) {
  const { session, reading } = useDesk();
  const previews = useFollowed(reading, (state) => state.previews);
  const mover = previews?.movers.find((candidate) => candidate.piece === piece.id);
  const group = previews?.inStep.find((ids) => ids.includes(piece.id));
  const { levelId } = session.state;
  const route = useFollowed(reading, ({ routes }) => routes.find((own) => own.piece === piece.id));
  const table = mover && timetableOf(mover, route);
  const round = mover?.roundSeconds;
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
      {table && (
        <div data-testid="timetable">
          goes over <span className="mono">{saySpan(table.span)}</span> cells
          {table.moments.length > 0 && `; ${sayMoments(table.moments, SHOWN_MOMENTS)}`}.
        </div>
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
