import type { ActProgram } from '../compile/levelProgram';
import { isLineClear } from '../arena/sight';
import { headingDegrees } from '../foundation/exactMath';
import { bug } from '../foundation/result';
import { toBaseUnit } from '../foundation/units';
import type { Act, CheckedBehavior, Condition, ConditionPhrase, Expression } from '../language/checkedBehavior';
import { handleWord, type ConditionWord, type PieceReading, type WordTable } from '../language/vocabulary';
import { prepareAct } from '../simulate/engine/acts';
import { enterState } from '../simulate/engine/brain';
import { drawOfFormation } from '../simulate/engine/movers/march';
import { look } from '../simulate/engine/perception';
import { hears, seesAllyHunt } from '../simulate/engine/sounds';
import { takeUpSounds } from '../simulate/engine/tick';
import { READING_VALUES } from '../simulate/engine/values';
import type { World } from '../simulate/engine/world';

/**
 * A plain interpreter of checked behaviors. It walks the tree by names in every tick, measures angles as angles and keeps
 * its own counters, so that the compiled brains have something independent to agree with.
 */
export class ReferenceInterpreter {
  /** For how many ticks on end each test has held; keyed by piece, state and place of the test in the text. */
  private readonly held = new Map<string, number>();

  readonly decideAll = (world: World): void => {
    const { program, brains } = world.level;
    takeUpSounds(world);
    program.pieces.forEach((piece, index) => {
      const eyes = piece.brain >= 0 ? brains[piece.brain].eyes : undefined;
      if (eyes && world.hasPlayer && world.alive[index] === 1) look(world, index, eyes);
    });
    program.pieces.forEach((piece, index) => {
      const isStunned = world.level.canStun && world.stunLeft[index] > 0;
      if (piece.brain < 0 || world.alive[index] === 0 || isStunned) return;
      this.decide(world, index, program.behaviors[program.brains[piece.brain].behavior]);
    });
  };

  private decide(world: World, piece: number, behavior: CheckedBehavior): void {
    const brainIndex = world.level.program.pieces[piece].brain;
    const programs = world.level.program.brains[brainIndex].states;
    const stateIndex = world.state[piece];
    const state = behavior.states[stateIndex];
    if (world.hasBegun[piece] === 0) {
      // It has just come to be, with nothing counted so far.
      this.forget(piece);
      this.perform(world, piece, behavior, state.enter, programs[stateIndex].enter);
    }
    world.hasBegun[piece] = 1;
    const inState = world.tick - world.stateSince[piece];
    state.repeats.forEach((repeat, index) => {
      const { ticks, acts } = programs[stateIndex].repeats[index];
      if (inState > 0 && inState % ticks === 0) this.perform(world, piece, behavior, repeat.acts, acts);
    });
    for (const [index, transition] of state.transitions.entries()) {
      if (!this.holds(world, piece, behavior, transition.condition)) continue;
      this.forget(piece);
      this.perform(world, piece, behavior, state.leave, programs[stateIndex].leave);
      this.perform(world, piece, behavior, transition.acts, programs[stateIndex].transitions[index].acts);
      const name = this.draw(world, piece, transition.targets);
      const target = behavior.states.findIndex((candidate) => candidate.name === name);
      enterState(world, piece, world.level.brains[brainIndex], target);
      this.perform(world, piece, behavior, behavior.states[target].enter, programs[target].enter);
      return;
    }
  }

  private forget(piece: number): void {
    for (const key of this.held.keys()) if (key.startsWith(`${piece}:`)) this.held.delete(key);
  }

  /** Memory is set by this interpreter itself; what acts upon the world is the engine's. */
  private perform(
    world: World,
    piece: number,
    behavior: CheckedBehavior,
    acts: readonly Act[],
    programs: readonly ActProgram[],
  ): void {
    acts.forEach((act, index) => {
      if (act.type === 'do') {
        prepareAct(programs[index])(world, piece);
        return;
      }
      const value = this.evaluate(world, piece, behavior, act.value);
      const slot = behavior.memory.findIndex((memory) => memory.name === act.name);
      if (Number.isFinite(value)) world.memory[piece * world.memoryPerPiece + slot] = value;
    });
  }

