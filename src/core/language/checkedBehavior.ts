import type { Span } from '../foundation/diagnostic';
import type { Dimension, UnitName } from '../foundation/units';
import type { Operation } from './vocabulary';

/** Arithmetic over knobs, with every unit checked. */
export type Expression =
  | { type: 'quantity'; value: number; unit: UnitName | undefined; dimension: Dimension; span: Span }
  | { type: 'knob'; name: string; dimension: Dimension; span: Span }
  | { type: 'negative'; operand: Expression; dimension: Dimension; span: Span }
  | {
      type: 'binary';
      operator: '+' | '-' | '*' | '/';
      left: Expression;
      right: Expression;
      dimension: Dimension;
      span: Span;
    };

/** A word of the vocabulary with its parameters filled in. Clauses that were left out stand with their fallback. */
export interface Phrase {
  operation: Operation;
  target: string | undefined;
  quantities: Record<string, Expression>;
  choices: Record<string, string>;
  /** Ids of things in the game, with the place where they stand. */
  names: Record<string, { id: string; span: Span }>;
  span: Span;
}

export type Condition =
  { type: 'or' | 'and'; parts: Condition[] } | { type: 'not'; part: Condition } | { type: 'test'; phrase: Phrase };

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
  target: string;
  condition: Condition;
  span: Span;
}

export interface StateDefinition {
  name: string;
  isStart: boolean;
  motion: Phrase;
  /** Whether nobody meets the piece in this state. */
  isOut: boolean;
  transitions: TransitionDefinition[];
  span: Span;
}

/** A behavior that passed the checks: what the compile stage and the reference interpreter read. */
export interface CheckedBehavior {
  name: string;
  knobs: KnobDefinition[];
  states: StateDefinition[];
}
