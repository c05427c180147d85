import type { MotionProgram } from '../../../compile/levelProgram';
import { cosDegrees, headingDegrees, sinDegrees } from '../../../foundation/exactMath';
import { NEVER } from '../never';
import type { World } from '../world';

/** Turns a piece by so many degrees, clockwise when positive. */
export function turnBy(world: World, piece: number, degrees: number): void {
  faceHeading(world, piece, headingDegrees(world.facingX[piece], world.facingY[piece]) + degrees);
}

function faceHeading(world: World, piece: number, heading: number): void {
  world.facingX[piece] = cosDegrees(heading);
  world.facingY[piece] = sinDegrees(heading);
}

/** Stands and turns round and round, or to and fro about where it faced when it began. */
export function lookAround(world: World, piece: number, motion: Extract<MotionProgram, { operation: 'look' }>): void {
  if (motion.arc >= 360) {
    turnBy(world, piece, motion.turn);
    return;
  }
  if (world.isFresh[piece] === 1) {
    world.isFresh[piece] = 0;
    world.originX[piece] = headingDegrees(world.facingX[piece], world.facingY[piece]);
  }
  // First to the right, then to the left, so that it swings evenly about the middle.
  const half = motion.arc / 2;
  const turned = ((world.tick - world.stateSince[piece] + 1) * motion.turn) % (4 * half);
  const offset = turned < half ? turned : turned < 3 * half ? 2 * half - turned : turned - 4 * half;
  faceHeading(world, piece, world.originX[piece] + offset);
}

/** Stands and turns to a place, the shorter way round. */
export function turnToPlace(world: World, piece: number, motion: Extract<MotionProgram, { operation: 'turn' }>): void {
  let x = world.lastSeenX[piece];
  let y = world.lastSeenY[piece];
  let isKnown = world.lastSeenTick[piece] !== NEVER;
  if (motion.place === 'player' && world.sights[piece] === 1) {
    ({ x, y } = world.player);
    isKnown = true;
  } else if (motion.place === 'sound') {
    x = world.lastSoundX[piece];
    y = world.lastSoundY[piece];
    isKnown = world.hasHeard[piece] === 1;
  }
  const dx = x - world.x[piece];
  const dy = y - world.y[piece];
  if (!isKnown || (dx === 0 && dy === 0)) {
    world.hasArrived[piece] = 1;
    return;
  }
  const wanted = headingDegrees(dx, dy);
  const now = headingDegrees(world.facingX[piece], world.facingY[piece]);
  let turn = (((wanted - now) % 360) + 360) % 360;
  if (turn > 180) turn -= 360;
  const isThere = Math.abs(turn) <= motion.turn;
  faceHeading(world, piece, isThere ? wanted : now + (turn > 0 ? motion.turn : -motion.turn));
  world.hasArrived[piece] = isThere ? 1 : 0;
}
