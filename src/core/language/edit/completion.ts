import { BASE_UNIT, DIMENSION_OF_UNIT, DIMENSION_WORDS, UNIT_NAMES, type Dimension } from '../../foundation/units';
import {
  ACT_STARTERS,
  readingOf,
  READINGS,
  STATEMENT_WORDS,
  VOCABULARY,
  type Parameter,
  type VocabularyEntry,
} from '../vocabulary';
import { outlineScript } from './outline';

/** One thing that may stand at a place. */
export interface Proposal {
  text: string;
  /** What it is, in a word. */
  what: string;
  /** Its meaning, with unit and range where it has them. */
  meaning: string;
}

export interface CompletionPlace {
  /** Where the word begins that is being written. */
  from: number;
  proposals: Proposal[];
}

/** Names from the game that a script can use. */
export interface GameNames {
  targets: readonly string[];
  grounds: readonly string[];
  marks: readonly string[];
  kinds: readonly string[];
  behaviors: readonly string[];
}

interface Lexeme {
  text: string;
  from: number;
}

const WORD_BEFORE = /[a-zA-Z_]\w*$/;
const KEYWORDS = new Set([...Object.keys(STATEMENT_WORDS), ...ACT_STARTERS]);

/** What may stand where the caret is, and nothing else. */
export function completeAt(text: string, offset: number, names: GameNames): CompletionPlace {
  const before = text.slice(0, offset);
  const word = WORD_BEFORE.exec(before)?.[0] ?? '';
  const from = offset - word.length;
  // In comments nothing is proposed.
  const line = before.slice(before.lastIndexOf('\n') + 1);
  if (line.includes('#')) return { from, proposals: [] };
  const scan = scanTo(before.slice(0, from));
  return { from, proposals: new Proposer(text, names).propose(scan.blocks, scan.statement) };
}

/** The blocks that are open at the end of a text, and the words of the statement that is being written there. */
function scanTo(text: string): { blocks: string[]; statement: Lexeme[] } {
  const lexemes = lex(text);
  const blocks: string[] = [];
  let statement: Lexeme[] = [];
  lexemes.forEach((lexeme, index) => {
    if (lexeme.text === '{') {
      const head = statement[0]?.text === 'start' ? statement[1] : statement[0];
      blocks.push(head?.text ?? '');
      statement = [];
    } else if (lexeme.text === '}') {
      blocks.pop();
      statement = [];
    } else if (lexeme.text === ';') statement = [];
    else if (beginsStatement(lexeme.text, lexemes[index + 1]?.text, lexemes[index + 2]?.text, blocks.at(-1), statement))
      statement = [lexeme];
    else statement.push(lexeme);
  });
  return { blocks, statement };
}

function beginsStatement(
  word: string,
  next: string | undefined,
  afterNext: string | undefined,
  block: string | undefined,
  statement: readonly Lexeme[],
): boolean {
  if (word === 'keep')
    return block === 'behavior' && (afterNext === '=' || next === undefined || statement.length === 0);
  if (word === 'start') return block === 'behavior';
  if (word === 'state' && statement[0]?.text === 'start' && statement.length === 1) return false;
  return KEYWORDS.has(word);
}

function lex(text: string): Lexeme[] {
  const lexemes: Lexeme[] = [];
  const pattern = /#[^\n]*|[a-zA-Z_]\w*(?:\/s)?|\d+(?:\.\d+)?|\.\.|>=|<=|[{}%,+\-*/()=><;]/g;
  for (const match of text.matchAll(pattern))
    if (!match[0].startsWith('#')) lexemes.push({ text: match[0], from: match.index });
  return lexemes;
}

class Proposer {
  constructor(
    private readonly text: string,
    private readonly names: GameNames,
  ) {}

  propose(blocks: readonly string[], statement: readonly Lexeme[]): Proposal[] {
    const block = blocks.at(-1);
    const words = statement.map((lexeme) => lexeme.text);
    if (block === undefined) return words.length === 0 ? this.statements(['behavior']) : [];
    if (block === 'behavior') return this.inBehavior(words);
    if (block === 'state') return this.inState(words);
    return this.inActs(words);
  }

  private statements(keywords: readonly string[]): Proposal[] {
    return keywords.map((text) => ({
      text,
      what: 'statement',
      meaning: STATEMENT_WORDS[text.split(' ').at(-1)!]?.meaning ?? entryOf(text)?.meaning ?? '',
    }));
  }