  private draw(world: World, piece: number, targets: { state: string; weight: number }[]): string {
    if (targets.length === 1) return targets[0].state;
    const all = targets.reduce((sum, target) => sum + target.weight, 0);
    let left = world.randomOf(piece).nextUnit() * all;
    return (
      targets.find(({ weight }, index) => index === targets.length - 1 || (left -= weight) < 0) ?? bug('no target')
    ).state;
  }

  private holds(world: World, piece: number, behavior: CheckedBehavior, condition: Condition): boolean {
    switch (condition.type) {
      case 'not':
        return !this.holds(world, piece, behavior, condition.part);
      case 'or':
        return condition.parts.map((part) => this.holds(world, piece, behavior, part)).some(Boolean);
      case 'and':
        return condition.parts.map((part) => this.holds(world, piece, behavior, part)).every(Boolean);
      case 'test':
        return this.test(world, piece, behavior, condition.phrase);
      case 'compare': {
        const left = this.evaluate(world, piece, behavior, condition.left);
        const right = this.evaluate(world, piece, behavior, condition.right);
        if (condition.comparison === '=') return left === right;
        if (condition.comparison.startsWith('>'))
          return left > right || (condition.comparison === '>=' && left === right);
        return left < right || (condition.comparison === '<=' && left === right);
      }
    }
  }

  private test(world: World, piece: number, behavior: CheckedBehavior, phrase: ConditionPhrase): boolean {
    const { ticksPerSecond } = world.level.program;
    const amount = (name: string) => this.evaluate(world, piece, behavior, phrase.quantities[name]);
    return handleWord(TESTS, phrase, {
      world,
      piece,
      amount,
      ticks: (name) => Math.ceil(amount(name) * ticksPerSecond - 1e-9),
      isBeat: (period) => {
        const inState = world.tick - world.stateSince[piece];
        return inState > 0 && inState % Math.max(1, period) === 0;
      },
      held: this.held,
      key: `${piece}:${world.state[piece]}:${phrase.span.from}`,
    });
  }

  private evaluate(world: World, piece: number, behavior: CheckedBehavior, expression: Expression): number {
    const { program } = world.level;
    const units = { pixelsPerCell: program.pixelsPerCell, ticksPerSecond: program.ticksPerSecond };
    const own = (part: Expression) => this.evaluate(world, piece, behavior, part);
    switch (expression.type) {
      case 'quantity':
        return toBaseUnit(expression.value, expression.unit, units);
      case 'knob': {
        const knob = behavior.knobs.find(({ name }) => name === expression.name) ?? bug(`no knob ${expression.name}`);
        return toBaseUnit(program.pieces[piece].knobs[knob.name], knob.unit, units);
      }
      case 'memory': {
        const slot = behavior.memory.findIndex(({ name }) => name === expression.name);
        return world.memory[piece * world.memoryPerPiece + slot];
      }
      case 'reading':
        return READING_VALUES[expression.name as PieceReading](world, piece);
      case 'table':
        throw new Error('behaviors have no tables');
      case 'negative':
        return -own(expression.operand);
      case 'binary': {
        const [left, right] = [own(expression.left), own(expression.right)];
        if (expression.operator === '+') return left + right;
        if (expression.operator === '-') return left - right;
        return expression.operator === '*' ? left * right : left / right;
      }
    }
  }
}

/** What a test is asked of. */
interface Asked {
  world: World;
  piece: number;
  amount: (name: string) => number;
  ticks: (name: string) => number;
  isBeat: (period: number) => boolean;
  held: Map<string, number>;
  /** Of this test in this state of this piece. */
  key: string;
}

