import { isSolidAt } from '../../../arena/grid';
import { sweepBody, type SweepResult } from '../../../arena/sweep';
import { PLAYER_TARGET, type MotionProgram } from '../../../compile/levelProgram';
import { ledgeAhead } from '../ledges';
import { NEAR_FIRST } from '../pieceBuckets';
import { findTarget, targetPlace } from '../targets';
import { faceTowards, goTo, waysOf } from '../walking';
import { NEVER } from '../never';
import type { World } from '../world';

type Chase = Extract<MotionProgram, { operation: 'chase' }>;

const goal = { x: 0.5, y: 0.5 };
const sweep: SweepResult = { x: 0, y: 0, touched: false };

/** Goes for the target while seeing it, otherwise for where it was last seen; never uses what it cannot know. */
export function chase(world: World, piece: number, motion: Chase, fullStep: number): void {
  const seen = motion.knowsAlways || motion.target !== PLAYER_TARGET || world.sights[piece] === 1;
  if (!findGoal(world, piece, motion, seen)) {
    world.hasArrived[piece] = 1;
    return;
  }
  const dx = goal.x - world.x[piece];
  const dy = goal.y - world.y[piece];
  const distance = Math.sqrt(dx * dx + dy * dy);
  // Once it stands, it sets off again only when the target is farther by the slack.
  const limit = motion.keep + (world.isWaiting[piece] === 1 ? motion.slack : 0);
  const measured = motion.measured === 'all round' ? distance : Math.abs(motion.measured === 'across' ? dx : dy);
  const waits = seen && measured <= limit;
  world.isWaiting[piece] = waits ? 1 : 0;
  const fromX = world.x[piece];
  const fromY = world.y[piece];
  world.hasArrived[piece] = 0;
  if (waits) faceTowards(world, piece, dx, dy, distance);
  else {
    const step = seen ? Math.min(fullStep, measured - motion.keep) : fullStep;
    const hasArrived = goTo(world, piece, goal.x, goal.y, step, motion);
    world.hasArrived[piece] = hasArrived && !seen ? 1 : 0;
  }
  if (motion.apart > 0) keepApart(world, piece, motion, fullStep, fromX, fromY);
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

/** What a piece that keeps apart goes in this tick, cells; and whether somebody is in its way. */
const move = { x: 0.5, y: 0.5 };
/** Who keeps apart, from whom on, and how far it may go; set before its neighbours are visited. */
const crowded = { piece: 0, apart: 0.5, most: 0.5, goalSquare: 0.5, hasChanged: false };
/** Corrections for several neighbours follow one another so often, so that the last does not undo the first. */
const CROWD_ROUNDS = 2;

/**
 * Holds a piece apart from those of its kind that are nearer to where it goes; they have the right of way, so two never push
 * each other to and fro. It comes no nearer to them than it may, backs off from those that are too near, and never goes where
 * its own motion would not take it: into walls, over ledges that it minds, or off its course while it falls.
 */
function keepApart(world: World, piece: number, motion: Chase, fullStep: number, fromX: number, fromY: number): void {
  const { x, y } = world;
  const isFalling = world.level.fallsOfPiece[piece] === 1;
  if (isFalling && world.fallSpeed[piece] !== 0) return;
  move.x = x[piece] - fromX;
  move.y = y[piece] - fromY;
  crowded.piece = piece;
  crowded.apart = motion.apart;
  crowded.most = fullStep / 2;
  crowded.goalSquare = squareTo(fromX, fromY);
  crowded.hasChanged = false;
  world.yieldsTo[piece] = -1;
  x[piece] = fromX;
  y[piece] = fromY;
  const crowd = world.crowdOf(world.level.program.pieces[piece].kindIndex);
  for (let round = 0; round < CROWD_ROUNDS; round++)
    crowd.forEachWithin(world, fromX, fromY, motion.apart + fullStep, yieldTo);
  if (!crowded.hasChanged) {
    x[piece] = fromX + move.x;
    y[piece] = fromY + move.y;
    return;
  }
  // Seen from the side, nobody is lifted off the ground.
  if (isFalling) move.y = 0;
  const length = Math.sqrt(move.x * move.x + move.y * move.y);
  if (length < STANDS_STILL) return;
  const share = length > fullStep ? fullStep / length : 1;
  const { grid } = waysOf(world, piece);
  const { standOfPiece } = world.level;
  sweepBody(grid, fromX, fromY, standOfPiece[piece], move.x * share, move.y * share, sweep);
  x[piece] =
    isFalling && motion.mindsLedges && sweep.x !== fromX
      ? ledgeAhead(world, piece, grid, sweep.x, sweep.x > fromX)
      : sweep.x;
  y[piece] = sweep.y;
}

/** A correction shorter than this many cells is none: the piece stands. */
const STANDS_STILL = 1e-6;

function squareTo(x: number, y: number): number {
  return (goal.x - x) * (goal.x - x) + (goal.y - y) * (goal.y - y);
}

/** Takes out of a move what would bring the piece too near to another one, if that one has the right of way. */
function yieldTo(world: World, other: number): void {
  const { piece, apart, most, goalSquare } = crowded;
  if (other === piece) return;
  const otherX = world.beforeX[other];
  const otherY = world.beforeY[other];
  const otherSquare = squareTo(otherX, otherY);
  if (otherSquare > goalSquare || (otherSquare === goalSquare && other > piece)) return;
  let dx = otherX - world.x[piece];
  let dy = otherY - world.y[piece];
  let distance = Math.sqrt(dx * dx + dy * dy);
  if (distance < NEAR_FIRST) {
    // On one and the same place, the later one goes west.
    dx = distance = NEAR_FIRST;
    dy = 0;
  }
  const closing = (move.x * dx + move.y * dy) / distance;
  const allowed = distance >= apart ? distance - apart : Math.max(-most, distance - apart);
  if (closing <= allowed) return;
  move.x -= (dx / distance) * (closing - allowed);
  move.y -= (dy / distance) * (closing - allowed);
  crowded.hasChanged = true;
  world.yieldsTo[piece] = other;
}
