import { UNIT_NAMES } from '../../foundation/units';
import { conditionText, writeCondition, type ConditionText } from '../edit/conditionText';
import { applyEdits, type TextEdit } from '../edit/textEdit';
import { isName } from '../syntax/isName';
import { parseScript, type StatementSyntax } from '../syntax/parseScript';
import { COMPARISONS } from '../vocabulary';
import { RULE_CONDITION_WORDS } from '../words/ruleConditions';
import { checkCues } from './checkCues';
import type { CheckedCues, CueCondition } from './checkedCues';
import { completeCueAt } from './completeCue';
import type { CueNames } from './cueConditions';
import { CUE_WORDS, type CueBlock, type CueWord } from './cueWords';

/** A piece of a line as a form shows it; `from` and `to` are its place in the text. */
export interface CueFormPart {
  type: 'word' | 'number' | 'choice';
  text: string;
  from: number;
  to: number;
  /** What may stand here instead, for choices. */
  options: readonly string[];
}

export interface CueFormLine {
  /** The word that it begins with; a count, for what belongs to a wave. */
  word: string;
  meaning: string;
  from: number;
  to: number;
  /** All of it that stands before its own braces, as it is written. */
  head: { to: number; text: string };
  /** 1 for what stands inside of a wave. */
  depth: 0 | 1;
  parts: CueFormPart[];
  /** Where a line inside of its own braces can be added, for waves. */
  innerEnd: number | undefined;
  /** What stands behind `when`; undefined while the text has errors. */
  condition: { from: number; to: number; tree: ConditionText } | undefined;
}

export interface CueFormBlock {
  keyword: 'spawner' | 'waves' | 'rules';
  name: string;
  from: number;
  to: number;
  lines: CueFormLine[];
  /** Lines that could be added. */
  missing: CueWord[];
  /** Where a line can be added: before the closing brace. */
  end: number;
}

const LEXEME = /[a-zA-Z_]\w*(?:-\w+)*|\d+(?:\.\d+)?|\.\.|>=|<=|[^\s\w]/g;
const UNIT = new RegExp(`^\\s*(${[...UNIT_NAMES].sort((a, b) => b.length - a.length).join('|')})(?![\\w/])`);
/** Words that may begin several lines of a block. */
const REPEATED = new Set(['knob', 'wave', 'supply', 'score', 'win', 'lose', 'retire']);

/** The cues and rules of a level as forms; one text, of which every part keeps its place. */
export function readCueForm(text: string, names: CueNames): CueFormBlock[] {
  const { checked } = checkCues(text, [], names);
  const trees = checked ? conditionsOf(checked).map((condition) => conditionText(condition, text)) : [];
  return parseScript(text).statements.flatMap((statement): CueFormBlock[] => {
    const { keyword, block } = statement;
    if (!block || (keyword !== 'spawner' && keyword !== 'waves' && keyword !== 'rules')) return [];
    const lines = block.statements
      .flatMap((line) => readLine(text, line, keyword, names))
      .map((line) => ({ ...line, condition: conditionOf(text, line, trees) }));
    const taken = new Set(lines.filter(({ depth }) => depth === 0).map(({ word }) => word));
    return [
      {
        keyword,
        name: statement.tokens[0]?.text ?? '',
        from: statement.span.from,
        to: statement.span.to,
        lines,
        missing: CUE_WORDS.filter(
          ({ word, inside }) => inside.includes(keyword) && (REPEATED.has(word) || !taken.has(word)),
        ),
        end: block.span.to - 1,
      },
    ];
  });
}

function readLine(text: string, line: StatementSyntax, inside: CueBlock, names: CueNames): CueFormLine[] {
  const to = line.block ? line.block.span.from : line.span.to;
  const headEnd = line.span.from + text.slice(line.span.from, to).trimEnd().length;
  const own: CueFormLine = {
    word: line.keyword,
    meaning:
      CUE_WORDS.find(({ word, inside: places }) => word === line.keyword && places.includes(inside))?.meaning ?? '',
    from: line.span.from,
    to: line.span.to,
    head: { to: headEnd, text: text.slice(line.span.from, headEnd) },
    depth: inside === 'wave' ? 1 : 0,
    // The sign of a knob's default compares nothing.
    parts: readParts(text, line.span.from, to, names).map((part) =>
      line.keyword === 'knob' && part.text === '=' ? { ...part, type: 'word', options: [] } : part,
    ),
    innerEnd: line.block ? line.block.span.to - 1 : undefined,
    condition: undefined,
  };
  return [own, ...(line.block?.statements ?? []).flatMap((inner) => readLine(text, inner, 'wave', names))];
}

