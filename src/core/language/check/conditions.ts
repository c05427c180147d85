import { DIMENSION_WORDS } from '../../foundation/units';
import type { Condition } from '../checkedBehavior';
import { COMPARISONS, VOCABULARY, type Comparison } from '../vocabulary';
import { readExpression } from './expressions';
import { type PhraseScope, readPhrase } from './phrases';
import { readJoined } from './joined';
import type { TokenCursor } from './tokenCursor';

/** Reads conditions joined by `or`, `and`, `not` and brackets; `and` binds tighter than `or`. */
export function readCondition(cursor: TokenCursor, scope: PhraseScope): Condition | undefined {
  return readJoined(
    cursor,
    () => readSingle(cursor, scope),
    (type, parts) => ({ type, parts }),
  );
}

function readSingle(cursor: TokenCursor, scope: PhraseScope): Condition | undefined {
  if (cursor.takeIfText('not')) {
    const part = readSingle(cursor, scope);
    return part && { type: 'not', part };
  }
  if (isComparison(cursor)) return readComparison(cursor, scope);
  const opening = cursor.span;
  if (cursor.takeIfText('(')) {
    const inner = readCondition(cursor, scope);
    if (inner && !cursor.takeIfText(')')) {
      scope.faults.error(opening, 'bracket-open', 'This bracket is never closed.', 'Add `)` behind the condition.');
      return undefined;
    }
    return inner;
  }
  const phrase = readPhrase(cursor, 'condition', scope);
  return phrase && { type: 'test', phrase };
}

const OPERATORS = new Set<string>([...COMPARISONS, '+', '-', '*', '/']);

/** Whether a number, a knob, memory or a reading comes next and no word of the vocabulary. */
function isComparison(cursor: TokenCursor): boolean {
  const first = cursor.current;
  if (!first) return false;
  if (first.type === 'number' || first.text === '-') return true;
  if (first.text === '(') return OPERATORS.has(cursor.afterBracket()?.text ?? '');
  const isPhrase = VOCABULARY.some((entry) => entry.role === 'condition' && cursor.startsWith(entry.words));
  return first.type === 'word' && !isPhrase && OPERATORS.has(cursor.next?.text ?? '');
}

function readComparison(cursor: TokenCursor, scope: PhraseScope): Condition | undefined {
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
  if (left.dimension !== right.dimension) {
    scope.faults.error(
      span,
      'units-do-not-fit',
      `\`${comparison}\` cannot compare ${DIMENSION_WORDS[left.dimension]} and ${DIMENSION_WORDS[right.dimension]}.`,
      'Both sides must measure the same thing.',
    );
    return undefined;
  }
  return { type: 'compare', comparison: comparison satisfies Comparison, left, right, span };
}