  private inBehavior(words: readonly string[]): Proposal[] {
    const all = this.statements(['state', 'start state', 'knob', 'keep', 'use']);
    const [keyword] = words;
    if (keyword === undefined) return all;
    if (keyword === 'start' && words.length === 1) return this.statements(['state']);
    const last = words.at(-1)!;
    if (keyword === 'use') {
      if (words.length === 1) return this.plain(this.names.behaviors, 'behavior');
      if (words.length === 2) return [...this.plain(['with'], 'word'), ...all];
    }
    if ((keyword === 'knob' || keyword === 'keep') && isNumber(last)) {
      const isRange = words.includes('in');
      const rest = keyword === 'knob' ? (isRange ? all : this.plain(['in'], 'word')) : all;
      return isRange ? rest : [...this.units(), ...rest];
    }
    if (keyword === 'knob' && !words.includes('in') && words.length > 3) return this.plain(['in'], 'word');
    return words.length > 2 ? all : [];
  }

  private inState(words: readonly string[]): Proposal[] {
    const keywords = this.statements(['do', 'go', 'enter', 'leave', 'repeat', 'face', 'be']);
    const [keyword, ...rest] = words;
    switch (keyword) {
      case undefined:
        return keywords;
      case 'do':
        return this.phrase('motion', rest, keywords);
      case 'face':
        return this.phrase('facing', ['face', ...rest], keywords);
      case 'be':
        return rest.length === 0 ? this.plain(['in', 'out'], 'word') : keywords;
      case 'repeat':
        if (rest.length === 0) return this.plain(['every'], 'word');
        return this.value(rest.slice(1), 'time', false) ?? [];
      case 'go':
        return this.inTransition(rest, keywords);
      default:
        return [];
    }
  }

  private inTransition(words: readonly string[], keywords: Proposal[]): Proposal[] {
    const states = () => this.states();
    if (words.length === 0) return [...states(), ...this.plain(['either'], 'word')];
    const at = words.findIndex((word, index) => index > 0 && (word === 'when' || word === 'after'));
    if (at < 0) {
      if (words.at(-1) === 'either' || words.at(-1) === ',') return states();
      return [...this.plain(['when'], 'word'), ...this.entries('condition').filter(({ text }) => text === 'after')];
    }
    const condition = words.slice(words[at] === 'when' ? at + 1 : at);
    const first = lastIndexWhere(condition, (word) => ['and', 'or', 'not', '('].includes(word)) + 1;
    const rest = condition.slice(first);
    const joiners = this.plain(['and', 'or'], 'word');
    if (rest.length === 0)
      return [...this.entries('condition'), ...this.plain(['not'], 'word'), ...this.numbers(undefined, true)];
    const compared = lastIndexWhere(rest, (word) => ['>', '<', '>=', '<=', '='].includes(word));
    if (compared >= 0)
      return (
        this.value(rest.slice(compared + 1), this.dimensionOf(rest.slice(0, compared)), true) ?? [
          ...joiners,
          ...keywords,
        ]
      );
    if (!entryAt(rest, 'condition') && this.isNumberName(rest[0]))
      return this.plain(['>', '<', '>=', '<=', '='], 'comparison');
    return this.phrase('condition', rest, [...joiners, ...keywords]);
  }

  private inActs(words: readonly string[]): Proposal[] {
    const acts = this.statements([...new Set(ACT_STARTERS)]);
    const [keyword, ...rest] = words;
    if (keyword === undefined) return acts;
    if (keyword === 'set') {
      if (rest.length === 0) return this.kept();
      if (rest.length === 1) return this.plain(['='], 'word');
      return this.value(rest.slice(2), this.dimensionOf(rest.slice(0, 1)), true) ?? acts;
    }
    const role = keyword === 'face' ? 'facing' : 'act';
    return this.phrase(role, words, acts);
  }

  /** What may follow the words of a phrase: more of its words, a target, clauses, a value, or what comes behind it. */
  private phrase(role: VocabularyEntry['role'], words: readonly string[], behind: Proposal[]): Proposal[] {
    const entry = entryAt(words, role);
    if (!entry) {
      const begun = VOCABULARY.filter(
        (candidate) => candidate.role === role && words.every((word, index) => candidate.words[index] === word),
      );
      return begun.map((candidate) => ({
        text: candidate.words.slice(words.length).join(' '),
        what: role,
        meaning: `${candidate.meaning} As in: ${candidate.example}`,
      }));
    }
    let rest = words.slice(entry.words.length);
    if (entry.takesTarget) {
      if (rest.length === 0) return this.plain(this.names.targets, 'target');
      rest = rest.slice(1);
    }
    const direct = entry.parameters.find((parameter) => parameter.type !== 'choice' && parameter.words.length === 0);
    const clauses = () => [...this.clauses(entry, rest), ...behind];
    const current = lastClause(entry, rest);
    if (!current && direct) {
      if (direct.type === 'name') return rest.length === 0 ? this.namesOf(direct) : clauses();
      return (direct.type === 'quantity' && this.value(rest, direct.dimension, false)) || clauses();
    }
    if (!current) return clauses();
    const { parameter, tail } = current;
    if (parameter.type === 'name')
      return tail.length === 0 || (parameter.isList && tail.at(-1) === 'and') ? this.namesOf(parameter) : clauses();
    if (parameter.type === 'choice') return clauses();
    const mayChange = role === 'motion' && parameter.name === 'speed';
    return this.value(tail, parameter.dimension, mayChange) ?? clauses();
  }

