import { errorAt, type Diagnostic } from '../foundation/diagnostic';
import { cosDegrees, sinDegrees } from '../foundation/exactMath';
import { proposeWord } from '../foundation/nearestWord';
import { bug } from '../foundation/result';
import { BASE_UNIT, toBaseUnit, type UnitContext } from '../foundation/units';
import {
  isChanging,
  type Act,
  type CheckedBehavior,
  type Condition,
  type Expression,
  type Phrase,
} from '../language/checkedBehavior';
import { VOCABULARY, type ClauseParameter } from '../language/vocabulary';
import { foldExpression, type KnobValues } from './foldExpression';
import {
  PLAYER_SOUND,
  PLAYER_TARGET,
  type ActProgram,
  type BrainProgram,
  type ConditionProgram,
  type FacingProgram,
  type MotionProgram,
  type StateProgram,
  type TargetIndex,
  type ValueProgram,
  type WayOfWalking,
} from './levelProgram';

export interface CompiledBrain {
  brain: BrainProgram;
  diagnostics: Diagnostic[];
}

/** What names in a script stand for; indices are given out as they come up. */
export interface BrainNames {
  grounds: readonly string[];
  /** Middles of the marks of the level. */
  marks: ReadonlyMap<string, { x: number; y: number }>;
  kinds: readonly string[];
  tags: string[];
  sounds: string[];
}

/**
 * Folds knob values (in the units of the script) into a behavior. A value outside what its word allows is reported at
 * the word, once for each place.
 */
export function compileBrain(
  behavior: CheckedBehavior,
  knobs: Record<string, number>,
  units: UnitContext,
  path: (string | number)[],
  names: BrainNames,
): CompiledBrain {
  const folder = new BrainFolder(behavior, knobs, units, path, names);
  return { brain: folder.fold(), diagnostics: folder.diagnostics };
}

/** Ticks that a duration takes: the first tick at which at least this time has passed. */
export function ticksOf(seconds: number, ticksPerSecond: number): number {
  return Math.max(0, Math.ceil(seconds * ticksPerSecond - 1e-9));
}

function walkOf({ choices }: Phrase): { way: WayOfWalking; mindsLedges: boolean } {
  return { way: choices.way as WayOfWalking, mindsLedges: choices.ledges === 'minding' };
}

/** What is laid down lies for so long: longer than any run. */
const LIES_TICKS = 1_000_000_000;

class BrainFolder {
  readonly diagnostics: Diagnostic[] = [];
  private readonly knobs: KnobValues;
  private sightRange = 0;
  private sightArc = 0;
  private slots = 0;

  constructor(
    private readonly behavior: CheckedBehavior,
    knobs: Record<string, number>,
    private readonly units: UnitContext,
    private readonly path: (string | number)[],
    private readonly known: BrainNames,
  ) {
    this.knobs = new Map(
      behavior.knobs.map((knob) => [knob.name, toBaseUnit(knobs[knob.name] ?? knob.value, knob.unit, units)]),
    );
  }

  fold(): BrainProgram {
    const names = this.behavior.states.map((state) => state.name);
    const states = this.behavior.states.map((state): StateProgram => {
      this.slots = 0;
      const motion = this.motion(state.motion);
      const transitions = state.transitions.map(({ targets, condition, acts }) => ({
        targets: targets.map((target) => names.indexOf(target.state)),
        weights: targets.map((target) => target.weight),
        condition: this.condition(condition),
        acts: this.acts(acts),
      }));
      return {
        name: state.name,
        motion,
        isOut: state.isOut,
        facing: state.facing && this.facing(state.facing),
        enter: this.acts(state.enter),
        leave: this.acts(state.leave),
        repeats: state.repeats.map(({ period, acts }) => ({
          ticks: Math.max(1, ticksOf(foldExpression(period, this.knobs, this.units), this.units.ticksPerSecond)),
          acts: this.acts(acts),
        })),
        transitions,
        slots: this.slots,
      };
    });
    const { name, memory } = this.behavior;
    return {
      behavior: name,
      startState: this.behavior.states.findIndex((state) => state.isStart),
      states,
      sightRange: this.sightRange,
      sightArc: this.sightArc,
      memory: memory.map(({ value, unit }) => toBaseUnit(value, unit, this.units)),
    };
  }

