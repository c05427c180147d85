import { sweepBody, type SweepResult } from '../../../arena/sweep';
import type { MotionProgram } from '../../../compile/levelProgram';
import { findTarget, targetPlace } from '../targets';
import { waysOf } from '../walking';
import type { World } from '../world';

const sweep: SweepResult = { x: 0, y: 0, touched: false };
/** With less than this share of a step it has met a wall and turns round. */
const LEAST_HEADWAY = 0.2;

/** Goes round a target at a distance; a wall in the way turns it round. */
export function circle(
  world: World,
  piece: number,
  motion: Extract<MotionProgram, { operation: 'circle' }>,
  step: number,
): void {
  if (!findTarget(world, piece, motion.target) || step === 0) return;
  const x = world.x[piece];
  const y = world.y[piece];
  const distance = Math.sqrt(targetPlace.squareDistance);
  // Exactly on the target there is no direction away from it; it then goes where it faces.
  const outX = distance > 1e-6 ? (x - targetPlace.x) / distance : world.facingX[piece];
  const outY = distance > 1e-6 ? (y - targetPlace.y) / distance : world.facingY[piece];
  // `waypointStep` is −1 while it goes the other way round because of a wall.
  const turn = (motion.isClockwise ? 1 : -1) * world.waypointStep[piece];
  const off = Math.max(-1, Math.min(1, (motion.radius - distance) / step));
  let dx = -outY * turn * (1 - Math.abs(off)) + outX * off;
  let dy = outX * turn * (1 - Math.abs(off)) + outY * off;
  const length = Math.sqrt(dx * dx + dy * dy);
  dx /= length;
  dy /= length;
  sweepBody(waysOf(world, piece).grid, x, y, world.level.standOfPiece[piece], dx * step, dy * step, sweep);
  world.x[piece] = sweep.x;
  world.y[piece] = sweep.y;
  world.facingX[piece] = dx;
  world.facingY[piece] = dy;
  const gone = Math.abs(sweep.x - x) + Math.abs(sweep.y - y);
  if (!sweep.touched || gone >= LEAST_HEADWAY * step) return;
  world.waypointStep[piece] = world.waypointStep[piece] < 0 ? 1 : -1;
  world.noteTurn(piece, 'wall');
}
