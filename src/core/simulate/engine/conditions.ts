import { isLineClear } from '../../arena/sight';
import { compares } from '../../compile/conditionProgram';
import {
  PLAYER_TARGET,
  type ConditionProgram,
  type TestProgram,
  type TestProgramOf,
  type TestWord,
} from '../../compile/levelProgram';
import { factsOfCondition } from '../../language/vocabulary';
import { prepareJoined, type ConditionTest, type TestHandlers } from './joined';
import { isWithin, prepareSight, type SightLimits } from './perception';
import { hears, seesAllyHunt } from './sounds';
import { isDrawn, isForemost } from './movers/march';
import { findTarget, targetPlace } from './targets';
import { prepareValue, READING_VALUES } from './values';
import type { World } from './world';

/** How each test is made ready. */
const TESTS: { [Word in TestWord]: (test: TestProgramOf<Word>) => ConditionTest } = {
  sees: prepareSees,
  near: prepareNear,
  unseen:
    ({ ticks }) =>
    (world, piece) =>
      world.tick - world.lastSeenTick[piece] >= ticks,
  hears:
    ({ sound, range, isBlocked }) =>
    (world, piece) =>
      hears(world, piece, sound, range, isBlocked),
  struck: () => (world, piece) => world.struckTick[piece] === world.tick - 1,
  foremost: () => isForemost,
  drawn:
    ({ ticks }) =>
    (world, piece) =>
      isDrawn(world, piece, ticks),
  on:
    ({ ground }) =>
    (world, piece) =>
      isOn(world, piece, ground),
  ally:
    ({ range }) =>
    (world, piece) =>
      seesAllyHunt(world, piece, range),
  after:
    ({ ticks }) =>
    (world, piece) =>
      world.tick - world.stateSince[piece] >= ticks,
  every:
    ({ ticks }) =>
    (world, piece) =>
      isBeat(world.tick - world.stateSince[piece], ticks),
  chance:
    ({ share, ticks }) =>
    (world, piece) =>
      isBeat(world.tick - world.stateSince[piece], ticks) && world.randomOf(piece).nextUnit() < share,
  arrived: () => (world, piece) => world.hasArrived[piece] === 1,
  stuck:
    ({ ticks }) =>
    (world, piece) =>
      world.stillTicks[piece] >= ticks,
  'cut off': () => (world, piece) => world.isCutOff[piece] === 1,
  compare: (test) => {
    const left = prepareValue(test.left, READING_VALUES);
    const right = prepareValue(test.right, READING_VALUES);
    const { comparison } = test;
    return (world, piece) => compares(comparison, left(world, piece), right(world, piece));
  },
};

const HANDLERS: TestHandlers<TestProgram> = {
  prepare: (test) => {
    const prepare = TESTS[test.type] as (own: TestProgram) => ConditionTest;
    return prepare(test);
  },
  changesNothing: (test) => {
    if (test.type === 'compare') return true;
    // Of the player, and without a time to notice, a look counts nothing.
    if (test.type === 'sees') return test.target === PLAYER_TARGET && test.noticeTicks <= 1;
    return !factsOfCondition(test.type).notes;
  },
};

export function prepareCondition(condition: ConditionProgram): ConditionTest {
  return prepareJoined(condition, HANDLERS);
}

/** Whether another period has just been filled. */
export function isBeat(ticksInState: number, period: number): boolean {
  return ticksInState > 0 && ticksInState % period === 0;
}

function prepareSees(condition: TestProgramOf<'sees'>): ConditionTest {
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
function prepareNear(condition: TestProgramOf<'near'>): ConditionTest {
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

/** Whether the middle of a piece is over a kind of ground; outside of the level it is over none. */
export function isOn(world: World, piece: number, ground: number): boolean {
  const { grid, typeOfCell } = world.ground;
  const x = world.x[piece];
  const y = world.y[piece];
  if (x < 0 || y < 0 || x >= grid.width || y >= grid.height) return false;
  return typeOfCell[Math.floor(y) * grid.width + Math.floor(x)] === ground;
}