/** Everything that cues and rules wait for. */
function conditionsOf({ cues, rules }: CheckedCues): CueCondition[] {
  const ofCues = cues.flatMap((cue) =>
    cue.type === 'spawner' ? [cue.spawner.open, cue.spawner.close] : [cue.waves.open],
  );
  const ofScores = (rules?.scores ?? []).map(({ event }) => (event.type === 'holds' ? event.condition : undefined));
  const ends = [...(rules?.loses ?? []), ...(rules?.wins ?? [])].map(({ condition }) => condition);
  return [...ofCues, ...ofScores, ...ends].filter((condition) => condition !== undefined);
}

/** The condition of a line: that of which the first test stands in it. */
function conditionOf(text: string, line: CueFormLine, trees: readonly ConditionText[]): CueFormLine['condition'] {
  const when = line.parts.find((part) => part.text === 'when');
  const tree = trees.find((own) => placeOf(own) >= line.from && placeOf(own) < line.head.to);
  if (!when || !tree) return undefined;
  const from = when.to + /^\s*/.exec(text.slice(when.to))![0].length;
  return { from, to: line.head.to, tree };
}

function placeOf(tree: ConditionText): number {
  return tree.type === 'test' ? tree.from : placeOf(tree.type === 'not' ? tree.part : tree.parts[0]);
}

/** Writes the condition of a line anew. */
export function setCueFormCondition({ condition }: CueFormLine, tree: ConditionText): TextEdit[] {
  return condition ? [{ from: condition.from, to: condition.to, insert: writeCondition(tree) }] : [];
}

/** Every test that a condition of cues and rules can be given, with names that the level knows. */
export function newRuleTests(names: CueNames): { value: string; label: string; text: string }[] {
  const words = RULE_CONDITION_WORDS.flatMap((entry) => {
    const { operation, before, of, after } = entry;
    const [name] = names[of];
    const text = [...before, name, ...after, ...('atMark' in entry ? names.marks.slice(0, 1) : [])].join(' ');
    const label = [...before, '…', ...after].join(' ');
    return name === undefined ? [] : [{ value: operation as string, label, text }];
  });
  return [...words, { value: 'compare', label: 'a comparison', text: 'clock > 10 s' }];
}

