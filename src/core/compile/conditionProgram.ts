import type { Comparison, PieceReading } from '../language/vocabulary';

/** A number that may change during a run; lengths in cells, times in seconds. Only behaviors remember. */
export type ValueProgram<Reading extends string = PieceReading> =
  | { type: 'number'; value: number }
  | { type: 'memory'; slot: number }
  | { type: 'reading'; reading: Reading }
  | { type: 'negative'; operand: ValueProgram<Reading> }
  | { type: 'binary'; operator: '+' | '-' | '*' | '/'; left: ValueProgram<Reading>; right: ValueProgram<Reading> };

/** Two values that are compared. */
export interface CompareProgram<Reading extends string> {
  type: 'compare';
  comparison: Comparison;
  left: ValueProgram<Reading>;
  right: ValueProgram<Reading>;
}

/** Tests in numbers of a tick, joined. One form for behaviors, cues and rules; they differ in their tests. */
export type Joined<Test> = { type: 'or' | 'and'; parts: Joined<Test>[] } | { type: 'not'; part: Joined<Test> } | Test;

/** The tests that are joined in a condition, without what joins them. */
export function testsOf<Test extends { type: string }>(condition: Joined<Test>): Test[] {
  if ('parts' in condition) return condition.parts.flatMap(testsOf);
  if ('part' in condition) return testsOf(condition.part);
  return [condition];
}

/** Whether a comparison holds. A value that is no number compares as false. */
export function compares(comparison: Comparison, left: number, right: number): boolean {
  switch (comparison) {
    case '>':
      return left > right;
    case '<':
      return left < right;
    case '>=':
      return left >= right;
    case '<=':
      return left <= right;
    default:
      return left === right;
  }
}
