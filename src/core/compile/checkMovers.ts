import type { ArenaGrid } from '../arena/grid';
import type { Level } from '../document/gameDocument';
import { warningAt, type Diagnostic } from '../foundation/diagnostic';
import type { BrainProgram, MotionProgram, PieceProgram } from './levelProgram';

/** Faster than this across the whole arena, in seconds, or slower than that a cell, is most likely a wrong unit. */
const LEAST_CROSSING_SECONDS = 0.2;
const MOST_SECONDS_A_CELL = 60;
/** No eye follows what passes more cells in a second than this, however large the level. */
export const MOST_FOLLOWED_SPEED = 45;

/** What looks wrong with how pieces move: speeds that no eye can follow, marching alone, formations that do not march. */
export function checkMovers(
  level: Level,
  pieces: readonly PieceProgram[],
  brains: readonly BrainProgram[],
  grid: ArenaGrid,
  path: (string | number)[],
): Diagnostic[] {
  return pieces.flatMap((piece) => {
    if (piece.brain < 0) return [];
    const motions = brains[piece.brain].states.map((state) => state.motion);
    const place = [...path, 'pieces', level.pieces.findIndex((candidate) => candidate.id === piece.id)];
    const faults: Diagnostic[] = [];
    const speed = Math.max(...motions.map(stepOf)) * level.ticksPerSecond;
    const crossing = Math.max(grid.width, grid.height) / speed;
    const isTooQuick = crossing < LEAST_CROSSING_SECONDS || speed > MOST_FOLLOWED_SPEED;
    if (speed > 0 && (isTooQuick || speed * MOST_SECONDS_A_CELL < 1)) {
      faults.push(
        warningAt(
          { path: place },
          'speed-implausible',
          `${piece.name} goes at ${Number(speed.toFixed(2))} cells/s and would cross ${level.name} in ${crossing.toFixed(2)} s.`,
          isTooQuick
            ? `Nobody follows more than ${MOST_FOLLOWED_SPEED} cells/s with the eye; speeds are cells a second, whatever the tick rate.`
            : 'Speeds are cells a second, whatever the tick rate.',
        ),
      );
    }
    const isStill = motions.some(
      (motion) => 'step' in motion && motion.step === 0 && !motion.speed && motion.operation !== 'march',
    );
    if (isStill)
      faults.push(
        warningAt(
          { path: place },
          'speed-implausible',
          `${piece.name} goes at 0 cells/s, so it stays where it is.`,
          'Give it a speed, or let it `hold`.',
        ),
      );
    const marches = motions.some((motion) => motion.operation === 'march');
    if (piece.formation >= 0 && !marches) {
      faults.push(
        warningAt(
          { path: [...place, 'formation'] },
          'formation-without-march',
          `${piece.name} belongs to a formation, but its behavior never marches.`,
          'Give it a behavior with `do march`, or take it out of the formation.',
        ),
      );
    }
    return faults;
  });
}

function stepOf(motion: MotionProgram): number {
  return 'step' in motion && motion.operation !== 'march' ? motion.step : 0;
}
