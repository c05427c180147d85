import { cellIndexAt } from '../../arena/grid';
import { mixSeeds, STREAM, unitOf } from '../../foundation/random';
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
  hitCell(world, cell, wear);
  wearCrumbs(world, piece, cell, x, y);
}

function hitCell(world: World, cell: number, hits: number): void {
  const becomes = world.ground.wear(cell, hits);
  if (becomes >= 0) world.changeGround(cell, becomes);
}

/**
 * Cells round a hit are hit too, each by its own lot, which is drawn from the seed, the tick and the cell, so that no stream of
 * a piece depends on how often it hits.
 */
function wearCrumbs(world: World, piece: number, hitAlready: number, x: number, y: number): void {
  const { program } = world.level;
  const { wear, crumbsWithin, crumbShare } = program.kinds[program.pieces[piece].kindIndex];
  if (crumbsWithin === 0) return;
  const { width, height } = world.ground.grid;
  const drawn = mixSeeds(mixSeeds(world.seed, STREAM.crumbs), world.tick);
  const firstRow = Math.max(0, Math.floor(y - crumbsWithin));
  const lastRow = Math.min(height - 1, Math.floor(y + crumbsWithin));
  const firstColumn = Math.max(0, Math.floor(x - crumbsWithin));
  const lastColumn = Math.min(width - 1, Math.floor(x + crumbsWithin));
  for (let row = firstRow; row <= lastRow; row++) {
    for (let column = firstColumn; column <= lastColumn; column++) {
      const cell = row * width + column;
      const [dx, dy] = [column + 0.5 - x, row + 0.5 - y];
      if (cell === hitAlready || dx * dx + dy * dy > crumbsWithin * crumbsWithin) continue;
      if (unitOf(mixSeeds(drawn, cell)) < crumbShare) hitCell(world, cell, wear);
    }
  }
}

/** Lets a body that cannot go on by (dx, dy) wear every solid cell that is in the box round it there. */
export function wearWay(world: World, piece: number, dx: number, dy: number): void {
  const { program, standOfPiece } = world.level;
  const { wear } = program.kinds[program.pieces[piece].kindIndex];
  if (wear === 0) return;
  const { west, north, east, south } = standOfPiece[piece];
  const { grid } = world.ground;
  const { solid } = world.ground.gridOf(program.pieces[piece].kindIndex);
  const x = world.x[piece] + dx;
  const y = world.y[piece] + dy;
  const firstColumn = Math.max(0, Math.floor(x - west + BEYOND));
  const lastColumn = Math.min(grid.width - 1, Math.floor(x + east - BEYOND));
  const firstRow = Math.max(0, Math.floor(y - north + BEYOND));
  const lastRow = Math.min(grid.height - 1, Math.floor(y + south - BEYOND));
  for (let row = firstRow; row <= lastRow; row++) {
    for (let column = firstColumn; column <= lastColumn; column++) {
      const cell = row * grid.width + column;
      if (solid[cell] === 0) continue;
      hitCell(world, cell, wear);
      wearCrumbs(world, piece, cell, column + 0.5, row + 0.5);
    }
  }
}
