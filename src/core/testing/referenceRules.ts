import { toBaseUnit } from '../foundation/units';
import { bug } from '../foundation/result';
import type { Expression } from '../language/checkedBehavior';
import type { CueCondition, RulePhrase } from '../language/cues/checkedCues';
import type { RuleReading } from '../language/cues/cueWords';
import type { RuleWord } from '../language/words/ruleConditions';
import { WAVE_STAGE } from '../simulate/engine/cues/cueState';
import type { World } from '../simulate/engine/world';

/** Where the marks of the level are: x, y, width and height by id. */
export type MarkBoxes = Readonly<Record<string, readonly [number, number, number, number]>>;

/** Whether a condition of cues and rules holds, told by walking its tree and looking everything up by name. */
export function holdsPlainly(world: World, condition: CueCondition, marks: MarkBoxes): boolean {
  switch (condition.type) {
    case 'or':
      return condition.parts.map((part) => holdsPlainly(world, part, marks)).includes(true);
    case 'and':
      return !condition.parts.map((part) => holdsPlainly(world, part, marks)).includes(false);
    case 'not':
      return !holdsPlainly(world, condition.part, marks);
    case 'test':
      return TESTS[condition.phrase.operation](world, condition.phrase, marks);
    case 'compare': {
      const [left, right] = [valueOf(world, condition.left), valueOf(world, condition.right)];
      const isEqual = left === right;
      if (condition.comparison === '=') return isEqual;
      const isThatWay = condition.comparison.startsWith('>') ? left > right : left < right;
      return isThatWay || (condition.comparison.endsWith('=') && isEqual);
    }
  }
}

const TESTS: Record<RuleWord, (world: World, phrase: RulePhrase, marks: MarkBoxes) => boolean> = {
  touches: (world, { name }) =>
    world.level.program.kinds.some(
      ({ tags }, kind) => tags.includes(name.id) && world.touchTick[kind] === world.tick - 1,
    ),
  at: ({ player }, { name }, marks) => liesIn(marks[name.id], player.x, player.y),
  'some at': (world, { name, place }, marks) =>
    withTag(world, name.id).some((piece) => liesIn(marks[place!.id], world.x[piece], world.y[piece])),
  'each at': (world, { name, place }, marks) => {
    const there = withTag(world, name.id);
    return there.length > 0 && there.every((piece) => liesIn(marks[place!.id], world.x[piece], world.y[piece]));
  },
  'none left': (world, { name }) => {
    const { kinds } = world.level.program;
    const wasThere = kinds.some(({ tags }, kind) => tags.includes(name.id) && world.hasBeenThere[kind] === 1);
    return wasThere && withTag(world, name.id).length === 0;
  },
  'all filled': (world, { name }) => {
    const there = withTag(world, name.id);
    return there.length > 0 && there.every((piece) => world.isFilled[piece] === 1);
  },
  cleared: (world, { name }) => {
    const { cues } = world.level.program;
    const index = cues.findIndex((cue) => cue.name === name.id);
    return world.cues.stage[index] === WAVE_STAGE.over;
  },
};

function liesIn([left, top, width, height]: MarkBoxes[string], x: number, y: number): boolean {
  return !(x < left || y < top || x > left + width || y > top + height);
}

function withTag(world: World, tag: string): number[] {
  const { pieces, kinds } = world.level.program;
  return pieces.flatMap(({ kindIndex }, piece) =>
    world.alive[piece] === 1 && kinds[kindIndex].tags.includes(tag) ? [piece] : [],
  );
}

function valueOf(world: World, value: Expression): number {
  const { ticksPerSecond, pixelsPerCell } = world.level.program;
  switch (value.type) {
    case 'quantity':
      return toBaseUnit(value.value, value.unit, { ticksPerSecond, pixelsPerCell });
    case 'reading':
      return READINGS[value.name as RuleReading](world);
    case 'negative':
      return -valueOf(world, value.operand);
    case 'binary': {
      const [left, right] = [valueOf(world, value.left), valueOf(world, value.right)];
      return { '+': left + right, '-': left - right, '*': left * right, '/': left / right }[value.operator];
    }
    default:
      return bug(`no ${value.type} in these conditions`);
  }
}

const READINGS: Record<RuleReading, (world: World) => number> = {
  clock: (world) => world.tick / world.level.program.ticksPerSecond,
  score: (world) => world.player.score,
  lives: (world) => world.livesLeft,
  health: (world) => world.player.health,
  wave: (world) => world.cues.waveNumber,
  carried: (world) => world.player.carried,
  delivered: (world) => world.player.delivered,
  distance: (world) => world.farthest,
};
