import { bug } from '../foundation/result';
import { isChanging, type Expression } from '../language/checkedBehavior';
import type { ConditionTree } from '../language/conditions/conditionTree';
import type { CompareProgram, Joined, ValueProgram } from './conditionProgram';

/** What the place where a condition stands does with words and numbers. */
export interface ConditionFolder<Phrase, Test, Reading extends string> {
  test: (phrase: Phrase) => Test;
  value: (expression: Expression) => ValueProgram<Reading>;
}

/** Folds a condition into numbers of a tick; its parts from left to right. */
export function foldCondition<Phrase, Test, Reading extends string>(
  condition: ConditionTree<Phrase>,
  fold: ConditionFolder<Phrase, Test, Reading>,
): Joined<Test | CompareProgram<Reading>> {
  switch (condition.type) {
    case 'not':
      return { type: 'not', part: foldCondition(condition.part, fold) };
    case 'test':
      return fold.test(condition.phrase);
    case 'compare':
      return {
        type: 'compare',
        comparison: condition.comparison,
        left: fold.value(condition.left),
        right: fold.value(condition.right),
      };
    default:
      return { type: condition.type, parts: condition.parts.map((part) => foldCondition(part, fold)) };
  }
}

/** A value as the tick works it out; what does not change is one number. */
export function foldChanging<Reading extends string>(
  expression: Expression,
  fixed: (expression: Expression) => number,
  slotOf: (memory: string) => number,
): ValueProgram<Reading> {
  if (!isChanging(expression)) return { type: 'number', value: fixed(expression) };
  const inner = (part: Expression): ValueProgram<Reading> => foldChanging(part, fixed, slotOf);
  switch (expression.type) {
    case 'memory':
      return { type: 'memory', slot: slotOf(expression.name) };
    case 'reading':
      return { type: 'reading', reading: expression.name as Reading };
    case 'negative':
      return { type: 'negative', operand: inner(expression.operand) };
    case 'binary':
      return {
        type: 'binary',
        operator: expression.operator,
        left: inner(expression.left),
        right: inner(expression.right),
      };
    default:
      return bug(`${expression.type} does not change`);
  }
}