  /** A value as the tick works it out; what does not change is one number. */
  private changing(expression: Expression): ValueProgram {
    if (!isChanging(expression)) return { type: 'number', value: foldExpression(expression, this.knobs, this.units) };
    switch (expression.type) {
      case 'memory':
        return { type: 'memory', slot: this.slotOf(expression.name) };
      case 'reading':
        return { type: 'reading', reading: expression.name };
      case 'negative':
        return { type: 'negative', operand: this.changing(expression.operand) };
      case 'binary':
        return {
          type: 'binary',
          operator: expression.operator,
          left: this.changing(expression.left),
          right: this.changing(expression.right),
        };
      default:
        return bug(`${expression.type} does not change`);
    }
  }

  private slotOf(name: string): number {
    return this.behavior.memory.findIndex((memory) => memory.name === name);
  }

  private acts(acts: readonly Act[]): ActProgram[] {
    return acts.map((act) =>
      act.type === 'set'
        ? { act: 'set', slot: this.slotOf(act.name), value: this.changing(act.value) }
        : this.act(act.phrase),
    );
  }

  private act(phrase: Phrase): ActProgram {
    switch (phrase.operation) {
      case 'face':
        return { act: 'face', facing: this.facing(phrase) };
      case 'shout':
        return {
          act: 'shout',
          sound: this.indexOf(this.known.sounds, phrase.names.sound.id),
          range: this.value(phrase, 'range'),
        };
      case 'tell':
        return { act: 'tell', range: this.value(phrase, 'range') };
      case 'hurry':
        return { act: 'hurry', factor: this.value(phrase, 'factor'), ticks: this.ticks(phrase, 'duration') };
      case 'forget':
        return { act: 'forget' };
      case 'vanish':
        return { act: 'vanish' };
      case 'drop':
        // A shot that goes nowhere and is never spent by itself.
        return {
          act: 'fire',
          kind: this.kind(phrase),
          aim: 'ahead',
          x: 1,
          y: 0,
          step: 0,
          ticks: LIES_TICKS,
          spread: 0,
        };
      case 'fire': {
        const heading = this.value(phrase, 'heading');
        const step = Math.max(0.001, this.value(phrase, 'speed') / this.units.ticksPerSecond);
        return {
          act: 'fire',
          kind: this.kind(phrase),
          aim: heading >= 0 ? 'heading' : (phrase.choices.aim as 'player'),
          x: cosDegrees(Math.max(0, heading)),
          y: sinDegrees(Math.max(0, heading)),
          step,
          ticks: Math.ceil(this.value(phrase, 'reach') / step),
          spread: this.value(phrase, 'spread'),
        };
      }
      default:
        return bug(`${phrase.operation} is no act`);
    }
  }

  private facing(phrase: Phrase): FacingProgram {
    const heading = this.value(phrase, 'heading');
    if (heading >= 0) return { to: 'heading', x: cosDegrees(heading), y: sinDegrees(heading) };
    return { to: phrase.choices.to as 'ahead' };
  }

  private indexOf(list: string[], name: string): number {
    const index = list.indexOf(name);
    return index >= 0 ? index : list.push(name) - 1;
  }

  private target(phrase: Phrase): TargetIndex {
    const name = phrase.target ?? 'player';
    return name === 'player' ? PLAYER_TARGET : this.indexOf(this.known.tags, name);
  }

  private motion(phrase: Phrase): MotionProgram {
    const { speed } = phrase.quantities;
    if (!speed || !isChanging(speed)) return this.fixedMotion(phrase);
    // What a motion of a changing speed is besides its speed is folded as if it stood still.
    const still = { ...speed, type: 'quantity', value: 0, unit: 'cells/s' } as Expression;
    const motion = this.fixedMotion({ ...phrase, quantities: { ...phrase.quantities, speed: still } });
    return { ...motion, speed: this.changing(speed) };
  }

