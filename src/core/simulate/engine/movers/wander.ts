import type { ArenaGrid } from '../../../arena/grid';
import { sweepBody, type SweepResult } from '../../../arena/sweep';
import type { MotionProgram } from '../../../compile/levelProgram';
import { cosDegrees, sinDegrees } from '../../../foundation/exactMath';
import type { World } from '../world';
import { forgetWay, goFreely, lookAlongWay } from './freeWay';

const sweep: SweepResult = { x: 0, y: 0, touched: false };

/** Walks about; takes a new heading every so often, and as soon as something is in the way. */
export function wander(
  world: World,
  piece: number,
  motion: Extract<MotionProgram, { operation: 'wander' }>,
  step: number,
  grid: ArenaGrid,
): void {
  if (world.pauseLeft[piece] === 0) {
    const heading = world.randomOf(piece).nextInteger(0, 359);
    world.facingX[piece] = cosDegrees(heading);
    world.facingY[piece] = sinDegrees(heading);
    world.pauseLeft[piece] = motion.everyTicks;
    forgetWay(world, piece);
  }
  world.pauseLeft[piece]--;
  const dx = world.facingX[piece] * step;
  const dy = world.facingY[piece] * step;
  if (goFreely(world, piece, dx, dy)) return;
  const outline = world.level.standOfPiece[piece];
  sweepBody(grid, world.x[piece], world.y[piece], outline, dx, dy, sweep);
  world.x[piece] = sweep.x;
  world.y[piece] = sweep.y;
  if (sweep.touched) world.pauseLeft[piece] = 0;
  else lookAlongWay(world, piece, grid, outline, dx, dy);
}
