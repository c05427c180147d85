import { BASE_UNIT, DIMENSION_WORDS, type UnitName } from '../../foundation/units';
import { isChanging, type Expression, type Phrase } from '../checkedBehavior';
import type {
  ChoiceParameter,
  ClauseParameter,
  NamedThing,
  NameParameter,
  VocabularyEntry,
  WordsOfRole,
} from '../vocabulary';
import { VOCABULARY } from '../vocabulary';
import { type ExpressionScope, readExpression } from './expressions';
import { adviseUnit, adviseWord, proposeWord } from '../../foundation/nearestWord';
import type { TokenCursor } from './tokenCursor';

export interface PhraseScope extends ExpressionScope {
  /** Whom a piece may see or chase. */
  targets: readonly string[];
}

/** Reads one word of the vocabulary with its parameters; undefined after a fault, which is then already noted. */
export function readPhrase<Role extends VocabularyEntry['role']>(
  cursor: TokenCursor,
  role: Role,
  scope: PhraseScope,
): Phrase<WordsOfRole[Role]> | undefined {
  const entry = VOCABULARY.find((candidate) => candidate.role === role && cursor.startsWith(candidate.words));
  const first = cursor.span;
  if (!entry) {
    // A facing begins with its own word, as acts do, so only the rest of an act can be unknown.
    noteUnknownWord(cursor, role === 'facing' ? 'act' : role, scope);
    return undefined;
  }
  cursor.takeWords(entry.words);
  const target = entry.takesTarget ? readTarget(cursor, entry, scope) : undefined;
  const operation = entry.operation as WordsOfRole[Role];
  const phrase: Phrase<WordsOfRole[Role]> = { operation, target, quantities: {}, choices: {}, names: {}, span: first };
  const written = readParameters(cursor, entry, phrase, scope);
  phrase.span = cursor.spanSince(first);
  const isComplete = fillFallbacks(entry, phrase, written, scope);
  return isComplete && (target !== undefined || !entry.takesTarget) ? phrase : undefined;
}

const PLACE_OF_ROLE: Record<VocabularyEntry['role'], string> = {
  motion: 'it stands behind `do`',
  condition: 'it stands behind `when`',
  act: 'it stands in the braces of `enter`, `leave`, `repeat` or `go`',
  facing: 'it stands in a state by itself',
};

function noteUnknownWord(
  cursor: TokenCursor,
  what: Exclude<VocabularyEntry['role'], 'facing'>,
  scope: PhraseScope,
): void {
  const known = VOCABULARY.filter((entry) => entry.role === what).map((entry) => entry.words.join(' '));
  const articled = /^[aeiou]/.test(what) ? `an ${what}` : `a ${what}`;
  const token = cursor.current;
  if (!token) {
    scope.faults.error(
      cursor.span,
      what === 'condition' ? 'condition-missing' : 'motion-missing',
      `${articled[0].toUpperCase()}${articled.slice(1)} is missing here.`,
      `Write one of ${known.join(', ')}.`,
    );
    return;
  }
  const firstWords = VOCABULARY.filter((entry) => entry.role === what).map((entry) => entry.words[0]);
  const elsewhere = VOCABULARY.find((entry) => entry.role !== what && entry.words[0] === token.text);
  const partly = VOCABULARY.find((entry) => entry.role === what && entry.words[0] === token.text);
  const advice = elsewhere
    ? `\`${token.text}\` is ${elsewhere.role === 'act' ? 'an' : 'a'} ${elsewhere.role}: ${PLACE_OF_ROLE[elsewhere.role]}.`
    : partly
      ? adviseWord(partly.words.join(' '))
      : proposeWord(token.text, firstWords, `${what}s`);
  scope.faults.error(token.span, `unknown-${what}`, `\`${token.text}\` is not ${articled} that is known here.`, advice);
}

function readTarget(cursor: TokenCursor, entry: VocabularyEntry, scope: PhraseScope): string | undefined {
  const token = cursor.current;
  if (token?.type === 'word' && scope.targets.includes(token.text)) {
    cursor.take();
    return token.text;
  }
  scope.faults.error(
    cursor.span,
    'unknown-target',
    token
      ? `\`${token.text}\` is nobody that a piece can ${entry.words[0] === 'sees' ? 'see' : entry.words[0]}.`
      : 'Whom?',
    proposeWord(token?.text ?? '', scope.targets, 'targets'),
  );
  if (token?.type === 'word') cursor.take();
  return undefined;
}

