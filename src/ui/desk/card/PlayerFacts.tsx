'use client';

import { commands, resolvedCast, type Kind, type Piece } from '@/core/index';
import { useDesk, useFollowed } from '../DeskContext';
import { SelectField } from '../panels/fields';
import css from './card.module.css';

/** What the control scheme comes to, measured by the motion of runs. */
export function PlayerFacts({ piece, kind }: { piece: Piece; kind: Kind }) {
  const { session, reading } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const players = [...resolvedCast(game).values()].filter((other) => other.control);
  const reach = useFollowed(reading, (state) => state.reach);
  return (
    <div className={css.facts}>
      <div className="quiet">
        <span className={css.factLine}>
          plays as
          <SelectField
            label="Kind of the player"
            value={kind.id}
            options={players.map(({ id, name }) => ({ value: id, label: name }))}
            onCommit={(id) =>
              session.change(`Play as ${id}`, (draft) =>
                commands.setPieceKind(commands.levelIn(draft, session.state.levelId), piece.id, id),
              )
            }
          />
        </span>
        {kind.control?.scheme}, body <span className="mono">{(kind.radius * 2).toFixed(2)} cells</span> wide. Measured:
      </div>
      {reach && (
        <div className={css.factRow}>
          <SpeedRose headings={reach.headings} />
          <div className="mono small">
            {Math.max(...reach.headings).toFixed(2)} cells/s at most
            <br />
            {reach.arc ? (
              <>
                apex {reach.arc.apex.toFixed(2)} cells
                <br />
                in the air {reach.arc.airSeconds.toFixed(2)} s
                <br />
                reaches {reach.arc.reach.toFixed(2)} cells
              </>
            ) : (
              <>diagonal {reach.headings[1].toFixed(2)} cells/s</>
            )}
          </div>
        </div>
      )}
    </div>
  );
}

const ROSE_SIDE = 92;

/** The speed in the eight headings as spokes with their numbers. */
function SpeedRose({ headings }: { headings: readonly number[] }) {
  const most = Math.max(0.1, ...headings);
  const middle = ROSE_SIDE / 2;
  return (
    <svg
      width={ROSE_SIDE}
      height={ROSE_SIDE}
      role="img"
      aria-label={`Speed in eight headings: ${headings.map((speed) => speed.toFixed(2)).join(', ')} cells/s`}
    >
      <circle cx={middle} cy={middle} r={26} fill="none" stroke="var(--layer)" />
      {headings.map((speed, index) => {
        const angle = (index * Math.PI) / 4;
        const [x, y] = [Math.cos(angle), Math.sin(angle)];
        return (
          <g key={index}>
            <line
              x1={middle}
              y1={middle}
              x2={middle + (x * 26 * speed) / most}
              y2={middle + (y * 26 * speed) / most}
              stroke="var(--river)"
              strokeWidth={3}
            />
            <text x={middle + x * 37} y={middle + y * 37 + 3} textAnchor="middle" fontSize={8.5} fill="var(--dim)">
              {speed.toFixed(1)}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
