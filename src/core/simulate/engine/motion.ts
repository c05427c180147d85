import type { MotionProgram } from '../../compile/levelProgram';
import { assertNever } from '../../foundation/result';
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

/**
 * A motion as a function that has captured its numbers. Each kind of motion is a function of its own, so that the tick calls
 * it without asking which it is, and what it reads always has the same form.
 */
export function prepareMotion(motion: MotionProgram): Mover {
  switch (motion.operation) {
    case 'hold':
    case 'march':
      // A formation moves as one, before everything else; see march.ts.
      return () => undefined;
    case 'patrol':
      return (world, piece) => patrol(world, piece, motion, motion.step * walkingFactor(world, piece));
    case 'chase':
      return (world, piece) => chase(world, piece, motion, motion.step * walkingFactor(world, piece));
    case 'travel':
      return (world, piece) => travel(world, piece, motion, motion.step * walkingFactor(world, piece));
    case 'follow':
      return (world, piece) => follow(world, piece, motion, motion.step * walkingFactor(world, piece));
    case 'flee':
      return (world, piece) => flee(world, piece, motion, motion.step * walkingFactor(world, piece));
    case 'circle':
      return (world, piece) => circle(world, piece, motion, motion.step * walkingFactor(world, piece));
    case 'search':
      return (world, piece) => search(world, piece, motion, motion.step * walkingFactor(world, piece));
    case 'look':
      return (world, piece) => lookAround(world, piece, motion);
    case 'turn':
      return (world, piece) => turnToPlace(world, piece, motion);
    case 'pace':
      return (world, piece) =>
        paceOn(world, piece, motion, motion.step * walkingFactor(world, piece), waysOf(world, piece).grid);
    case 'wander':
      return (world, piece) =>
        wander(world, piece, motion, motion.step * walkingFactor(world, piece), waysOf(world, piece).grid);
    case 'roam':
      return (world, piece) =>
        roam(world, piece, motion, motion.step * walkingFactor(world, piece), waysOf(world, piece).walk);
    case 'hover':
      return (world, piece) => hover(world, piece, motion);
    case 'drift':
      return (world, piece) => drift(world, piece, motion, motion.step * ownFactor(world, piece));
    default:
      return assertNever(motion);
  }
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