/** Reads clauses in any order, commas between them optional; returns the names of those that were written. */
function readParameters(cursor: TokenCursor, entry: VocabularyEntry, phrase: Phrase, scope: PhraseScope): Set<string> {
  const written = new Set<string>();
  const direct = entry.parameters.find((parameter) => parameter.type === 'quantity' && parameter.words.length === 0);
  if (direct?.type === 'quantity') readClause(cursor, entry, direct, phrase, written, scope);
  const directName = entry.parameters.find(
    (parameter): parameter is NameParameter => parameter.type === 'name' && parameter.words.length === 0,
  );
  if (directName) readName(cursor, entry, directName, phrase, written, scope);
  for (;;) {
    const hadComma = cursor.takeIfText(',');
    const start = cursor.span;
    // Choices first: `at random` is no speed.
    if (takeChoice(cursor, entry, phrase, written, scope)) continue;
    const clause = entry.parameters.find(
      (parameter): parameter is ClauseParameter =>
        parameter.type === 'quantity' && parameter.words.length > 0 && cursor.startsWith(parameter.words),
    );
    if (clause) {
      cursor.takeWords(clause.words);
      if (written.has(clause.name)) noteTwice(start, clause.words.join(' '), scope);
      readClause(cursor, entry, clause, phrase, written, scope);
      continue;
    }
    if (takeName(cursor, entry, phrase, written, scope)) continue;
    if (hadComma) noteUnknownClause(cursor, entry, scope);
    return written;
  }
}

function noteTwice(span: Expression['span'], words: string, scope: PhraseScope): void {
  scope.faults.error(span, 'clause-twice', `\`${words}\` stands here for the second time.`, 'Keep one of them.');
}

function takeChoice(
  cursor: TokenCursor,
  entry: VocabularyEntry,
  phrase: Phrase,
  written: Set<string>,
  scope: PhraseScope,
): boolean {
  for (const parameter of entry.parameters) {
    if (parameter.type !== 'choice') continue;
    const option = parameter.options.find((candidate) => cursor.startsWith(candidate.words));
    if (!option) continue;
    if (written.has(parameter.name)) noteTwice(cursor.span, option.words.join(' '), scope);
    cursor.takeWords(option.words);
    phrase.choices[parameter.name] = option.value;
    written.add(parameter.name);
    return true;
  }
  return false;
}

function takeName(
  cursor: TokenCursor,
  entry: VocabularyEntry,
  phrase: Phrase,
  written: Set<string>,
  scope: PhraseScope,
): boolean {
  const start = cursor.span;
  const parameter = entry.parameters.find(
    (candidate): candidate is NameParameter =>
      candidate.type === 'name' && candidate.words.length > 0 && cursor.startsWith(candidate.words),
  );
  if (!parameter) return false;
  cursor.takeWords(parameter.words);
  if (written.has(parameter.name)) noteTwice(start, parameter.words.join(' '), scope);
  readName(cursor, entry, parameter, phrase, written, scope);
  return true;
}

function readName(
  cursor: TokenCursor,
  entry: VocabularyEntry,
  parameter: NameParameter,
  phrase: Phrase,
  written: Set<string>,
  scope: PhraseScope,
): void {
  written.add(parameter.name);
  const first = cursor.current;
  if (first?.type !== 'word') {
    scope.faults.error(
      cursor.span,
      'name-missing',
      parameter.of === 'sound'
        ? `\`${entry.words.join(' ')}\` needs the name of a sound.`
        : `\`${[...(parameter.words.length ? parameter.words : entry.words)].join(' ')}\` needs the id of a ${parameter.of}.`,
      `As in \`${entry.example}\`.`,
    );
    return;
  }
  const named: NamedThing = takeId(cursor);
  while (parameter.isList && cursor.current?.text === 'and' && cursor.takeIfText('and')) {
    if (cursor.current?.type !== 'word') {
      scope.faults.error(
        cursor.span,
        'name-missing',
        `\`and\` needs the id of a ${parameter.of}.`,
        `As in \`${entry.example}\`.`,
      );
      break;
    }
    (named.more ??= []).push(takeId(cursor));
  }
  phrase.names[parameter.name] = named;
}

