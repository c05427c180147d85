import { cellIndexAt } from '../../arena/grid';
import type { World } from './world';

/** A little beyond the border of a cell, so that the place is inside of what was hit. */
const BEYOND = 0.02;

/** Lets a body wear the ground that it has just run into; the normal points away from that ground. */
export function wearGround(world: World, piece: number, normalX: number, normalY: number): void {
  const { program, standOfPiece } = world.level;
  const { wear } = program.kinds[program.pieces[piece].kindIndex];
  if (wear === 0) return;
  const { west, north, east, south } = standOfPiece[piece];
  const reachX = normalX > 0 ? west : east;
  const reachY = normalY > 0 ? north : south;
  const x = world.x[piece] - normalX * (reachX + BEYOND);
  const y = world.y[piece] - normalY * (reachY + BEYOND);
  const { grid } = world.ground;
  if (x < 0 || y < 0 || x >= grid.width || y >= grid.height) return;
  const cell = cellIndexAt(grid, x, y);
  const becomes = world.ground.wear(cell, wear);
  if (becomes >= 0) world.changeGround(cell, becomes);
}
