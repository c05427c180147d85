import type { RuleCondition, RuleValue } from '../../../compile/cueProgram';
import { assertNever } from '../../../foundation/result';
import { WAVE_STAGE } from '../cues/cueState';
import { compares } from '../values';
import type { World } from '../world';

/** Whether something that a cue or a rule waits for holds now. */
export function holds(world: World, condition: RuleCondition): boolean {
  switch (condition.type) {
    case 'or':
      for (let index = 0; index < condition.parts.length; index++)
        if (holds(world, condition.parts[index])) return true;
      return false;
    case 'and':
      for (let index = 0; index < condition.parts.length; index++)
        if (!holds(world, condition.parts[index])) return false;
      return true;
    case 'not':
      return !holds(world, condition.part);
    case 'compare':
      return compares(condition.comparison, valueOf(world, condition.left), valueOf(world, condition.right));
    case 'touches':
      return hasTouched(world, condition.kinds);
    case 'at': {
      const { x, y, width, height } = condition.area;
      const { player } = world;
      return player.x >= x && player.x <= x + width && player.y >= y && player.y <= y + height;
    }
    case 'none left':
      return wasAnyThere(world, condition.kinds) && !isAnyThere(world, condition.kinds);
    case 'all filled':
      return areAllFilled(world, condition.kinds);
    case 'cleared':
      return world.cues.stage[condition.cue] === WAVE_STAGE.over || isSpawnerCleared(world, condition.cue);
    default:
      return assertNever(condition);
  }
}

/** A spawner is cleared when it lets nothing more in and all that came is gone. */
function isSpawnerCleared(world: World, cue: number): boolean {
  const program = world.level.program.cues[cue];
  if (program.type !== 'spawner') return false;
  const { come, alive, isClosed } = world.cues;
  return (isClosed[cue] === 1 || come[cue] >= program.mostInAll) && alive[cue] === 0;
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

export function valueOf(world: World, value: RuleValue): number {
  switch (value.type) {
    case 'number':
      return value.value;
    case 'reading':
      return readingOf(world, value.reading);
    case 'negative':
      return -valueOf(world, value.operand);
    default: {
      const left = valueOf(world, value.left);
      const right = valueOf(world, value.right);
      if (value.operator === '+') return left + right;
      if (value.operator === '-') return left - right;
      return value.operator === '*' ? left * right : left / right;
    }
  }
}

function readingOf(world: World, reading: Extract<RuleValue, { type: 'reading' }>['reading']): number {
  const { player } = world;
  switch (reading) {
    case 'clock':
      return world.tick / world.level.program.ticksPerSecond;
    case 'lives':
      return world.livesLeft;
    case 'wave':
      return world.cues.waveNumber;
    default:
      return player[reading];
  }
}
