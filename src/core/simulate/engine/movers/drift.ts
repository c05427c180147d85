import { lastNormal, sweepUntilContact, type SweepResult } from '../../../arena/sweep';
import type { MotionProgram } from '../../../compile/levelProgram';
import { wearGround } from '../wearGround';
import type { World } from '../world';
import { forgetWay, goFreely, lookAlongWay } from './freeWay';

const sweep: SweepResult = { x: 0, y: 0, touched: false };
/** How often a body may be thrown back within one tick. */
const MOST_TURNS = 8;

/** Goes straight on where it faces, and does at the rim of the level what its motion says. */
export function drift(
  world: World,
  piece: number,
  motion: Extract<MotionProgram, { operation: 'drift' }>,
  step: number,
): void {
  if (motion.rim === 'bounce' || motion.rim === 'reflect') {
    throwBack(world, piece, motion, step);
    return;
  }
  world.x[piece] += world.facingX[piece] * step;
  world.y[piece] += world.facingY[piece] * step;
  if (motion.rim === 'leave') {
    if (hasLeftLevel(world, piece)) world.retire(piece, 'left');
  } else {
    wrap(world, piece);
  }
}

/** Whether a body that drifts is out of the level, and not on its way in. */
export function hasLeftLevel(world: World, piece: number): boolean {
  return isOutside(world, piece) && !headsIn(world, piece);
}

/** Whether all of a body, of what stands and of what can be met, is more than so many cells out of the level. */
export function isOutside(world: World, piece: number, by = 0): boolean {
  return sideOut(world, piece, by) !== 0 || endOut(world, piece, by) !== 0;
}

/** −1 for a body wholly west of the level, 1 for one east of it, else 0: what is partly in the level is in it. */
function sideOut(world: World, piece: number, by: number): number {
  const { west, east } = world.level.extentOfPiece[piece];
  const x = world.x[piece];
  return x + east < -by ? -1 : x - west > world.ground.grid.width + by ? 1 : 0;
}

/** −1 for a body wholly north of the level, 1 for one south of it, else 0. */
function endOut(world: World, piece: number, by: number): number {
  const { north, south } = world.level.extentOfPiece[piece];
  const y = world.y[piece];
  return y + south < -by ? -1 : y - north > world.ground.grid.height + by ? 1 : 0;
}

/** Whether one that is out of the level comes nearer to it: it was let in from outside and is still on its way. */
function headsIn(world: World, piece: number): boolean {
  const toX = -sideOut(world, piece, 0);
  const toY = -endOut(world, piece, 0);
  const ahead = toX * world.facingX[piece];
  const down = toY * world.facingY[piece];
  return (toX === 0 || ahead > 0) && (toY === 0 || down > 0);
}

/** A body that is wholly out at one side comes in at the other; it keeps its pace exactly. */
function wrap(world: World, piece: number): void {
  const { west, north, east, south } = world.level.standOfPiece[piece];
  const { width, height } = world.ground.grid;
  let shiftX = 0;
  let shiftY = 0;
  if (world.x[piece] + east < 0) shiftX = width + west + east;
  else if (world.x[piece] - west > width) shiftX = -(width + west + east);
  if (world.y[piece] + south < 0) shiftY = height + north + south;
  else if (world.y[piece] - north > height) shiftY = -(height + north + south);
  if (shiftX === 0 && shiftY === 0) return;
  world.x[piece] += shiftX;
  world.y[piece] += shiftY;
  world.noteJump(piece);
}

function throwBack(
  world: World,
  piece: number,
  motion: Extract<MotionProgram, { operation: 'drift' }>,
  step: number,
): void {
  const stepX = world.facingX[piece] * step;
  const stepY = world.facingY[piece] * step;
  if (goFreely(world, piece, stepX, stepY)) return;
  const grid =
    motion.grounds.length > 0
      ? world.ground.gridOfTypes(motion.grounds)
      : world.ground.gridOf(world.level.program.pieces[piece].kindIndex);
  const outline = world.level.standOfPiece[piece];
  let left = step;
  for (let turn = 0; turn < MOST_TURNS && left > 1e-9; turn++) {
    const facingX = world.facingX[piece];
    const facingY = world.facingY[piece];
    const fromX = world.x[piece];
    const fromY = world.y[piece];
    sweepUntilContact(grid, fromX, fromY, outline, facingX * left, facingY * left, sweep);
    world.x[piece] = sweep.x;
    world.y[piece] = sweep.y;
    if (!sweep.touched) {
      if (turn === 0) lookAlongWay(world, piece, grid, outline, stepX, stepY);
      return;
    }
    forgetWay(world, piece);
    const gone = (sweep.x - fromX) * facingX + (sweep.y - fromY) * facingY;
    left -= Math.max(0, gone);
    world.noteTurn(piece, 'wall');
    wearGround(world, piece, lastNormal.x, lastNormal.y);
    if (motion.rim === 'bounce') {
      world.facingX[piece] = -facingX;
      world.facingY[piece] = -facingY;
    } else {
      const into = facingX * lastNormal.x + facingY * lastNormal.y;
      world.facingX[piece] = facingX - 2 * into * lastNormal.x;
      world.facingY[piece] = facingY - 2 * into * lastNormal.y;
    }
  }
}
