import { errorAt, type Diagnostic } from '../foundation/diagnostic';
import { proposeWord } from '../foundation/nearestWord';
import { BASE_UNIT, toBaseUnit, type UnitContext } from '../foundation/units';
import type { CheckedBehavior, Condition, Phrase } from '../language/checkedBehavior';
import { VOCABULARY, type ClauseParameter } from '../language/vocabulary';
import { foldExpression, type KnobValues } from './foldExpression';
import type { BrainProgram, ConditionProgram, MotionProgram, StateProgram } from './levelProgram';

export interface CompiledBrain {
  brain: BrainProgram;
  diagnostics: Diagnostic[];
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
  groundIds: readonly string[],
): CompiledBrain {
  const folder = new BrainFolder(behavior, knobs, units, path, groundIds);
  return { brain: folder.fold(), diagnostics: folder.diagnostics };
}

/** Ticks that a duration takes: the first tick at which at least this time has passed. */
export function ticksOf(seconds: number, ticksPerSecond: number): number {
  return Math.max(0, Math.ceil(seconds * ticksPerSecond - 1e-9));
}

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
    private readonly groundIds: readonly string[],
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
      const transitions = state.transitions.map(({ target, condition }) => ({
        target: names.indexOf(target),
        condition: this.condition(condition),
      }));
      return { name: state.name, motion, isOut: state.isOut, transitions, slots: this.slots };
    });
    const startState = this.behavior.states.findIndex((state) => state.isStart);
    return { behavior: this.behavior.name, startState, states, sightRange: this.sightRange, sightArc: this.sightArc };
  }

  private motion(phrase: Phrase): MotionProgram {
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
          byPath: phrase.choices.way === 'path',
          step: step(),
          keep: this.value(phrase, 'keep'),
        };
      case 'travel':
        return { operation: 'travel', step: step() };
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
        return { operation: 'roam', step: step() };
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
      default:
        return { type: condition.type, parts: condition.parts.map((part) => this.condition(part)) };
    }
  }

  private test(phrase: Phrase): ConditionProgram {
    switch (phrase.operation) {
      case 'sees': {
        const range = this.value(phrase, 'range');
        const arc = this.value(phrase, 'arc');
        this.sightRange = Math.max(this.sightRange, range);
        this.sightArc = Math.max(this.sightArc, arc);
        return { type: 'sees', slot: this.slots++, range, arc, noticeTicks: this.ticks(phrase, 'notice') };
      }
      case 'unseen':
        return { type: 'unseen', ticks: this.ticks(phrase, 'duration') };
      case 'after':
        return { type: 'after', ticks: this.ticks(phrase, 'duration') };
      default:
        return { type: 'arrived' };
    }
  }

  /** Index of the ground that a phrase names; −1 when it names none, or none that there is, which is then noted. */
  private ground(phrase: Phrase): number {
    const named = phrase.names.ground;
    if (!named) return -1;
    const index = this.groundIds.indexOf(named.id);
    if (index < 0) {
      this.diagnostics.push(
        errorAt(
          { path: this.path, span: named.span },
          'unknown-ground',
          `There is no ground \`${named.id}\`.`,
          proposeWord(named.id, this.groundIds, 'types of ground'),
        ),
      );
    }
    return index;
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
    if (!parameter || (value >= parameter.low && value <= parameter.high)) return value;
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
