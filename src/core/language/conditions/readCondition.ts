import { DIMENSION_WORDS } from '../../foundation/units';
import { readExpression, type ExpressionScope } from '../check/expressions';
import type { TokenCursor } from '../check/tokenCursor';
import { TEXT_LIMITS } from '../syntax/textLimits';
import { COMPARISONS } from '../vocabulary';
import type { ConditionTree } from './conditionTree';
import { readJoined } from './joined';

/** Where a condition stands, and with that the words that it may use. */
export interface ConditionPlace<Test> {
  /** Numbers that can be read here, and where faults go. */
  scope: ExpressionScope;
  /** Whether a word of this place begins here. */
  startsTest: (cursor: TokenCursor) => boolean;
  /** Reads such a word, or notes that there is none. */
  readTest: (cursor: TokenCursor) => Test | undefined;
}

/**
 * Reads conditions joined by `or`, `and`, `not` and brackets; `and` binds tighter than `or`. One reader for behaviors, cues and
 * rules. Undefined after a fault, which is then already noted.
 */
export function readConditionAt<Test>(
  cursor: TokenCursor,
  place: ConditionPlace<Test>,
): ConditionTree<Test> | undefined {
  return readJoined<ConditionTree<Test>>(
    cursor,
    () => readSingle(cursor, place),
    (type, parts) => ({ type, parts }),
  );
}

function readSingle<Test>(cursor: TokenCursor, place: ConditionPlace<Test>): ConditionTree<Test> | undefined {
  const nots = cursor.countWhile('not');
  if (nots > TEXT_LIMITS.nesting) {
    const times = `\`not\` stands here ${nots} times in a row.`;
    place.scope.faults.error(cursor.span, 'nested-too-deep', times, 'Two of them in a row are none.');
    cursor.skipToEnd();
    return undefined;
  }
  if (cursor.takeIfText('not')) {
    const part = readSingle(cursor, place);
    return part && { type: 'not', part };
  }
  if (!place.startsTest(cursor)) {
    if (isComparison(cursor)) return readComparison(cursor, place.scope);
    if (cursor.current?.text === '(') return readBracket(cursor, place);
  }
  const phrase = place.readTest(cursor);
  return phrase && { type: 'test', phrase };
}

function readBracket<Test>(cursor: TokenCursor, place: ConditionPlace<Test>): ConditionTree<Test> | undefined {
  const opening = cursor.span;
  cursor.take();
  const inner = readConditionAt(cursor, place);
  if (!inner || cursor.takeIfText(')')) return inner;
  place.scope.faults.error(opening, 'bracket-open', 'This bracket is never closed.', 'Add `)` behind the condition.');
  return undefined;
}

const OPERATORS = new Set<string>([...COMPARISONS, '+', '-', '*', '/']);

/** Whether a number, a knob, memory or a reading comes next. */
function isComparison(cursor: TokenCursor): boolean {
  const first = cursor.current;
  if (!first) return false;
  if (first.type === 'number' || first.text === '-') return true;
  if (first.text === '(') return OPERATORS.has(cursor.afterBracket()?.text ?? '');
  return first.type === 'word' && OPERATORS.has(cursor.next?.text ?? '');
}

function readComparison<Test>(cursor: TokenCursor, scope: ExpressionScope): ConditionTree<Test> | undefined {
  const first = cursor.span;
  const left = readExpression(cursor, scope);
  if (!left) return undefined;
  const comparison = COMPARISONS.find((candidate) => candidate === cursor.current?.text);
  if (!comparison) {
    scope.faults.error(
      cursor.span,
      'comparison-missing',
      'With what is this compared?',
      'Write `>`, `<`, `>=`, `<=` or `=` and a value.',
    );
    return undefined;
  }
  cursor.take();
  const right = readExpression(cursor, scope);
  if (!right) return undefined;
  const span = cursor.spanSince(first);
  if (left.dimension === right.dimension) return { type: 'compare', comparison, left, right, span };
  scope.faults.error(
    span,
    'units-do-not-fit',
    `\`${comparison}\` cannot compare ${DIMENSION_WORDS[left.dimension]} and ${DIMENSION_WORDS[right.dimension]}.`,
    'Both sides must measure the same thing.',
  );
  return undefined;
}
