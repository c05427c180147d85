import type { LevelProgram } from '../../../compile/levelProgram';
import type { MoveGraph } from '../../moves/moveGraph';
import type { Leg } from '../plan/planner';
import { SHOWN } from '../screen';
import type { Belief } from './belief';

/** What stands out is watched for up to so long, s: longer, and it may well stay. */
const COMES_SECONDS = 6;
/** A way that passes so close goes through it, as far as one can tell, cells. */
const SPARE_CELLS = 0.15;

/** Pieces that stand out, never move, and of which nobody knows yet for how long they do. */
export function unknownVents(
  { frame, feared, topSpeed, spellOut, shownSince, tick }: Belief,
  ticksPerSecond: number,
): Int32Array {
  const most = COMES_SECONDS * ticksPerSecond;
  return feared.filter(
    (piece) =>
      frame.shown[piece] === SHOWN.out &&
      topSpeed[piece] === 0 &&
      spellOut[piece] === 0 &&
      tick - shownSince[piece] < most,
  );
}

/** Whether a way leads through where one of these pieces is. */
export function crosses(
  legs: readonly Leg[],
  pieces: Int32Array,
  { frame }: Belief,
  { kinds, pieces: entries, player }: LevelProgram,
  { from, restX, restY }: MoveGraph,
): boolean {
  const { hit: own } = kinds[player.kindIndex];
  return pieces.some((piece) => {
    const { hit } = kinds[entries[piece].kindIndex];
    const halfX = (hit.west + hit.east + own.west + own.east) / 2 + SPARE_CELLS;
    const halfY = (hit.north + hit.south + own.north + own.south) / 2 + SPARE_CELLS;
    const x = frame.x[piece];
    const y = frame.y[piece];
    return legs.some(
      ({ move, cell }) =>
        Math.min(restX[from[move]], restX[cell]) < x + halfX &&
        Math.max(restX[from[move]], restX[cell]) > x - halfX &&
        Math.min(restY[from[move]], restY[cell]) < y + halfY &&
        Math.max(restY[from[move]], restY[cell]) > y - halfY,
    );
  });
}