  /** What is missing of a value; undefined when it is complete. */
  private value(
    words: readonly string[],
    dimension: Dimension | undefined,
    mayChange: boolean,
  ): Proposal[] | undefined {
    const last = words.at(-1);
    if (last === undefined || ['+', '-', '*', '/', '('].includes(last)) {
      const free = last === '*' || last === '/' ? undefined : dimension;
      return this.numbers(free, mayChange);
    }
    if (isNumber(last)) {
      const units = this.units().filter(({ text }) => !dimension || DIMENSION_OF_UNIT[text as 's'] === dimension);
      return units.length > 0 ? units : undefined;
    }
    return undefined;
  }

  private clauses(entry: VocabularyEntry, rest: readonly string[]): Proposal[] {
    const joined = ` ${rest.join(' ')} `;
    return entry.parameters.flatMap((parameter): Proposal[] => {
      if (parameter.type === 'choice') {
        const isUsed = parameter.options.some((option) => joined.includes(` ${option.words.join(' ')} `));
        return isUsed
          ? []
          : parameter.options.map((option) => ({
              text: option.words.join(' '),
              what: parameter.name,
              meaning: option.meaning,
            }));
      }
      const words = parameter.words.join(' ');
      return words === '' || joined.includes(` ${words} `)
        ? []
        : [{ text: words, what: 'clause', meaning: describeParameter(parameter) }];
    });
  }

  private entries(role: VocabularyEntry['role']): Proposal[] {
    return VOCABULARY.filter((entry) => entry.role === role).map((entry) => ({
      text: entry.words.join(' '),
      what: role,
      meaning: `${entry.meaning} As in: ${entry.example}`,
    }));
  }

  private namesOf(parameter: Extract<Parameter, { type: 'name' }>): Proposal[] {
    const sounds = [...this.text.matchAll(/\b(?:shout|hears)\s+([a-zA-Z_]\w*)/g)].map((match) => match[1]);
    const lists = {
      ground: this.names.grounds,
      mark: this.names.marks,
      kind: this.names.kinds,
      sound: [...new Set([...sounds, 'player'])],
    };
    return this.plain(lists[parameter.of], parameter.of);
  }

  private states(): Proposal[] {
    const states = outlineScript(this.text)?.states ?? [];
    return states.map(({ name }) => ({ text: name, what: 'state', meaning: 'A state of this behavior.' }));
  }

  private kept(): Proposal[] {
    return this.declared('keep').map(({ name }) => ({
      text: name,
      what: 'kept',
      meaning: 'What the piece remembers.',
    }));
  }

  /** Knobs, and where it may change memory and readings, that measure what is wanted. */
  private numbers(dimension: Dimension | undefined, mayChange: boolean): Proposal[] {
    const fits = (own: Dimension) => dimension === undefined || own === dimension;
    const knobs = this.declared('knob').filter((knob) => fits(knob.dimension));
    const kept = mayChange ? this.declared('keep').filter((memory) => fits(memory.dimension)) : [];
    const readings = mayChange ? Object.entries(READINGS).filter(([, reading]) => fits(reading.dimension)) : [];
    return [
      ...knobs.map(({ name, dimension: own }) => ({ text: name, what: 'knob', meaning: DIMENSION_WORDS[own] })),
      ...kept.map(({ name, dimension: own }) => ({ text: name, what: 'kept', meaning: DIMENSION_WORDS[own] })),
      ...readings.map(([text, { meaning }]) => ({ text, what: 'reading', meaning })),
    ];
  }

  private units(): Proposal[] {
    return UNIT_NAMES.map((text) => ({ text, what: 'unit', meaning: DIMENSION_WORDS[DIMENSION_OF_UNIT[text]] }));
  }

  private plain(texts: readonly string[], what: string): Proposal[] {
    return texts.map((text) => ({ text, what, meaning: '' }));
  }

  private isNumberName(word: string | undefined): boolean {
    return word !== undefined && this.dimensionOf([word]) !== undefined;
  }

  private dimensionOf(words: readonly string[]): Dimension | undefined {
    for (const word of words) {
      const own = [...this.declared('knob'), ...this.declared('keep')].find(({ name }) => name === word)?.dimension;
      const found = own ?? readingOf(word)?.dimension;
      if (found) return found;
    }
    return undefined;
  }