  private fixedMotion(phrase: Phrase): MotionProgram {
    const step = () => this.value(phrase, 'speed') / this.units.ticksPerSecond;
    switch (phrase.operation) {
      case 'patrol':
        return {
          operation: 'patrol',
          order: phrase.choices.order as 'loop',
          step: step(),
          pauseTicks: this.ticks(phrase, 'pause'),
        };
      case 'chase':
        return {
          operation: 'chase',
          target: this.target(phrase),
          ...walkOf(phrase),
          step: step(),
          keep: this.value(phrase, 'keep'),
          slack: this.value(phrase, 'slack'),
          apart: this.value(phrase, 'apart'),
          leadTicks: this.ticks(phrase, 'lead'),
        };
      case 'travel': {
        const mark = this.mark(phrase);
        return {
          operation: 'travel',
          place: mark ? 'mark' : (phrase.choices.place as 'sighting'),
          x: mark?.x ?? 0,
          y: mark?.y ?? 0,
          ...walkOf(phrase),
          step: step(),
        };
      }
      case 'follow':
        return {
          operation: 'follow',
          target: this.target(phrase),
          ...walkOf(phrase),
          step: step(),
          keep: this.value(phrase, 'keep'),
        };
      case 'flee':
        return { operation: 'flee', target: this.target(phrase), step: step(), until: this.value(phrase, 'until') };
      case 'circle':
        return {
          operation: 'circle',
          target: this.target(phrase),
          step: step(),
          radius: this.value(phrase, 'radius'),
          isClockwise: phrase.choices.turn === 'clockwise',
        };
      case 'search':
        return {
          operation: 'search',
          step: step(),
          range: this.value(phrase, 'range'),
          pauseTicks: this.ticks(phrase, 'pause'),
        };
      case 'look':
        return {
          operation: 'look',
          turn: this.value(phrase, 'turn') / this.units.ticksPerSecond,
          arc: this.value(phrase, 'arc'),
        };
      case 'turn':
        return {
          operation: 'turn',
          place: phrase.choices.place as 'player',
          turn: this.value(phrase, 'turn') / this.units.ticksPerSecond,
        };
      case 'pace':
        return {
          operation: 'pace',
          axis: phrase.choices.axis as 'ahead',
          mindsLedges: phrase.choices.ledges === 'minding',
          step: step(),
          pauseTicks: this.ticks(phrase, 'pause'),
        };
      case 'hover':
        return {
          operation: 'hover',
          isSmooth: phrase.choices.easing === 'smooth',
          periodTicks: Math.max(2, this.ticks(phrase, 'period')),
          phase: this.value(phrase, 'phase'),
        };
      case 'drift':
        return { operation: 'drift', rim: phrase.choices.rim as 'leave', step: step(), ground: this.ground(phrase) };
      case 'wander':
        return { operation: 'wander', step: step(), everyTicks: Math.max(1, this.ticks(phrase, 'every')) };
      case 'roam':
        return {
          operation: 'roam',
          step: step(),
          choice: phrase.choices.choice as 'random',
          lead: this.value(phrase, 'lead'),
        };
      case 'march':
        return {
          operation: 'march',
          step: this.value(phrase, 'step'),
          everyTicks: Math.max(1, this.ticks(phrase, 'every')),
          down: this.value(phrase, 'down'),
          quickestTicks: Math.max(1, this.ticks(phrase, 'quickest')),
        };
      default:
        return { operation: 'hold' };
    }
  }

  private condition(condition: Condition): ConditionProgram {
    switch (condition.type) {
      case 'not':
        return { type: 'not', part: this.condition(condition.part) };
      case 'test':
        return this.test(condition.phrase);
      case 'compare':
        return {
          type: 'compare',
          comparison: condition.comparison,
          left: this.changing(condition.left),
          right: this.changing(condition.right),
        };
      default:
        return { type: condition.type, parts: condition.parts.map((part) => this.condition(part)) };
    }
  }