const TESTS: WordTable<ConditionWord, boolean, [asked: Asked]> = {
  sees: (_, { world, piece, amount, ticks, held, key }) => {
    const count = seesNow(world, piece, amount('range'), amount('arc')) ? (held.get(key) ?? 0) + 1 : 0;
    held.set(key, count);
    return count > 0 && count >= ticks('notice');
  },
  near: (_, { world, piece, amount, held, key }) => {
    const limit = held.get(key) ? Math.max(amount('range'), amount('until')) : amount('range');
    const [dx, dy] = [world.player.x - world.x[piece], world.player.y - world.y[piece]];
    const isNear = Math.sqrt(dx * dx + dy * dy) <= limit;
    held.set(key, isNear ? 1 : 0);
    return isNear;
  },
  hears: ({ names, choices }, { world, piece, amount }) => {
    const sound = names.sound.id === 'player' ? -1 : world.level.program.sounds.indexOf(names.sound.id);
    return hears(world, piece, sound, amount('range'), choices.walls === 'blocked');
  },
  struck: (_, { world, piece }) => world.struckTick[piece] === world.tick - 1,
  foremost: (_, { world, piece }) => standsForemost(world, piece),
  drawn: (_, { world, piece, ticks }) => {
    const period = ticks('period');
    if (world.tick === 0 || world.tick % period !== 0) return false;
    const { pieces } = world.level.program;
    const own = world.formationOf[piece];
    if (own < 0) return true;
    const { kindIndex } = pieces[piece];
    const candidates = pieces.flatMap((other, index) =>
      other.kindIndex === kindIndex &&
      world.formationOf[index] === own &&
      world.alive[index] === 1 &&
      standsForemost(world, index)
        ? [index]
        : [],
    );
    return candidates[Math.floor(drawOfFormation(world, own, kindIndex, period) * candidates.length)] === piece;
  },
  on: ({ names }, { world, piece }) => {
    const { grid, types, typeOfCell } = world.ground;
    const [column, row] = [Math.floor(world.x[piece]), Math.floor(world.y[piece])];
    const isInside = column >= 0 && row >= 0 && column < grid.width && row < grid.height;
    return isInside && types[typeOfCell[row * grid.width + column]].id === names.ground.id;
  },
  ally: (_, { world, piece, amount }) => seesAllyHunt(world, piece, amount('range')),
  unseen: (_, { world, piece, ticks }) => world.tick - world.lastSeenTick[piece] >= ticks('duration'),
  after: (_, { world, piece, ticks }) => world.tick - world.stateSince[piece] >= ticks('duration'),
  every: (_, { ticks, isBeat }) => isBeat(ticks('period')),
  chance: (_, { world, piece, amount, ticks, isBeat }) =>
    isBeat(ticks('period')) && world.randomOf(piece).nextUnit() < amount('share'),
  arrived: (_, { world, piece }) => world.hasArrived[piece] === 1,
  stuck: (_, { world, piece, ticks }) => world.stillTicks[piece] >= ticks('duration'),
  'cut off': (_, { world, piece }) => world.isCutOff[piece] === 1,
};

function standsForemost(world: World, piece: number): boolean {
  const { pieces, kinds } = world.level.program;
  const { west, east } = kinds[pieces[piece].kindIndex].stand;
  const own = world.formationOf[piece];
  return !pieces.some(
    (__, other) =>
      own >= 0 &&
      world.formationOf[other] === own &&
      world.alive[other] === 1 &&
      world.y[other] > world.y[piece] &&
      Math.abs(world.x[other] - world.x[piece]) < (west + east) / 2,
  );
}

function seesNow(world: World, piece: number, range: number, arc: number): boolean {
  const dx = world.player.x - world.x[piece];
  const dy = world.player.y - world.y[piece];
  if (Math.sqrt(dx * dx + dy * dy) > range) return false;
  const turn = Math.abs(headingDegrees(dx, dy) - headingDegrees(world.facingX[piece], world.facingY[piece]));
  if (Math.min(turn, 360 - turn) > arc / 2) return false;
  return isLineClear(world.level.program.grid, world.x[piece], world.y[piece], world.player.x, world.player.y);
}
