import type { Condition } from '../checkedBehavior';
import { type PhraseScope, readPhrase } from './phrases';
import type { TokenCursor } from './tokenCursor';

/** Reads conditions joined by `or`, `and`, `not` and brackets; `and` binds tighter than `or`. */
export function readCondition(cursor: TokenCursor, scope: PhraseScope): Condition | undefined {
  return readJoined(cursor, 'or', () => readJoined(cursor, 'and', () => readSingle(cursor, scope)));
}

function readJoined(
  cursor: TokenCursor,
  joiner: 'or' | 'and',
  readPart: () => Condition | undefined,
): Condition | undefined {
  const parts: Condition[] = [];
  do {
    const part = readPart();
    if (!part) return undefined;
    parts.push(part);
  } while (cursor.takeIfText(joiner));
  return parts.length === 1 ? parts[0] : { type: joiner, parts };
}

function readSingle(cursor: TokenCursor, scope: PhraseScope): Condition | undefined {
  if (cursor.takeIfText('not')) {
    const part = readSingle(cursor, scope);
    return part && { type: 'not', part };
  }
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

/** Calls back for every single test in a condition, from left to right. */
export function forEachTest(
  condition: Condition,
  visit: (phrase: Extract<Condition, { type: 'test' }>['phrase']) => void,
): void {
  switch (condition.type) {
    case 'test':
      visit(condition.phrase);
      return;
    case 'not':
      forEachTest(condition.part, visit);
      return;
    default:
      for (const part of condition.parts) forEachTest(part, visit);
  }
}