/** An id with its place. Ids may have hyphens, which are symbols elsewhere. */
function takeId(cursor: TokenCursor): NamedThing {
  const first = cursor.take()!;
  let id = first.text;
  while (cursor.current?.text === '-') {
    cursor.take();
    id += `-${cursor.take()?.text ?? ''}`;
  }
  return { id, span: cursor.spanSince(first.span) };
}

function noteUnknownClause(cursor: TokenCursor, entry: VocabularyEntry, scope: PhraseScope): void {
  const known = entry.parameters.flatMap((parameter) =>
    parameter.type === 'choice'
      ? parameter.options.map((option) => option.words.join(' '))
      : [parameter.words.join(' ')],
  );
  const token = cursor.current;
  scope.faults.error(
    cursor.span,
    'unknown-clause',
    token ? `\`${token.text}\` is no clause of \`${entry.words.join(' ')}\`.` : 'Nothing follows this comma.',
    proposeWord(token?.text ?? '', known, 'clauses'),
  );
  cursor.skipToEnd();
}

function readClause(
  cursor: TokenCursor,
  entry: VocabularyEntry,
  clause: ClauseParameter,
  phrase: Phrase,
  written: Set<string>,
  scope: PhraseScope,
): void {
  written.add(clause.name);
  const value = readExpression(cursor, scope);
  if (!value) {
    cursor.skipUntil((token) => token.text === ',' || token.text === 'or' || token.text === 'and');
    return;
  }
  const label = [...(clause.words.length ? clause.words : entry.words)].join(' ');
  if (value.dimension !== clause.dimension) {
    scope.faults.error(
      value.span,
      'wrong-unit',
      `\`${label}\` wants ${DIMENSION_WORDS[clause.dimension]}, but this is ${DIMENSION_WORDS[value.dimension]}.`,
      value.type === 'quantity' && value.unit === undefined
        ? adviseUnit(`${value.value} ${BASE_UNIT[clause.dimension]}`)
        : 'Change the value or use another knob.',
    );
    return;
  }
  if (isChanging(value) && !(clause.name === 'speed' && entry.role === 'motion')) {
    scope.faults.error(
      value.span,
      'must-be-fixed',
      `\`${label}\` must stay the same during a run; memory and readings change.`,
      'Use numbers and knobs here. Speeds of motions, comparisons and `set` may use what changes.',
    );
    return;
  }
  phrase.quantities[clause.name] = value;
}

/** Puts in what was left out; false if something is missing that must be written or was written wrong. */
function fillFallbacks(entry: VocabularyEntry, phrase: Phrase, written: Set<string>, scope: PhraseScope): boolean {
  let isComplete = true;
  for (const parameter of entry.parameters) {
    if (parameter.type === 'choice') {
      phrase.choices[parameter.name] ??= (parameter satisfies ChoiceParameter).fallback;
      continue;
    }
    if (parameter.type === 'name') {
      if (parameter.isNeeded && !phrase.names[parameter.name]) isComplete = false;
      continue;
    }
    if (phrase.quantities[parameter.name]) continue;
    if (written.has(parameter.name)) {
      isComplete = false;
    } else if (parameter.fallback === undefined) {
      const label = parameter.words.join(' ') || entry.words.join(' ');
      scope.faults.error(
        phrase.span,
        'clause-missing',
        `\`${entry.words.join(' ')}\` needs \`${label}\`: ${parameter.meaning}.`,
        `As in \`${entry.example}\`.`,
      );
      isComplete = false;
    } else {
      phrase.quantities[parameter.name] = {
        type: 'quantity',
        value: parameter.fallback,
        unit: (BASE_UNIT[parameter.dimension] || undefined) as UnitName | undefined,
        dimension: parameter.dimension,
        span: phrase.span,
      };
    }
  }
  return isComplete;
}
