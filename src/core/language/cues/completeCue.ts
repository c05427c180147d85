import { UNIT_NAMES } from '../../foundation/units';
import type { CompletionPlace, Proposal } from '../edit/completion';
import {
  CUE_BLOCK_WORDS,
  CUE_WORDS,
  COURSE_NUMBERS,
  RULE_EVENTS,
  RULE_READINGS,
  RULE_TESTS,
  type RuleReading,
  type CueBlock,
  type CueWord,
} from './cueWords';
import type { CueNames } from './cueConditions';

interface CuePlace {
  /** Words that opened the braces around the place, the outermost first. */
  blocks: string[];
  /** What stands before the place in its line. */
  line: string[];
}

const LEXEME = /[a-zA-Z_]\w*(?:-\w+)*|\d+(?:\.\d+)?|\.\.|>=|<=|±|[^\s\w]/g;

/** What may stand where the caret is, and nothing else. */
export function completeCueAt(text: string, offset: number, names: CueNames): CompletionPlace {
  const before = text.slice(0, offset);
  const word = /[a-zA-Z_][\w-]*$/.exec(before)?.[0] ?? '';
  const from = offset - word.length;
  const line = before.slice(before.lastIndexOf('\n') + 1);
  if (line.includes('#')) return { from, proposals: [] };
  return { from, proposals: propose(placeAt(before.slice(0, from)), names) };
}