  private declared(keyword: 'knob' | 'keep'): { name: string; dimension: Dimension }[] {
    const pattern = new RegExp(`\\b${keyword}\\s+([a-zA-Z_]\\w*)\\s*=\\s*-?[\\d.]+[ \\t]*([a-z]+(?:/s)?|%)?`, 'g');
    return [...this.text.matchAll(pattern)].map(([, name, unit]) => ({
      name,
      dimension: (unit && DIMENSION_OF_UNIT[unit as 's']) || 'number',
    }));
  }
}

function entryOf(words: string): VocabularyEntry | undefined {
  return VOCABULARY.find((entry) => entry.words[0] === words && (entry.role === 'act' || entry.role === 'facing'));
}

function entryAt(words: readonly string[], role: VocabularyEntry['role']): VocabularyEntry | undefined {
  return VOCABULARY.find((entry) => entry.role === role && entry.words.every((word, index) => words[index] === word));
}

/** The clause or choice that was written last, and what stands behind its words. */
function lastClause(
  entry: VocabularyEntry,
  rest: readonly string[],
): { parameter: Parameter; tail: readonly string[] } | undefined {
  for (let at = rest.length - 1; at >= 0; at--) {
    for (const parameter of entry.parameters) {
      const wordings =
        parameter.type === 'choice' ? parameter.options.map((option) => option.words) : [parameter.words];
      const found = wordings.find(
        (words) => words.length > 0 && words.every((word, index) => rest[at + index] === word),
      );
      if (found) return { parameter, tail: rest.slice(at + found.length).filter((word) => word !== ',') };
    }
  }
  return undefined;
}

/** What a clause means, with its unit, range and what holds when it is left out. */
export function describeParameter(parameter: Parameter): string {
  if (parameter.type !== 'quantity') return parameter.type === 'name' ? parameter.meaning : parameter.name;
  const unit = BASE_UNIT[parameter.dimension];
  const range = `${parameter.low} to ${parameter.high}${unit && ` ${unit}`}`;
  const fallback =
    parameter.fallback !== undefined && parameter.fallback >= parameter.low
      ? `; ${parameter.fallback}${unit && ` ${unit}`} when left out`
      : '';
  return `${parameter.meaning}: ${DIMENSION_WORDS[parameter.dimension]}, ${range}${fallback}`;
}

function isNumber(text: string): boolean {
  return /^\d/.test(text);
}

function lastIndexWhere(words: readonly string[], test: (word: string) => boolean): number {
  for (let index = words.length - 1; index >= 0; index--) if (test(words[index])) return index;
  return -1;
}

/** What the word at a place means; undefined for names and for what is no word. */
export function meaningAt(text: string, offset: number): { from: number; to: number; meaning: string } | undefined {
  const before = WORD_BEFORE.exec(text.slice(0, offset))?.[0] ?? '';
  const after = /^\w*/.exec(text.slice(offset))![0];
  const from = offset - before.length;
  const to = offset + after.length;
  const word = text.slice(from, to);
  if (word === '') return undefined;
  const { statement } = scanTo(text.slice(0, to));
  const words = statement.map((lexeme) => lexeme.text);
  const answer = (meaning: string) => ({ from, to, meaning });
  const entry = phraseOf(words);
  if (words.length === 1 && STATEMENT_WORDS[word]) return answer(STATEMENT_WORDS[word].meaning);
  if (entry) {
    const start = entry.at;
    if (words.length - 1 < start + entry.entry.words.length)
      return answer(`${entry.entry.meaning} As in: ${entry.entry.example}`);
    for (const parameter of entry.entry.parameters) {
      if (parameter.type === 'choice') {
        const option = parameter.options.find((candidate) => candidate.words.includes(word));
        if (option) return answer(option.meaning);
      } else if (parameter.words.includes(word)) return answer(describeParameter(parameter));
    }
  }
  const reading = readingOf(word);
  if (reading) return answer(reading.meaning);
  return STATEMENT_WORDS[word] ? answer(STATEMENT_WORDS[word].meaning) : undefined;
}

/** The last phrase that begins in a statement, and at which of its words. */
function phraseOf(words: readonly string[]): { entry: VocabularyEntry; at: number } | undefined {
  for (let at = words.length - 1; at >= 0; at--) {
    const isPlace =
      at === 0 || ['do', 'when', 'and', 'or', 'not', '('].includes(words[at - 1]) || words[at] === 'after';
    if (!isPlace) continue;
    const entry = VOCABULARY.filter((candidate) =>
      candidate.words.every((word, index) => words[at + index] === word || at + index >= words.length),
    ).sort((a, b) => b.words.length - a.words.length)[0];
    if (entry && (at > 0 || entry.role === 'act' || entry.role === 'facing')) return { entry, at };
  }
  return undefined;
}
