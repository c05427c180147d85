import { DIMENSION_WORDS } from '../../foundation/units';
import { proposeWord } from '../../foundation/nearestWord';
import { readExpression, type ExpressionScope } from '../check/expressions';
import { readJoined } from '../check/joined';
import type { TokenCursor } from '../check/tokenCursor';
import { COMPARISONS } from '../vocabulary';
import type { CountedEvent, CueCondition, NameAt } from './checkedCues';
import { RULE_EVENTS, RULE_TESTS } from './cueWords';

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

/** Reads conditions joined by `or`, `and`, `not` and brackets; `and` binds tighter than `or`. */
export function readCueCondition(cursor: TokenCursor, scope: CueScope): CueCondition | undefined {
  return readJoined(
    cursor,
    () => readSingle(cursor, scope),
    (type, parts) => ({ type, parts }),
  );
}

function readSingle(cursor: TokenCursor, scope: CueScope): CueCondition | undefined {
  if (cursor.takeIfText('not')) {
    const part = readSingle(cursor, scope);
    return part && { type: 'not', part };
  }
  if (cursor.takeWords(['player', 'touches'])) return named(cursor, scope, 'tags', (tag) => ({ type: 'touches', tag }));
  if (cursor.takeWords(['player', 'at'])) return named(cursor, scope, 'marks', (mark) => ({ type: 'at', mark }));
  if (cursor.takeIfText('no')) {
    const test = named(cursor, scope, 'tags', (tag) => ({ type: 'none left', tag }) as CueCondition);
    return test && expectWord(cursor, scope, 'left') ? test : undefined;
  }
  if (cursor.takeIfText('all')) {
    const test = named(cursor, scope, 'tags', (tag) => ({ type: 'all filled', tag }) as CueCondition);
    return test && expectWord(cursor, scope, 'filled') ? test : undefined;
  }
  if (cursor.next?.text === 'cleared')
    return named(cursor, scope, 'cues', (cue) => {
      cursor.take();
      return { type: 'cleared', cue };
    });
  const opening = cursor.span;
  if (cursor.current?.text === '(' && !isArithmetic(cursor.afterBracket()?.text)) {
    cursor.take();
    const inner = readCueCondition(cursor, scope);
    if (!inner || cursor.takeIfText(')')) return inner;
    scope.faults.error(opening, 'bracket-open', 'This bracket is never closed.', 'Add `)` behind the condition.');
    return undefined;
  }
  return readComparison(cursor, scope);
}

function isArithmetic(text: string | undefined): boolean {
  return text !== undefined && ['+', '-', '*', '/', ...COMPARISONS].includes(text);
}

function readComparison(cursor: TokenCursor, scope: CueScope): CueCondition | undefined {
  const { faults } = scope;
  const first = cursor.current;
  if (!first || (first.type === 'word' && !isArithmetic(cursor.next?.text))) {
    faults.error(
      cursor.span,
      'unknown-condition',
      first ? `\`${first.text}\` is no condition that is known here.` : 'A condition is missing here.',
      `Compare a number, as in \`score >= 100\`, or write one of ${RULE_TESTS.map(({ form }) => `\`${form}\``).join(', ')}.`,
    );
    return undefined;
  }
  const left = readExpression(cursor, scope);
  if (!left) return undefined;
  const comparison = COMPARISONS.find((candidate) => candidate === cursor.current?.text);
  if (!comparison) {
    faults.error(
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
  const span = cursor.spanSince(first.span);
  if (left.dimension === right.dimension) return { type: 'compare', comparison, left, right, span };
  faults.error(
    span,
    'units-do-not-fit',
    `\`${comparison}\` cannot compare ${DIMENSION_WORDS[left.dimension]} and ${DIMENSION_WORDS[right.dimension]}.`,
    'Both sides must measure the same thing.',
  );
  return undefined;
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

const WHAT_NAMES_ARE: Record<keyof CueNames, { one: string; many: string }> = {
  kinds: { one: 'kind', many: 'kinds' },
  tags: { one: 'tag', many: 'tags' },
  marks: { one: 'mark', many: 'marks' },
  grounds: { one: 'ground', many: 'grounds' },
  cues: { one: 'cue', many: 'cues' },
};

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
      `unknown-${WHAT_NAMES_ARE[what].one}`,
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
