import { foldExpression } from '../compile/foldExpression';
import { isLineClear } from '../arena/sight';
import { headingDegrees } from '../foundation/exactMath';
import { bug } from '../foundation/result';
import { toBaseUnit } from '../foundation/units';
import type { CheckedBehavior, Condition, Phrase } from '../language/checkedBehavior';
import { enterState } from '../simulate/engine/brain';
import { look } from '../simulate/engine/perception';
import type { World } from '../simulate/engine/world';

/**
 * A plain interpreter of checked behaviors. It walks the tree by names in every tick, measures angles as angles and keeps
 * its own counters, so that the compiled brains have something independent to agree with.
 */
export class ReferenceInterpreter {
  /** For how many ticks on end each test has held; keyed by piece, state and place of the test in the text. */
  private readonly held = new Map<string, number>();

  readonly decideAll = (world: World): void => {
    if (world.tick === 0) this.held.clear();
    const { program, brains } = world.level;
    program.pieces.forEach((piece, index) => {
      const eyes = piece.brain >= 0 ? brains[piece.brain].eyes : undefined;
      if (eyes) look(world, index, eyes);
    });
    program.pieces.forEach((piece, index) => {
      if (piece.brain >= 0) this.decide(world, index, program.behaviors[program.brains[piece.brain].behavior]);
    });
  };

  private decide(world: World, piece: number, behavior: CheckedBehavior): void {
    const state = behavior.states[world.state[piece]];
    for (const transition of state.transitions) {
      if (!this.holds(world, piece, behavior, transition.condition)) continue;
      for (const key of this.held.keys()) if (key.startsWith(`${piece}:`)) this.held.delete(key);
      const target = behavior.states.findIndex((candidate) => candidate.name === transition.target);
      enterState(world, piece, world.level.brains[world.level.program.pieces[piece].brain], target);
      return;
    }
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
    }
  }

  private test(world: World, piece: number, behavior: CheckedBehavior, phrase: Phrase): boolean {
    const { ticksPerSecond } = world.level.program;
    const seconds = (name: string) => this.value(world, piece, behavior, phrase, name);
    const ticks = (name: string) => Math.ceil(seconds(name) * ticksPerSecond - 1e-9);
    switch (phrase.operation) {
      case 'sees': {
        const key = `${piece}:${world.state[piece]}:${phrase.span.from}`;
        const count = this.seesNow(world, piece, seconds('range'), seconds('arc')) ? (this.held.get(key) ?? 0) + 1 : 0;
        this.held.set(key, count);
        return count > 0 && count >= ticks('notice');
      }
      case 'unseen':
        return world.tick - world.lastSeenTick[piece] >= ticks('duration');
      case 'after':
        return world.tick - world.stateSince[piece] >= ticks('duration');
      case 'arrived':
        return world.hasArrived[piece] === 1;
      default:
        return bug(`${phrase.operation} is no condition`);
    }
  }

  private seesNow(world: World, piece: number, range: number, arc: number): boolean {
    const dx = world.player.x - world.x[piece];
    const dy = world.player.y - world.y[piece];
    if (Math.sqrt(dx * dx + dy * dy) > range) return false;
    const turn = Math.abs(headingDegrees(dx, dy) - headingDegrees(world.facingX[piece], world.facingY[piece]));
    if (Math.min(turn, 360 - turn) > arc / 2) return false;
    return isLineClear(world.level.program.grid, world.x[piece], world.y[piece], world.player.x, world.player.y);
  }

  private value(world: World, piece: number, behavior: CheckedBehavior, phrase: Phrase, name: string): number {
    const { program } = world.level;
    const units = { pixelsPerCell: program.pixelsPerCell, ticksPerSecond: program.ticksPerSecond };
    const knobs = new Map(
      behavior.knobs.map((knob) => [knob.name, toBaseUnit(program.pieces[piece].knobs[knob.name], knob.unit, units)]),
    );
    return foldExpression(phrase.quantities[name], knobs, units);
  }
}