  private test(phrase: Phrase): ConditionProgram {
    switch (phrase.operation) {
      case 'sees': {
        const range = this.value(phrase, 'range');
        const arc = this.value(phrase, 'arc');
        const target = this.target(phrase);
        if (target === PLAYER_TARGET) {
          this.sightRange = Math.max(this.sightRange, range);
          this.sightArc = Math.max(this.sightArc, arc);
        }
        return { type: 'sees', slot: this.slots++, target, range, arc, noticeTicks: this.ticks(phrase, 'notice') };
      }
      case 'near': {
        const range = this.value(phrase, 'range');
        const until = Math.max(range, this.value(phrase, 'until'));
        return { type: 'near', slot: this.slots++, target: this.target(phrase), range, until };
      }
      case 'hears': {
        const { id } = phrase.names.sound;
        return {
          type: 'hears',
          sound: id === 'player' ? PLAYER_SOUND : this.indexOf(this.known.sounds, id),
          range: this.value(phrase, 'range'),
          isBlocked: phrase.choices.walls === 'blocked',
        };
      }
      case 'struck':
      case 'foremost':
      case 'arrived':
      case 'cut off':
        return { type: phrase.operation };
      case 'on':
        return { type: 'on', ground: this.ground(phrase) };
      case 'ally':
        return { type: 'ally', range: this.value(phrase, 'range') };
      case 'unseen':
      case 'after':
      case 'stuck':
        return { type: phrase.operation, ticks: this.ticks(phrase, 'duration') };
      case 'every':
        return { type: 'every', ticks: Math.max(1, this.ticks(phrase, 'period')) };
      case 'chance':
        return {
          type: 'chance',
          share: this.value(phrase, 'share'),
          ticks: Math.max(1, this.ticks(phrase, 'period')),
        };
      default:
        return bug(`${phrase.operation} is no condition`);
    }
  }

  /** Index of the ground that a phrase names; −1 when it names none, or none that there is, which is then noted. */
  private ground(phrase: Phrase): number {
    const named = phrase.names.ground;
    if (!named) return -1;
    const index = this.known.grounds.indexOf(named.id);
    if (index < 0) this.noteUnknown(named, 'unknown-ground', 'ground', this.known.grounds, 'types of ground');
    return index;
  }

  private kind(phrase: Phrase): number {
    const named = phrase.names.kind;
    const index = this.known.kinds.indexOf(named.id);
    if (index < 0) this.noteUnknown(named, 'unknown-kind', 'kind', this.known.kinds, 'kinds');
    return index;
  }

  private mark(phrase: Phrase): { x: number; y: number } | undefined {
    const named = phrase.names.mark;
    if (!named) return undefined;
    const mark = this.known.marks.get(named.id);
    if (!mark) this.noteUnknown(named, 'unknown-mark', 'mark', [...this.known.marks.keys()], 'marks of this level');
    return mark ?? { x: 0, y: 0 };
  }

  private noteUnknown(
    named: Phrase['names'][string],
    code: string,
    what: string,
    known: readonly string[],
    all: string,
  ): void {
    this.diagnostics.push(
      errorAt(
        { path: this.path, span: named.span },
        code,
        `There is no ${what} \`${named.id}\`.`,
        proposeWord(named.id, known, all),
      ),
    );
  }

  private ticks(phrase: Phrase, name: string): number {
    return ticksOf(this.value(phrase, name), this.units.ticksPerSecond);
  }

  private value(phrase: Phrase, name: string): number {
    const value = foldExpression(phrase.quantities[name], this.knobs, this.units);
    const entry = VOCABULARY.find((candidate) => candidate.operation === phrase.operation);
    const parameter = entry?.parameters.find(
      (candidate): candidate is ClauseParameter => candidate.type === 'quantity' && candidate.name === name,
    );
    if (!parameter || value === parameter.fallback || (value >= parameter.low && value <= parameter.high)) return value;
    const label = parameter.words.join(' ') || entry!.words.join(' ');
    const unit = BASE_UNIT[parameter.dimension];
    this.diagnostics.push(
      errorAt(
        { path: this.path, span: phrase.quantities[name].span },
        'value-out-of-range',
        `\`${label}\` comes to ${Number(value.toFixed(3))} ${unit}; it must be ${parameter.low} to ${parameter.high} ${unit}.`,
        'Change the value here or the knob that it is made of.',
      ),
    );
    return Math.min(parameter.high, Math.max(parameter.low, Number.isNaN(value) ? parameter.low : value));
  }
}
