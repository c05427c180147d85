import type { MotionProgram, MotionProgramOf } from '../../compile/levelProgram';
import type { MotionWord } from '../../language/vocabulary';
import { chase, follow, travel } from './movers/chase';
import { circle } from './movers/circle';
import { drift } from './movers/drift';
import { flee } from './movers/flee';
import { hover } from './movers/hover';
import { paceOn } from './movers/pace';
import { patrol } from './movers/patrol';
import { roam } from './movers/roam';
import { search } from './movers/search';
import { lookAround, turnToPlace } from './movers/turning';
import { wander } from './movers/wander';
import { waysOf } from './walking';
import type { World } from './world';

/** Moves one piece by one tick. */
export type Mover = (world: World, piece: number) => void;

/** How each motion is made ready: a function that has captured its numbers. */
const MOVERS: { [Word in MotionWord]: (motion: MotionProgramOf<Word>) => Mover } = {
  hold: () => () => undefined,
  // A formation moves as one, before everything else; see march.ts.
  march: () => () => undefined,
  patrol: (motion) => (world, piece) => patrol(world, piece, motion, motion.step * walkingFactor(world, piece)),
  chase: (motion) => (world, piece) => chase(world, piece, motion, motion.step * walkingFactor(world, piece)),
  travel: (motion) => (world, piece) => travel(world, piece, motion, motion.step * walkingFactor(world, piece)),
  follow: (motion) => (world, piece) => follow(world, piece, motion, motion.step * walkingFactor(world, piece)),
  flee: (motion) => (world, piece) => flee(world, piece, motion, motion.step * walkingFactor(world, piece)),
  circle: (motion) => (world, piece) => circle(world, piece, motion, motion.step * walkingFactor(world, piece)),
  search: (motion) => (world, piece) => search(world, piece, motion, motion.step * walkingFactor(world, piece)),
  look: (motion) => (world, piece) => lookAround(world, piece, motion),
  turn: (motion) => (world, piece) => turnToPlace(world, piece, motion),
  pace: (motion) => (world, piece) =>
    paceOn(world, piece, motion, motion.step * walkingFactor(world, piece), waysOf(world, piece).grid),
  wander: (motion) => (world, piece) =>
    wander(world, piece, motion, motion.step * walkingFactor(world, piece), waysOf(world, piece).grid),
  roam: (motion) => (world, piece) =>
    roam(world, piece, motion, motion.step * walkingFactor(world, piece), waysOf(world, piece).walk),
  hover: (motion) => (world, piece) => hover(world, piece, motion),
  drift: (motion) => (world, piece) => drift(world, piece, motion, motion.step * ownFactor(world, piece)),
};

/**
 * A motion as a function that has captured its numbers. Each kind of motion is a function of its own, so that the tick calls
 * it without asking which it is, and what it reads always has the same form.
 */
export function prepareMotion(motion: MotionProgram): Mover {
  const prepare = MOVERS[motion.operation] as (motion: MotionProgram) => Mover;
  return prepare(motion);
}

/** Factor on the speed of a walker: by the ground under it and by what it has met. */
function walkingFactor(world: World, piece: number): number {
  if (!world.level.changesPace) return 1;
  const own = ownFactor(world, piece);
  if (world.level.floatsOfPiece[piece] === 1) return own;
  return own * world.ground.typeAt(world.x[piece], world.y[piece]).speedFactor;
}

/** Factor by what a piece has met, and by the speed that its cue gave it instead of that of its motion. */
function ownFactor(world: World, piece: number): number {
  const own = world.speedFactor[piece];
  const given = world.givenStep[piece];
  if (given === 0) return own;
  const { motion } = world.level.brains[world.level.brainOfPiece[piece]].states[world.state[piece]];
  return factorOfGiven(motion, own, given);
}

/** The factor on the step of a motion by which a piece goes at the speed that it was given, cells a tick. */
export function factorOfGiven(motion: MotionProgram, own: number, given: number): number {
  return 'step' in motion && motion.step > 0 ? (own * given) / motion.step : own;
}
