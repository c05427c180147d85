import { isInArea, type Area } from '../../../arena/area';
import { compares } from '../../../compile/conditionProgram';
import type { RuleCondition, RuleTest, RuleTestOf, RuleTestWord } from '../../../compile/cueProgram';
import type { RuleReading } from '../../../language/cues/cueWords';
import { WAVE_STAGE } from '../cues/cueState';
import { prepareJoined, type ConditionTest } from '../joined';
import { prepareValue, type ReadingValues } from '../values';
import type { World } from '../world';

/** How each word of cues and rules is made ready. None of them changes anything. */
const TESTS: { [Word in RuleTestWord]: (test: RuleTestOf<Word>) => ConditionTest } = {
  touches:
    ({ kinds }) =>
    (world) =>
      hasTouched(world, kinds),
  at:
    ({ area }) =>
    ({ player }) =>
      isInArea(area, player.x, player.y),
  'some at':
    ({ kinds, area }) =>
    (world) =>
      countIn(world, kinds, area).inside > 0,
  'each at':
    ({ kinds, area }) =>
    (world) => {
      const { inside, there } = countIn(world, kinds, area);
      return there > 0 && inside === there;
    },
  'none left':
    ({ kinds }) =>
    (world) =>
      wasAnyThere(world, kinds) && !isAnyThere(world, kinds),
  'all filled':
    ({ kinds }) =>
    (world) =>
      areAllFilled(world, kinds),
  cleared:
    ({ cue }) =>
    (world) =>
      world.cues.stage[cue] === WAVE_STAGE.over || isSpawnerCleared(world, cue),
  compare: (test) => {
    const left = prepareValue(test.left, RULE_READING_VALUES);
    const right = prepareValue(test.right, RULE_READING_VALUES);
    const { comparison } = test;
    return (world, piece) => compares(comparison, left(world, piece), right(world, piece));
  },
};

/** Something that a cue or a rule waits for, made ready. */
export function prepareRule(condition: RuleCondition): ConditionTest {
  return prepareJoined<RuleTest>(condition, {
    prepare: (test) => {
      const prepare = TESTS[test.type] as (own: RuleTest) => ConditionTest;
      return prepare(test);
    },
    changesNothing: () => true,
  });
}

/** What cues and rules can read of a run; times in seconds. */
export const RULE_READING_VALUES: ReadingValues<RuleReading> = {
  clock: (world) => world.tick / world.level.program.ticksPerSecond,
  score: ({ player }) => player.score,
  lives: (world) => world.livesLeft,
  health: ({ player }) => player.health,
  wave: (world) => world.cues.waveNumber,
  carried: ({ player }) => player.carried,
  delivered: ({ player }) => player.delivered,
  distance: (world) => world.farthest,
};

/** A spawner is cleared when it lets nothing more in and all that came is gone. */
function isSpawnerCleared(world: World, cue: number): boolean {
  const program = world.level.program.cues[cue];
  if (program.type !== 'spawner') return false;
  const { come, alive, isClosed } = world.cues;
  return (isClosed[cue] === 1 || come[cue] >= program.mostInAll) && alive[cue] === 0;
}

/** How many of some kinds are there, and of how many of them the middle lies in an area. */
export function countIn(world: World, kinds: readonly number[], area: Area): { inside: number; there: number } {
  let inside = 0;
  let there = 0;
  for (const kind of kinds)
    for (const piece of world.level.piecesOfKind[kind]) {
      if (world.alive[piece] === 0) continue;
      there++;
      if (isInArea(area, world.x[piece], world.y[piece])) inside++;
    }
  return { inside, there };
}

function isAnyThere(world: World, kinds: readonly number[]): boolean {
  for (let index = 0; index < kinds.length; index++) {
    const pieces = world.level.piecesOfKind[kinds[index]];
    for (let at = 0; at < pieces.length; at++) if (world.alive[pieces[at]] === 1) return true;
  }
  return false;
}

function wasAnyThere(world: World, kinds: readonly number[]): boolean {
  for (let index = 0; index < kinds.length; index++) if (world.hasBeenThere[kinds[index]] === 1) return true;
  return false;
}

/** Whether the player touched one of some kinds in the tick that has just passed. */
function hasTouched(world: World, kinds: readonly number[]): boolean {
  for (let index = 0; index < kinds.length; index++) if (world.touchTick[kinds[index]] === world.tick - 1) return true;
  return false;
}

function areAllFilled(world: World, kinds: readonly number[]): boolean {
  let count = 0;
  for (const kind of kinds) {
    for (const piece of world.level.piecesOfKind[kind]) {
      if (world.alive[piece] === 0) continue;
      if (world.isFilled[piece] === 0) return false;
      count++;
    }
  }
  return count > 0;
}
