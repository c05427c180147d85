import { isSolidAt } from '../../../arena/grid';
import { sweepBody, type SweepResult } from '../../../arena/sweep';
import { PLAYER_TARGET, type MotionProgram } from '../../../compile/levelProgram';
import { NEAR_FIRST, type PieceBuckets } from '../pieceBuckets';
import { findTarget, targetPlace } from '../targets';
import { faceTowards, goTo, waysOf } from '../walking';
import { NEVER } from '../never';
import type { World } from '../world';

type Chase = Extract<MotionProgram, { operation: 'chase' }>;

const goal = { x: 0.5, y: 0.5 };
const shove = { x: 0.5, y: 0.5 };
const sweep: SweepResult = { x: 0, y: 0, touched: false };

/** Goes for the target while seeing it, otherwise for where it was last seen; never uses what it cannot know. */
export function chase(world: World, piece: number, motion: Chase, fullStep: number): void {
  const seen = motion.target !== PLAYER_TARGET || world.sights[piece] === 1;
  if (!findGoal(world, piece, motion, seen)) {
    world.hasArrived[piece] = 1;
    return;
  }
  const dx = goal.x - world.x[piece];
  const dy = goal.y - world.y[piece];
  const distance = Math.sqrt(dx * dx + dy * dy);
  // Once it stands, it sets off again only when the target is farther by the slack.
  const limit = motion.keep + (world.isWaiting[piece] === 1 ? motion.slack : 0);
  const waits = seen && distance <= limit;
  world.isWaiting[piece] = waits ? 1 : 0;
  const crowd = motion.apart > 0 ? findShove(world, piece, motion.apart) : 0;
  if (crowd > 0) shoveAside(world, piece, fullStep * 0.5 * crowd);
  if (waits) {
    faceTowards(world, piece, dx, dy, distance);
    return;
  }
  const most = crowd > 0 ? fullStep * (1 - 0.5 * crowd) : fullStep;
  const step = seen ? Math.min(most, distance - motion.keep) : most;
  const hasArrived = goTo(world, piece, goal.x, goal.y, step, motion);
  world.hasArrived[piece] = hasArrived && !seen ? 1 : 0;
}

/** Where a chase leads: the target, where it will be, or the last sighting. False when nothing is known. */
function findGoal(world: World, piece: number, motion: Chase, seen: boolean): boolean {
  if (!seen) {
    goal.x = world.lastSeenX[piece];
    goal.y = world.lastSeenY[piece];
    return world.lastSeenTick[piece] !== NEVER;
  }
  if (!findTarget(world, piece, motion.target)) return false;
  goal.x = targetPlace.x;
  goal.y = targetPlace.y;
  if (motion.leadTicks > 0 && motion.target === PLAYER_TARGET) lookAhead(world, motion.leadTicks);
  return true;
}

/** Moves the goal to where the player will be, as far as open ground goes. */
function lookAhead(world: World, ticks: number): void {
  for (let share = 1; share > 0; share -= 0.25) {
    const x = goal.x + world.playerMovedX * ticks * share;
    const y = goal.y + world.playerMovedY * ticks * share;
    if (isSolidAt(world.ground.grid, Math.floor(x), Math.floor(y))) continue;
    goal.x = x;
    goal.y = y;
    return;
  }
}

/** Follows whoever it is about, seen or not. */
export function follow(
  world: World,
  piece: number,
  motion: Extract<MotionProgram, { operation: 'follow' }>,
  fullStep: number,
): void {
  if (!findTarget(world, piece, motion.target)) {
    world.hasArrived[piece] = 1;
    return;
  }
  const { x, y } = targetPlace;
  const distance = Math.sqrt(targetPlace.squareDistance);
  const waits = distance <= motion.keep;
  world.isWaiting[piece] = waits ? 1 : 0;
  world.hasArrived[piece] = waits ? 1 : 0;
  if (waits) faceTowards(world, piece, x - world.x[piece], y - world.y[piece], distance);
  else goTo(world, piece, x, y, Math.min(fullStep, distance - motion.keep), motion);
}

/** Goes to a place and stays there; without a place it has arrived. */
export function travel(
  world: World,
  piece: number,
  motion: Extract<MotionProgram, { operation: 'travel' }>,
  step: number,
): void {
  goal.x = motion.x;
  goal.y = motion.y;
  let isKnown = true;
  if (motion.place === 'sighting') {
    goal.x = world.lastSeenX[piece];
    goal.y = world.lastSeenY[piece];
    isKnown = world.lastSeenTick[piece] !== NEVER;
  } else if (motion.place === 'sound') {
    goal.x = world.lastSoundX[piece];
    goal.y = world.lastSoundY[piece];
    isKnown = world.hasHeard[piece] === 1;
  } else if (motion.place === 'home') {
    goal.x = world.level.program.pieces[piece].x;
    goal.y = world.level.program.pieces[piece].y;
  }
  if (!isKnown || goTo(world, piece, goal.x, goal.y, step, motion)) world.hasArrived[piece] = 1;
}

/** How much others of its kind crowd a piece, 0 to 1; the direction away from them is then in `shove`. */
function findShove(world: World, piece: number, apart: number): number {
  const kind = world.level.program.pieces[piece].kindIndex;
  const buckets: PieceBuckets = world.crowdOf(kind);
  shove.x = shove.y = 0;
  const { x, y } = world;
  buckets.forEachWithin(world, x[piece], y[piece], apart, (other) => {
    if (other === piece) return;
    let dx = x[piece] - x[other];
    let dy = y[piece] - y[other];
    let distance = Math.sqrt(dx * dx + dy * dy);
    if (distance >= apart) return;
    if (distance < 1e-6) {
      // On one and the same place, the earlier one goes east.
      dx = piece < other ? NEAR_FIRST : -NEAR_FIRST;
      dy = 0;
      distance = NEAR_FIRST;
    }
    const weight = (1 - distance / apart) / distance;
    shove.x += dx * weight;
    shove.y += dy * weight;
  });
  return Math.min(1, Math.sqrt(shove.x * shove.x + shove.y * shove.y));
}

function shoveAside(world: World, piece: number, step: number): void {
  const length = Math.sqrt(shove.x * shove.x + shove.y * shove.y);
  const dx = (shove.x / length) * step;
  // Seen from the side, nobody is lifted off the ground.
  const dy = world.level.fallsOfPiece[piece] === 1 ? 0 : (shove.y / length) * step;
  sweepBody(waysOf(world, piece).grid, world.x[piece], world.y[piece], world.level.standOfPiece[piece], dx, dy, sweep);
  world.x[piece] = sweep.x;
  world.y[piece] = sweep.y;
}
