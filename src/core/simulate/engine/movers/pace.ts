import type { ArenaGrid } from '../../../arena/grid';
import { sweepUntilContact, type SweepResult } from '../../../arena/sweep';
import type { MotionProgram } from '../../../compile/levelProgram';
import { ledgeAhead } from '../ledges';
import type { TurnCause } from '../runEvent';
import type { World } from '../world';
import { forgetWay, goFreely, lookAlongWay } from './freeWay';

const sweep: SweepResult = { x: 0, y: 0, touched: false };

/**
 * Walks in a straight line and turns where it has to. Whether it has to is looked at in every tick from what is there: a
 * wall, ground that would not bear it, or, seen from the side, a ledge. It turns exactly there at any tick rate.
 */
export function paceOn(
  world: World,
  piece: number,
  motion: Extract<MotionProgram, { operation: 'pace' }>,
  step: number,
  grid: ArenaGrid,
): void {
  if (world.pauseLeft[piece] > 0) {
    world.pauseLeft[piece]--;
    return;
  }
  const falls = world.level.fallsOfPiece[piece] === 1;
  if (falls && world.fallSpeed[piece] !== 0) return;
  faceAlong(world, piece, motion.axis);
  const facingX = world.facingX[piece];
  const facingY = world.facingY[piece];
  const stepX = facingX * step;
  const stepY = facingY * step;
  if (goFreely(world, piece, stepX, stepY)) return;
  const outline = world.level.standOfPiece[piece];
  sweepUntilContact(grid, world.x[piece], world.y[piece], outline, stepX, stepY, sweep);
  let cause: TurnCause | undefined = sweep.touched ? 'wall' : undefined;
  let x = sweep.x;
  if (falls && motion.mindsLedges && facingX !== 0) {
    const ledge = ledgeAhead(world, piece, grid, sweep.x);
    if (ledge !== sweep.x) cause = 'ledge';
    x = ledge;
  }
  world.x[piece] = x;
  world.y[piece] = sweep.y;
  if (!cause) {
    if (!falls) lookAlongWay(world, piece, grid, outline, stepX, stepY);
    return;
  }
  forgetWay(world, piece);
  world.noteTurn(piece, cause);
  world.facingX[piece] = -facingX;
  world.facingY[piece] = -facingY;
  world.pauseLeft[piece] = motion.pauseTicks;
}

function faceAlong(world: World, piece: number, axis: 'ahead' | 'across' | 'up and down'): void {
  if (axis === 'across' && world.facingY[piece] !== 0) {
    world.facingX[piece] = world.facingX[piece] < 0 ? -1 : 1;
    world.facingY[piece] = 0;
    forgetWay(world, piece);
  } else if (axis === 'up and down' && world.facingX[piece] !== 0) {
    world.facingY[piece] = world.facingY[piece] < 0 ? -1 : 1;
    world.facingX[piece] = 0;
    forgetWay(world, piece);
  }
}
