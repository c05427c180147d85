import type { Condition } from '../checkedBehavior';
import { readConditionAt } from '../conditions/readCondition';
import { VOCABULARY } from '../vocabulary';
import { type PhraseScope, readPhrase } from './phrases';
import type { TokenCursor } from './tokenCursor';

const WORDS = VOCABULARY.filter(({ role }) => role === 'condition').map(({ words }) => words);

/** Reads what a transition of a behavior waits for. */
export function readCondition(cursor: TokenCursor, scope: PhraseScope): Condition | undefined {
  return readConditionAt(cursor, {
    scope,
    startsTest: () => WORDS.some((words) => cursor.startsWith(words)),
    readTest: () => readPhrase(cursor, 'condition', scope),
  });
}
