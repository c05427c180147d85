import { isSolidAt, type ArenaGrid } from '../../arena/grid';
import type { World } from './world';

/** How far to a side a piece may go, seen from the side, until the ground ends under its foremost foot. */
export function ledgeAhead(
  world: World,
  piece: number,
  grid: ArenaGrid,
  wishedX: number,
  isRight = world.facingX[piece] > 0,
): number {
  const { west, east, south } = world.level.standOfPiece[piece];
  const row = Math.floor(world.y[piece] + south + 0.01);
  const lead = isRight ? east : -west;
  // The column in which the foremost foot is now; a foot exactly on a border still stands on the cell behind it.
  const foot = world.x[piece] + lead;
  let column = isRight ? Math.ceil(foot) - 1 : Math.floor(foot);
  for (;;) {
    const border = isRight ? column + 1 : column;
    const isWithin = isRight ? wishedX + lead <= border : wishedX + lead >= border;
    if (isWithin) return wishedX;
    const next = isRight ? column + 1 : column - 1;
    if (!isSolidAt(grid, next, row)) return border - lead;
    column = next;
  }
}
