import type { Span } from '../../foundation/diagnostic';
import type { Expression } from '../checkedBehavior';
import type { Comparison } from '../vocabulary';

/**
 * What is waited for, in behaviors, cues and rules alike. They differ in the words that they know: `Test` is a phrase of one of
 * these.
 */
export type ConditionTree<Test> =
  | { type: 'or' | 'and'; parts: ConditionTree<Test>[] }
  | { type: 'not'; part: ConditionTree<Test> }
  | { type: 'compare'; comparison: Comparison; left: Expression; right: Expression; span: Span }
  | { type: 'test'; phrase: Test };

/** Calls back for every single test in a condition, from left to right. */
export function forEachTest<Test>(condition: ConditionTree<Test>, visit: (phrase: Test) => void): void {
  switch (condition.type) {
    case 'test':
      visit(condition.phrase);
      return;
    case 'compare':
      return;
    case 'not':
      forEachTest(condition.part, visit);
      return;
    default:
      for (const part of condition.parts) forEachTest(part, visit);
  }
}
