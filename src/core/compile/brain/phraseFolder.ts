import type { FaultCode } from '../../foundation/faultCodes';
import { errorAt, type Diagnostic } from '../../foundation/diagnostic';
import { proposeWord } from '../../foundation/nearestWord';
import { BASE_UNIT, type UnitContext } from '../../foundation/units';
import type { CheckedBehavior, Expression, Phrase } from '../../language/checkedBehavior';
import { VOCABULARY, type ClauseParameter, type NamedThing } from '../../language/vocabulary';
import { ticksOf } from '../ticksOf';
import type { BrainNames } from './brainNames';
import { foldChanging } from '../foldCondition';
import { foldExpression, type KnobValues } from '../foldExpression';
import { PLAYER_TARGET, type TargetIndex, type ValueProgram } from '../levelProgram';

/** Folds the numbers and names of phrases, with the values of the knobs, and notes those that are out of range or unknown. */
export class PhraseFolder {
  readonly diagnostics: Diagnostic[] = [];
  /** Counters that the tests of the present state have asked for. */
  slots = 0;
  /** The widest sight of the player so far: cells and degrees. */
  sightRange = 0;
  sightArc = 0;

  constructor(
    readonly behavior: CheckedBehavior,
    private readonly knobs: KnobValues,
    readonly units: UnitContext,
    private readonly path: (string | number)[],
    private readonly known: BrainNames,
  ) {}

  /** A value as the tick works it out; what does not change is one number. */
  changing(expression: Expression): ValueProgram {
    return foldChanging(
      expression,
      (part) => this.fixed(part),
      (name) => this.slotOf(name),
    );
  }

  slotOf(name: string): number {
    return this.behavior.memory.findIndex((memory) => memory.name === name);
  }

  fixed(expression: Expression): number {
    return foldExpression(expression, this.knobs, this.units);
  }

  sound({ id }: NamedThing): number {
    return indexIn(this.known.sounds, id);
  }

  target({ target = 'player' }: Pick<Phrase, 'target'>): TargetIndex {
    return target === 'player' ? PLAYER_TARGET : indexIn(this.known.tags, target);
  }

  /** Index of a ground that is named; −1 when none is, or none that there is, which is then noted. */
  ground(named: NamedThing | undefined): number {
    if (!named) return -1;
    const index = this.known.grounds.indexOf(named.id);
    if (index < 0) this.noteUnknown(named, 'unknown-ground', 'ground', this.known.grounds, 'types of ground');
    return index;
  }

  /** Indices of the grounds of a list; none when none is named. */
  grounds(named: NamedThing | undefined): number[] {
    return named ? [named, ...(named.more ?? [])].map((own) => this.ground(own)) : [];
  }

  kind(named: NamedThing): number {
    const index = this.known.kinds.indexOf(named.id);
    if (index < 0) this.noteUnknown(named, 'unknown-kind', 'kind', this.known.kinds, 'kinds');
    return index;
  }

  mark(named: NamedThing | undefined): { x: number; y: number } | undefined {
    if (!named) return undefined;
    const mark = this.known.marks.get(named.id);
    if (!mark) this.noteUnknown(named, 'unknown-mark', 'mark', [...this.known.marks.keys()], 'marks of this level');
    return mark ?? { x: 0, y: 0 };
  }

  private noteUnknown(named: NamedThing, code: FaultCode, what: string, known: readonly string[], all: string): void {
    this.diagnostics.push(
      errorAt(
        { path: this.path, span: named.span },
        code,
        `There is no ${what} \`${named.id}\`.`,
        proposeWord(named.id, known, all),
      ),
    );
  }

  /** Cells a tick of a speed, cells a second. */
  step<Name extends string>(phrase: WithNumbers<Name>, name: Name): number {
    return this.value(phrase, name) / this.units.ticksPerSecond;
  }

  ticks<Name extends string>(phrase: WithNumbers<Name>, name: Name): number {
    return ticksOf(this.value(phrase, name), this.units.ticksPerSecond);
  }

  /** A number of a phrase, kept within what its word allows; one that is outside is noted at the word. */
  value<Name extends string>(phrase: WithNumbers<Name>, name: Name): number {
    const value = this.fixed(phrase.quantities[name]);
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

/** A phrase that has this number. */
interface WithNumbers<Name extends string> {
  operation: string;
  quantities: Record<Name, Expression>;
}

function indexIn(list: string[], name: string): number {
  const index = list.indexOf(name);
  return index >= 0 ? index : list.push(name) - 1;
}