function readParts(text: string, from: number, to: number, names: CueNames): CueFormPart[] {
  const parts: CueFormPart[] = [];
  const stretch = text.slice(from, to).replace(/#[^\n]*/g, (comment) => ' '.repeat(comment.length));
  let at = 0;
  for (const match of stretch.matchAll(LEXEME)) {
    // Part of a unit that was taken with its number.
    if (match.index < at) continue;
    const [lexeme] = match;
    const place = from + match.index;
    at = match.index + lexeme.length;
    if (/^\d/.test(lexeme)) {
      parts.push({ type: 'number', text: lexeme, from: place, to: place + lexeme.length, options: [] });
      const unit = UNIT.exec(stretch.slice(at));
      if (!unit) continue;
      const unitFrom = at + unit[0].length - unit[1].length;
      at += unit[0].length;
      parts.push({ type: 'word', text: unit[1], from: from + unitFrom, to: from + at, options: [] });
      continue;
    }
    const options = optionsAt(text, place, lexeme, names);
    const type = options.length > 1 ? 'choice' : 'word';
    parts.push({ type, text: lexeme, from: place, to: place + lexeme.length, options });
  }
  return parts;
}

/** Names or signs that may stand in place of a lexeme: what completion would propose there. */
function optionsAt(text: string, place: number, lexeme: string, names: CueNames): readonly string[] {
  if (COMPARISONS.some((sign) => sign === lexeme)) return COMPARISONS;
  if (!/^[a-zA-Z_]/.test(lexeme)) return [];
  const behind = /^\s+(\w+)/.exec(text.slice(place + lexeme.length))?.[1];
  if (behind === 'defeated' || behind === 'collected') return names.tags;
  if (behind === 'filled') return lexeme === 'all' ? [] : names.tags;
  if (behind === 'cleared' && lexeme !== 'when') return names.cues;
  const { proposals } = completeCueAt(text.slice(0, place), place, names);
  const kinds = new Set(['mark', 'kind', 'ground', 'tag', 'reading']);
  const options = proposals.filter(({ what }) => kinds.has(what)).map((proposal) => proposal.text);
  const isReading = proposals.some((proposal) => proposal.what === 'reading');
  // Where a condition begins, only a reading may be exchanged for another.
  return isReading && !options.includes(lexeme) ? [] : options;
}

/** Writes another number or name in the place of a part. */
export function setCueFormPart(part: CueFormPart, value: string): TextEdit[] {
  return [{ from: part.from, to: part.to, insert: value }];
}

/** Writes all of a line anew; what stands in its own braces stays. */
export function setCueFormLine(line: CueFormLine, written: string): TextEdit[] {
  return [{ from: line.from, to: line.head.to, insert: written }];
}

/** Renames a cue where it is defined and wherever a condition waits for it. */
export function renameCue(text: string, before: string, after: string): TextEdit[] {
  const { statements } = parseScript(text);
  if (before === after || !isName(after) || statements.some(({ tokens }) => tokens[0]?.text === after)) return [];
  const places: TextEdit[] = [];
  const visit = ({ tokens, block, keyword }: StatementSyntax, isOuter: boolean) => {
    tokens.forEach(({ text: word, span }, index) => {
      const isNamed = isOuter ? index === 0 && keyword !== 'rules' : tokens[index + 1]?.text === 'cleared';
      if (word === before && isNamed) places.push({ from: span.from, to: span.to, insert: after });
    });
    for (const inner of block?.statements ?? []) visit(inner, false);
  };
  for (const statement of statements) visit(statement, true);
  return places;
}

/** Takes away a line or a whole block, with what is left of its row. */
export function removeCueFormLine(text: string, { from, to }: { from: number; to: number }): TextEdit[] {
  const rowStart = text.lastIndexOf('\n', from - 1) + 1;
  const rowEnd = text.indexOf('\n', to);
  const isAlone =
    text.slice(rowStart, from).trim() === '' &&
    /^\s*(#[^\n]*)?$/.test(text.slice(to, rowEnd < 0 ? text.length : rowEnd));
  if (isAlone) return [{ from: rowStart, to: rowEnd < 0 ? text.length : rowEnd + 1, insert: '' }];
  const sign = /^[ \t]*[;,][ \t]*/.exec(text.slice(to));
  const before = /[;,]\s*$/.exec(text.slice(0, from));
  return sign
    ? [{ from, to: to + sign[0].length, insert: '' }]
    : [{ from: before ? from - before[0].length : from, to, insert: '' }];
}

/** Adds a line as its example has it, with names that the level knows; what it stands instead of goes. */
export function addCueFormLine(text: string, block: CueFormBlock, word: CueWord, names: CueNames): TextEdit[] {
  const isNextWave = word.word === 'wave';
  const number = block.lines.filter((line) => line.word === 'wave').length + 1;
  if (word.word === 'knob')
    // Knobs stand before what reads them.
    return insertLine(text, firstLineOf(text, block), '  ', `knob ${freeKnob(text)} = 2 s in 0.5..10`);
  const example = isNextWave ? `wave ${number} { 3 ${names.kinds[0] ?? 'kind'} }` : word.example;
  const written = withKnownNames(text, block.end, example, names);
  const replaced = block.lines.find((line) => areEitherOr(line.word, word));
  return replaced ? setCueFormLine(replaced, written) : insertLine(text, block.end, '  ', written);
}

/** Whether a block has one of the two words, never both. */
function areEitherOr(word: string, other: CueWord): boolean {
  return other.insteadOf === word || CUE_WORDS.some((own) => own.word === word && own.insteadOf === other.word);
}

function firstLineOf(text: string, block: CueFormBlock): number {
  const [first] = block.lines;
  if (!first) return block.end;
  const rowStart = text.lastIndexOf('\n', first.from - 1) + 1;
  return text.slice(rowStart, first.from).trim() === '' ? rowStart : first.from;
}

function freeKnob(text: string): string {
  for (let number = 1; ; number++) if (!new RegExp(`\\bnumber_${number}\\b`).test(text)) return `number_${number}`;
}

/** Adds one more kind to a wave. */
export function addToWave(text: string, wave: CueFormLine, names: CueNames): TextEdit[] {
  return wave.innerEnd === undefined ? [] : insertLine(text, wave.innerEnd, '    ', `1 ${names.kinds[0] ?? 'kind'}`);
}

function insertLine(text: string, end: number, indent: string, line: string): TextEdit[] {
  const rowStart = text.lastIndexOf('\n', end - 1) + 1;
  const isOwnRow = text.slice(rowStart, end).trim() === '';
  if (isOwnRow) return [{ from: rowStart, to: rowStart, insert: `${indent}${line}\n` }];
  const before = text.slice(0, end).trimEnd();
  return [{ from: before.length, to: end, insert: `${before.endsWith('{') ? ' ' : '; '}${line} ` }];
}

/** An example with every name that is not known here exchanged for one that is. */
function withKnownNames(text: string, end: number, example: string, names: CueNames): string {
  const placed = applyEdits(text, [{ from: end, to: end, insert: `\n${example}\n` }]);
  const start = end + 1;
  const edits = readParts(placed, start, start + example.length, names).flatMap((part): TextEdit[] =>
    part.options.length > 0 && !part.options.includes(part.text)
      ? [{ from: part.from - start, to: part.to - start, insert: part.options[0] }]
      : [],
  );
  return applyEdits(example, edits);
}
