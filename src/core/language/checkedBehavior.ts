import type { Span } from '../foundation/diagnostic';
import type { Dimension, UnitName } from '../foundation/units';
import type { ConditionTree } from './conditions/conditionTree';
import type { NamedThing, Operation, WordsOfRole } from './vocabulary';

/** Arithmetic over knobs, memory and readings, with every unit checked. */
export type Expression =
  | { type: 'quantity'; value: number; unit: UnitName | undefined; dimension: Dimension; span: Span }
  | { type: 'knob' | 'memory' | 'reading'; name: string; dimension: Dimension; span: Span }
  | { type: 'negative'; operand: Expression; dimension: Dimension; span: Span }
  /** One of several values, by a number of the course; behind the last, the last. Only in cues. */
  | { type: 'table'; name: string; entries: Expression[]; dimension: Dimension; span: Span }
  | {
      type: 'binary';
      operator: '+' | '-' | '*' | '/';
      left: Expression;
      right: Expression;
      dimension: Dimension;
      span: Span;
    };

/** A word of the vocabulary with its parameters filled in. Clauses that were left out stand with their fallback. */
export interface Phrase<Word extends Operation = Operation> {
  operation: Word;
  target: string | undefined;
  quantities: Record<string, Expression>;
  choices: Record<string, string>;
  /** Ids of things in the game, with the place where they stand. */
  names: Record<string, NamedThing>;
  span: Span;
}

export type MotionPhrase = Phrase<WordsOfRole['motion']>;
export type ConditionPhrase = Phrase<WordsOfRole['condition']>;
export type ActPhrase = Phrase<WordsOfRole['act'] | WordsOfRole['facing']>;
export type FacingPhrase = Phrase<WordsOfRole['facing']>;

/** What a transition waits for. */
export type Condition = ConditionTree<ConditionPhrase>;

/** Something done in one moment. */
export type Act = { type: 'set'; name: string; value: Expression; span: Span } | { type: 'do'; phrase: ActPhrase };

/** A number that a piece remembers. */
export interface MemoryDefinition {
  name: string;
  dimension: Dimension;
  unit: UnitName | undefined;
  /** First value in the unit in which it was written. */
  value: number;
  span: Span;
}

export interface KnobDefinition {
  name: string;
  dimension: Dimension;
  /** Unit in which the knob was written and is shown. */
  unit: UnitName | undefined;
  /** Default and range in the unit in which they were written. */
  value: number;
  low: number;
  high: number;
  span: Span;
}

export interface TransitionDefinition {
  /** Where it leads; several are drawn among by weight. */
  targets: { state: string; weight: number; span: Span }[];
  condition: Condition;
  acts: Act[];
  span: Span;
}

/** Acts that happen again and again while a piece is in a state. */
export interface RepeatDefinition {
  period: Expression;
  acts: Act[];
  span: Span;
}

export interface StateDefinition {
  name: string;
  isStart: boolean;
  motion: MotionPhrase;
  /** Whether nobody meets the piece in this state. */
  isOut: boolean;
  /** Where it faces, if not where its motion says. */
  facing: FacingPhrase | undefined;
  enter: Act[];
  leave: Act[];
  repeats: RepeatDefinition[];
  transitions: TransitionDefinition[];
  span: Span;
}

/** A behavior that passed the checks: what the compile stage and the reference interpreter read. */
export interface CheckedBehavior {
  name: string;
  knobs: KnobDefinition[];
  memory: MemoryDefinition[];
  states: StateDefinition[];
}

/** Which behavior another one takes over. */

export interface UseDefinition {
  behavior: string;
  /** Values for knobs of that behavior. */
  values: { knob: string; value: Expression; span: Span }[];
  span: Span;
}

/** Whether the value of an expression can change during a run. */
export function isChanging(expression: Expression): boolean {
  switch (expression.type) {
    case 'memory':
    case 'reading':
      return true;
    case 'negative':
      return isChanging(expression.operand);
    case 'binary':
      return isChanging(expression.left) || isChanging(expression.right);
    default:
      return false;
  }
}

/** All acts of a behavior, wherever they stand. */
export function actsOf(behavior: CheckedBehavior): Act[] {
  return behavior.states.flatMap((state) => [
    ...state.enter,
    ...state.leave,
    ...state.repeats.flatMap((repeat) => repeat.acts),
    ...state.transitions.flatMap((transition) => transition.acts),
  ]);
}

export { forEachTest } from './conditions/conditionTree';
