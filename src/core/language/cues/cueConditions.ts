import type { FaultCode } from '../../foundation/faultCodes';
import { proposeWord } from '../../foundation/nearestWord';
import type { ExpressionScope } from '../check/expressions';
import { readConditionAt } from '../conditions/readCondition';
import type { TokenCursor } from '../check/tokenCursor';
import { formOf, RULE_CONDITION_WORDS } from '../words/ruleConditions';
import type { CountedEvent, CueCondition, NameAt, RulePhrase } from './checkedCues';
import { RULE_EVENTS } from './cueWords';

/** What names in cues and rules can stand for. */
export interface CueNames {
  kinds: readonly string[];
  tags: readonly string[];
  marks: readonly string[];
  grounds: readonly string[];
  /** Names of the cues of the level. */
  cues: readonly string[];
}

export interface CueScope extends ExpressionScope {
  names: CueNames;
}

/** Reads what a cue or a rule waits for. */
export function readCueCondition(cursor: TokenCursor, scope: CueScope): CueCondition | undefined {
  return readConditionAt(cursor, {
    scope,
    startsTest: () => findWord(cursor) !== undefined,
    readTest: () => readRulePhrase(cursor, scope),
  });
}

/** The word that begins here; one that begins with a name is known by what stands behind it. */
function findWord(cursor: TokenCursor): (typeof RULE_CONDITION_WORDS)[number] | undefined {
  return RULE_CONDITION_WORDS.find(({ before, after }) =>
    before.length > 0 ? cursor.startsWith(before) : cursor.next?.text === after[0],
  );
}

function readRulePhrase(cursor: TokenCursor, scope: CueScope): RulePhrase | undefined {
  const entry = findWord(cursor);
  const first = cursor.span;
  if (!entry) {
    const forms = RULE_CONDITION_WORDS.map((known) => `\`${formOf(known)}\``).join(', ');
    scope.faults.error(
      first,
      'unknown-condition',
      cursor.current
        ? `\`${cursor.current.text}\` is no condition that is known here.`
        : 'A condition is missing here.',
      `Compare a number, as in \`score >= 100\`, or write one of ${forms}.`,
    );
    return undefined;
  }
  cursor.takeWords(entry.before);
  const name = readName(cursor, scope, entry.of);
  if (!name || !entry.after.every((word) => expectWord(cursor, scope, word))) return undefined;
  const wantsPlace = 'atMark' in entry;
  const place = wantsPlace ? readName(cursor, scope, 'marks') : undefined;
  if (wantsPlace && !place) return undefined;
  return { operation: entry.operation, name, place, span: cursor.spanSince(first) };
}

/** Reads what scores behind `when`: an event, or a condition that counts once. */
export function readCountedEvent(cursor: TokenCursor, scope: CueScope): CountedEvent | undefined {
  if (cursor.takeIfText('delivery')) return { type: 'delivery' };
  const event = cursor.next?.text;
  if (event === 'defeated' || event === 'collected' || event === 'filled')
    return named(cursor, scope, 'tags', (tag) => {
      cursor.take();
      return { type: event, tag };
    });
  const condition = readCueCondition(cursor, scope);
  return condition && { type: 'holds', condition };
}

export const EVENT_FORMS = RULE_EVENTS.map(({ form }) => form);

const WHAT_NAMES_ARE = {
  kinds: { code: 'unknown-kind', one: 'kind', many: 'kinds' },
  tags: { code: 'unknown-tag', one: 'tag or kind', many: 'tags and kinds' },
  marks: { code: 'unknown-mark', one: 'mark', many: 'marks' },
  grounds: { code: 'unknown-ground', one: 'ground', many: 'grounds' },
  cues: { code: 'unknown-cue', one: 'cue', many: 'cues' },
} as const satisfies Record<keyof CueNames, { code: FaultCode; one: string; many: string }>;

/** Reads a name of something in the game; names may hold dashes, which the language reads as several tokens. */
export function readName(cursor: TokenCursor, scope: CueScope, what: keyof CueNames): NameAt | undefined {
  const first = cursor.current;
  if (first?.type === 'word') {
    let id = cursor.take()!.text;
    let span = first.span;
    const known = scope.names[what];
    while (cursor.current?.text === '-' && cursor.current.span.from === span.to) {
      const longer = `${id}-${cursor.next?.text ?? ''}`;
      if (!known.some((name) => name === longer || name.startsWith(`${longer}-`))) break;
      cursor.take();
      span = { ...span, to: cursor.take()!.span.to };
      id = longer;
    }
    if (known.includes(id)) return { id, span };
    scope.faults.error(
      span,
      WHAT_NAMES_ARE[what].code,
      `There is no ${WHAT_NAMES_ARE[what].one} \`${id}\`.`,
      proposeWord(id, known, WHAT_NAMES_ARE[what].many),
    );
    return undefined;
  }
  scope.faults.error(
    cursor.span,
    'name-missing',
    `The name of a ${WHAT_NAMES_ARE[what].one} is missing here.`,
    proposeWord(first?.text ?? '', scope.names[what], WHAT_NAMES_ARE[what].many),
  );
  return undefined;
}

function named<T>(
  cursor: TokenCursor,
  scope: CueScope,
  what: keyof CueNames,
  make: (name: NameAt) => T,
): T | undefined {
  const name = readName(cursor, scope, what);
  return name && make(name);
}

export function expectWord(cursor: TokenCursor, scope: CueScope, word: string): boolean {
  if (cursor.takeIfText(word)) return true;
  scope.faults.error(
    cursor.span,
    'word-missing',
    cursor.current ? `\`${word}\` was expected instead of \`${cursor.current.text}\`.` : `\`${word}\` is missing here.`,
    `Write \`${word}\`.`,
  );
  return false;
}
