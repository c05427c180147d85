'use client';

import { useMemo, type ReactNode } from 'react';
import { goalMarks, type CueFigures, type GameDocument, type Level } from '@/core/index';
import { CellMap } from '../frame/CellMap';
import css from './cues.module.css';

/** Room for the map, pixels. */
const WIDTH = 350;
const HEIGHT = 250;
/** Cells shown around the level: what comes over an edge comes in there. */
const BEYOND = 2;

/** Where one cue lets in, over all runs. */
export function ArrivalPlaces({
  cue,
  seeds,
  game,
  level,
  children,
}: {
  cue: CueFigures;
  seeds: number;
  game: GameDocument;
  level: Level;
  /** Stands beside the map. */
  children: ReactNode;
}) {
  const title = cue.bringsGaps ? `Where the gaps of ${cue.name} lie` : `Where ${cue.name} lets in`;
  const ground = useMemo(() => ({ map: level.map, terrain: game.terrain }), [level.map, game.terrain]);
  const goals = useMemo(() => {
    const ids = goalMarks(game, level);
    return level.marks.filter(({ id }) => ids.has(id));
  }, [game, level]);
  return (
    <section className={css.places} aria-label={title}>
      <h2 className={`heading ${css.placesHead}`}>{title}</h2>
      <div className={css.placesRow}>
        {cue.places.length === 0 ? (
          <p className="quiet flush">Nothing came in within this time.</p>
        ) : (
          <CellMap
            ground={ground}
            cells={cue.places}
            width={WIDTH}
            height={HEIGHT}
            beyond={BEYOND}
            tint="river"
            goals={goals}
            label={title}
            unit={`${cue.bringsGaps ? 'gaps' : 'arrivals'} in a cell, in ${seeds} runs`}
            testId="arrival-places"
          />
        )}
        <p className={`quiet ${css.placesText}`}>{children}</p>
      </div>
    </section>
  );
}