function placeAt(text: string): CuePlace {
  const blocks: string[] = [];
  let line: string[] = [];
  text.split('\n').forEach((raw, index, all) => {
    const words = raw.replace(/#.*$/, '').match(LEXEME) ?? [];
    for (const lexeme of words) {
      if (lexeme === '{') {
        blocks.push(line[0] ?? '');
        line = [];
      } else if (lexeme === '}') {
        blocks.pop();
        line = [];
      } else if (lexeme === ';') line = [];
      else line.push(lexeme);
    }
    if (index < all.length - 1 && line.at(-1) !== ',') line = [];
  });
  return { blocks, line };
}

function propose({ blocks, line }: CuePlace, names: CueNames): Proposal[] {
  const block = blocks.at(-1);
  if (block === undefined) return line.length === 0 ? topWords() : [];
  if (line.length === 0) return lineWords(block as CueBlock);
  const last = line.at(-1)!;
  // In a gap two kinds are joined by what joins conditions elsewhere.
  if (line[0] === 'gap' && last === 'and') return names.kinds.map((text) => ({ text, what: 'kind', meaning: '' }));
  if (/^\d/.test(last)) return behindNumber(block, line, names);
  if (CONDITION_STARTERS.has(last)) return conditionWords(line, names);
  const wanted = namesBehind(line, last);
  return wanted ? names[wanted.of].map((text) => ({ text, what: wanted.what, meaning: '' })) : fixedBehind(line, last);
}

const CONDITION_STARTERS = new Set(['when', 'and', 'or', 'not', '(']);

function topWords(): Proposal[] {
  return Object.entries(CUE_BLOCK_WORDS).map(([text, { meaning, example }]) => ({
    text,
    what: 'cue',
    meaning: `${meaning} ${example}`,
  }));
}

function lineWords(block: CueBlock): Proposal[] {
  return CUE_WORDS.filter(({ inside }) => inside.includes(block)).map(asProposal);
}

function asProposal({ word, form, meaning, example }: CueWord): Proposal {
  return { text: word, what: 'statement', meaning: `${word} ${form}\n${meaning} As in: ${example}` };
}

function behindNumber(block: string, line: readonly string[], names: CueNames): Proposal[] {
  const counts = block === 'wave' || line[0] === 'supply';
  if (counts && line.at(-2) !== 'every') return names.kinds.map((text) => ({ text, what: 'kind', meaning: '' }));
  if (line[0] === 'limit') return fixed(['alive', 'in all'], 'word');
  return UNIT_NAMES.map((text) => ({ text, what: 'unit', meaning: '' }));
}

/** Whether a line waits for pieces at a place, and its `at` stands last: `some TAG at`, with tags that may hold dashes. */
function isAboutPieces(line: readonly string[]): boolean {
  const word = Math.max(line.lastIndexOf('some'), line.lastIndexOf('each'));
  return word >= 0 && line.slice(word + 2, -1).every((part) => !/^(?:and|or|not|at)$/.test(part));
}

function namesBehind(line: readonly string[], last: string): { of: keyof CueNames; what: string } | undefined {
  const first = line[0];
  if (last === 'touches' || last === 'no' || last === 'all' || last === 'some' || last === 'each')
    return { of: 'tags', what: 'tag' };
  if (first === 'pick' && (last === 'pick' || last === ',')) return { of: 'kinds', what: 'kind' };
  if (first === 'gap' && (last === 'between' || last === 'strip')) return { of: 'kinds', what: 'kind' };
  if (first === 'on' && last === 'on') return { of: 'grounds', what: 'ground' };
  const wantsMark =
    last === 'at' &&
    (first === 'at' || first === 'come' || first === 'supply' || line.at(-2) === 'player' || isAboutPieces(line));
  if (wantsMark || (first === 'at' && last === ',')) return { of: 'marks', what: 'mark' };
  return undefined;
}

/** What a condition can begin with. */
function conditionWords(line: readonly string[], names: CueNames): Proposal[] {
  const readings = Object.entries(RULE_READINGS).map(([text, { meaning }]) => ({ text, what: 'reading', meaning }));
  const tests = RULE_TESTS.filter(({ form }) => /^[a-z]/.test(form)).map(({ form, meaning, example }) => ({
    text: form.replace(/ [A-Z]+.*$/, ''),
    what: 'test',
    meaning: `${meaning} As in: ${example}`,
  }));
  const cleared = names.cues.map((name) => ({
    text: `${name} cleared`,
    what: 'test',
    meaning: RULE_TESTS.at(-1)!.meaning,
  }));
  const events =
    line[0] === 'score'
      ? [
          ...names.tags.map((tag) => ({ text: `${tag} defeated`, what: 'event', meaning: RULE_EVENTS[0].meaning })),
          ...names.tags.map((tag) => ({ text: `${tag} collected`, what: 'event', meaning: RULE_EVENTS[1].meaning })),
          ...names.tags.map((tag) => ({ text: `${tag} filled`, what: 'event', meaning: RULE_EVENTS[2].meaning })),
          { text: 'delivery', what: 'event', meaning: RULE_EVENTS[3].meaning },
        ]
      : [];
  return [...events, ...readings, ...tests, ...cleared];
}

/** Words that must or may follow, by the word before. */
const FOLLOWING: Record<string, readonly string[]> = {
  away: ['from player by'],
  once: ['after'],
  open: ['when'],
  close: ['when'],
  give: ['heading', 'speed'],
  retire: ['when outside by', 'after'],
  next: ['when cleared', 'after'],
  first: ['after'],
  stragglers: ['vanish after', 'go'],
  carry: ['at most'],
  play: ['for time', 'for points', 'for distance'],
  come: ['back'],
  win: ['when'],
  lose: ['when'],
  one: ['every'],
  repeat: ['wave'],
};

function fixedBehind(line: readonly string[], last: string): Proposal[] {
  if (line.length === 1) return fixed(FOLLOWING[last] ?? [], 'word');
  if (line[0] === 'give' && last === ',') return fixed(['heading', 'speed'], 'word');
  if (line[0] === 'next' && last === ',') return fixed(['rest'], 'word');
  if (line[0] === 'gap' && last === ',') return fixed(['strip', 'shifting at most'], 'word');
  if (line[0] === 'every' && last === ',') return fixed(['first after'], 'word');
  return [];
}

function fixed(texts: readonly string[], what: string): Proposal[] {
  return texts.map((text) => ({ text, what, meaning: '' }));
}

/** What the word at a place means, with its form. */
export function cueMeaningAt(text: string, place: number): { from: number; to: number; meaning: string } | undefined {
  const before = /[a-zA-Z_]\w*$/.exec(text.slice(0, place))?.[0] ?? '';
  const after = /^\w*/.exec(text.slice(place))![0];
  const word = before + after;
  if (word === '') return undefined;
  const from = place - before.length;
  const { blocks, line } = placeAt(text.slice(0, from));
  const block = blocks.at(-1);
  const found =
    line.length === 0
      ? block === undefined
        ? CUE_BLOCK_WORDS[word as 'spawner']?.meaning
        : CUE_WORDS.filter((entry) => entry.word === word && entry.inside.includes(block as CueBlock)).map(
            ({ form, meaning }) => `${word} ${form} — ${meaning}`,
          )[0]
      : (COURSE_NUMBERS[word as 'level'] ?? RULE_READINGS[word as RuleReading]?.meaning);
  return found ? { from, to: from + word.length, meaning: found } : undefined;
}
