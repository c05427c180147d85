import { isLineClear } from '../../arena/sight';
import { PLAYER_TARGET, type ConditionProgram } from '../../compile/levelProgram';
import { assertNever } from '../../foundation/result';
import { isWithin, prepareSight, type SightLimits } from './perception';
import { hears, seesAllyHunt } from './sounds';
import { isForemost } from './movers/march';
import { findTarget, targetPlace } from './targets';
import { compares, prepareValue } from './values';
import type { World } from './world';

/** A condition as a function of the world; everything else it needs is captured. */
export type ConditionTest = (world: World, piece: number) => boolean;

export function prepareCondition(condition: ConditionProgram): ConditionTest {
  switch (condition.type) {
    case 'or':
      return joinTests(condition.parts, true);
    case 'and':
      return joinTests(condition.parts, false);
    case 'not': {
      const part = prepareCondition(condition.part);
      return (world, piece) => !part(world, piece);
    }
    case 'sees':
      return prepareSees(condition);
    case 'unseen': {
      const { ticks } = condition;
      return (world, piece) => world.tick - world.lastSeenTick[piece] >= ticks;
    }
    case 'near':
      return prepareNear(condition);
    case 'hears': {
      const { sound, range, isBlocked } = condition;
      return (world, piece) => hears(world, piece, sound, range, isBlocked);
    }
    case 'struck':
      return (world, piece) => world.struckTick[piece] === world.tick - 1;
    case 'foremost':
      return isForemost;
    case 'on': {
      const { ground } = condition;
      return (world, piece) => isOn(world, piece, ground);
    }
    case 'ally': {
      const { range } = condition;
      return (world, piece) => seesAllyHunt(world, piece, range);
    }
    case 'after': {
      const { ticks } = condition;
      return (world, piece) => world.tick - world.stateSince[piece] >= ticks;
    }
    case 'every': {
      const { ticks } = condition;
      return (world, piece) => isBeat(world.tick - world.stateSince[piece], ticks);
    }
    case 'chance': {
      const { share, ticks } = condition;
      return (world, piece) =>
        isBeat(world.tick - world.stateSince[piece], ticks) && world.randomOf(piece).nextUnit() < share;
    }
    case 'arrived':
      return (world, piece) => world.hasArrived[piece] === 1;
    case 'stuck': {
      const { ticks } = condition;
      return (world, piece) => world.stillTicks[piece] >= ticks;
    }
    case 'cut off':
      return (world, piece) => world.isCutOff[piece] === 1;
    case 'compare': {
      const left = prepareValue(condition.left);
      const right = prepareValue(condition.right);
      const { comparison } = condition;
      return (world, piece) => compares(comparison, left(world, piece), right(world, piece));
    }
    default:
      return assertNever(condition);
  }
}

/** Whether another period has just been filled. */
export function isBeat(ticksInState: number, period: number): boolean {
  return ticksInState > 0 && ticksInState % period === 0;
}

function prepareSees(condition: Extract<ConditionProgram, { type: 'sees' }>): ConditionTest {
  const limits = prepareSight(condition.range, condition.arc);
  const { slot, noticeTicks, target } = condition;
  if (target !== PLAYER_TARGET) {
    const isSeen: ConditionTest = (world, piece) => seesTarget(world, piece, target, limits);
    return (world, piece) => notices(world, piece, slot, noticeTicks, isSeen(world, piece));
  }
  // Told first, as it is so for most pieces in most ticks: no open line, and nothing noticed so far.
  if (noticeTicks <= 1) return (world, piece) => world.isLineOpen[piece] === 1 && isWithin(world, piece, limits);
  return (world, piece) =>
    world.isLineOpen[piece] === 1
      ? notices(world, piece, slot, noticeTicks, isWithin(world, piece, limits))
      : notices(world, piece, slot, noticeTicks, false);
}

/** Counts for how many ticks on end something has been seen; true once these are enough. */
function notices(world: World, piece: number, slot: number, noticeTicks: number, isSeen: boolean): boolean {
  const counter = piece * world.slotsPerPiece + slot;
  if (!isSeen) {
    if (world.heldTicks[counter] !== 0) world.heldTicks[counter] = 0;
    return false;
  }
  return ++world.heldTicks[counter] >= noticeTicks;
}

/** Whether the nearest piece with a tag is in sight. */
function seesTarget(world: World, piece: number, target: number, limits: SightLimits): boolean {
  if (!findTarget(world, piece, target)) return false;
  const { x, y, squareDistance } = targetPlace;
  if (squareDistance > limits.rangeSquare) return false;
  const ahead = (x - world.x[piece]) * world.facingX[piece] + (y - world.y[piece]) * world.facingY[piece];
  if (limits.arcCosine > -1 && ahead < limits.arcCosine * Math.sqrt(squareDistance)) return false;
  return isLineClear(world.ground.grid, world.x[piece], world.y[piece], x, y);
}

/** Near at one distance, and no longer near only beyond another. */
function prepareNear(condition: Extract<ConditionProgram, { type: 'near' }>): ConditionTest {
  const { slot, target, range, until } = condition;
  return (world, piece) => {
    const memory = piece * world.slotsPerPiece + slot;
    const limit = world.heldTicks[memory] > 0 ? until : range;
    const isThere = target !== PLAYER_TARGET || world.hasPlayer;
    const isNear = isThere && findTarget(world, piece, target) && targetPlace.squareDistance <= limit * limit;
    world.heldTicks[memory] = isNear ? 1 : 0;
    return isNear;
  };
}

/**
 * Joins tests. Those that count, draw or note something are done in every tick, in their order; the others change nothing and
 * are only done while they can still decide.
 */
function joinTests(parts: readonly ConditionProgram[], any: boolean): ConditionTest {
  const lasting = parts.filter((part) => !changesNothing(part)).map(prepareCondition);
  const passing = parts.filter(changesNothing).map(prepareCondition);
  return (world, piece) => {
    let isDecided = false;
    for (let index = 0; index < lasting.length; index++) if (lasting[index](world, piece) === any) isDecided = true;
    if (isDecided) return any;
    for (let index = 0; index < passing.length; index++) if (passing[index](world, piece) === any) return any;
    return !any;
  };
}

/** Whether a test only reads: nothing of the world is another if it is left out. */
function changesNothing(condition: ConditionProgram): boolean {
  switch (condition.type) {
    case 'or':
    case 'and':
      return condition.parts.every(changesNothing);
    case 'not':
      return changesNothing(condition.part);
    case 'sees':
      return condition.target === PLAYER_TARGET && condition.noticeTicks <= 1;
    // Those note what they have come upon: how near, from where, by whom; or draw.
    case 'near':
    case 'hears':
    case 'ally':
    case 'chance':
      return false;
    default:
      return true;
  }
}

/** Whether the middle of a piece is over a kind of ground; outside of the level it is over none. */
export function isOn(world: World, piece: number, ground: number): boolean {
  const { grid, typeOfCell } = world.ground;
  const x = world.x[piece];
  const y = world.y[piece];
  if (x < 0 || y < 0 || x >= grid.width || y >= grid.height) return false;
  return typeOfCell[Math.floor(y) * grid.width + Math.floor(x)] === ground;
}
