import type { Dimension } from '../foundation/units';
import { ACT_WORDS } from './words/acts';
import { CONDITION_WORDS } from './words/conditions';
import type { ConditionFacts, MotionFacts, VocabularyEntry } from './words/entry';
import { FACING_WORDS } from './words/facings';
import { MOTION_WORDS } from './words/motions';
import type { ConditionWord, MotionWord } from './words/phrases';

export type * from './words/entry';
export * from './words/phrases';

/** Every word of behaviors: how it is written, what it takes and what it means. All that knows words reads them here. */
export const VOCABULARY: readonly VocabularyEntry[] = [
  ...MOTION_WORDS,
  ...CONDITION_WORDS,
  ...FACING_WORDS,
  ...ACT_WORDS,
];

const MOTIONS = new Map<string, MotionFacts>(MOTION_WORDS.map(({ operation, facts }) => [operation, facts]));
const CONDITIONS = new Map<string, ConditionFacts>(CONDITION_WORDS.map(({ operation, facts }) => [operation, facts]));

/** What is so of every piece in a motion. */
export function factsOfMotion(word: MotionWord): MotionFacts {
  return MOTIONS.get(word)!;
}

/** What is so of a condition wherever it stands. */
export function factsOfCondition(word: ConditionWord): ConditionFacts {
  return CONDITIONS.get(word)!;
}

/** Numbers that a piece can read, for `set`, comparisons and the speed of its motions. */
export const READINGS = {
  clock: { dimension: 'time', meaning: 'How long the run has lasted.', example: 'set alarmed = clock' },
  here: {
    dimension: 'time',
    meaning: 'How long the piece has been in this state.',
    example: 'go rest when here > 4 s + nerve',
  },
  distance: {
    dimension: 'length',
    meaning: 'How far the player is, walls aside.',
    example: 'go shove when distance < 1.5 cells',
  },
  health: {
    dimension: 'number',
    meaning: 'What is left of the health of the piece.',
    example: 'go flight when health < 2',
  },
  allies: {
    dimension: 'number',
    meaning: 'How many others of its kind are in the level.',
    example: 'go flight when allies = 0',
  },
} as const satisfies Readonly<Record<string, { dimension: Dimension; meaning: string; example: string }>>;

export type PieceReading = keyof typeof READINGS;

/** What a word reads, if it is a reading. */
export function readingOf(word: string): { dimension: Dimension; meaning: string; example: string } | undefined {
  return Object.hasOwn(READINGS, word) ? READINGS[word as PieceReading] : undefined;
}

/** Comparisons, longest first. */
export const COMPARISONS = ['>=', '<=', '>', '<', '='] as const;
export type Comparison = (typeof COMPARISONS)[number];

/** Words that begin a statement, with what they are for. */
export const STATEMENT_WORDS: Readonly<Record<string, { meaning: string; example: string }>> = {
  behavior: {
    meaning: 'Names a behavior; its knobs and states stand in braces.',
    example: 'behavior night_watch { … }',
  },
  knob: {
    meaning: 'A number that the designer can turn: name, default with unit, range.',
    example: 'knob pace = 2.2 cells/s in 0.5..6',
  },
  start: { meaning: 'Marks the state in which a piece begins.', example: 'start state rounds { … }' },
  state: { meaning: 'One thing that a piece can be doing.', example: 'state hunt { … }' },
  do: { meaning: 'How the piece moves in this state; one for each state.', example: 'do hold' },
  use: {
    meaning:
      'Takes over all states and knobs of another behavior, with other values for some knobs. A state written here replaces the one of the same name there.',
    example: 'use night_watch with pace = 3 cells/s, sight = 8 cells',
  },
  keep: {
    meaning: 'A number that a piece remembers: name, first value, unit. Acts change it with `set`.',
    example: 'keep scares = 0',
  },
  be: {
    meaning:
      'Whether others meet the piece in this state: `be in` (what holds when nothing is said) or `be out`, as a hazard that is off or a pallet that has tipped over. What is out touches and carries nobody.',
    example: 'be out',
  },
  face: {
    meaning: 'Where the piece faces in this state, whatever its motion; as an act, at once.',
    example: 'face player',
  },
  enter: {
    meaning: 'Acts for the moment in which a piece comes into this state.',
    example: 'enter { shout clatter within 5 cells }',
  },
  leave: { meaning: 'Acts for the moment in which a piece leaves this state.', example: 'leave { set scares = 0 }' },
  repeat: {
    meaning: 'Acts that happen again and again in this state, first after that time.',
    example: 'repeat every 1.5 s { fire ember toward player }',
  },
  go: {
    meaning:
      'Changes to another state when a condition holds. Written order is priority. Acts in braces happen on the way; `either` draws among several states by weight.',
    example: 'go either hunt 3, search 1 when sees player within 6 cells { set scares = scares + 1 }',
  },
  set: { meaning: 'Changes what the piece remembers.', example: 'set scares = scares + 1' },
};

/** Words that join conditions. */
export const JOINING_WORDS = ['when', 'and', 'or', 'not', 'in', 'with', 'either'] as const;

/** Words that begin an act, as they stand in the braces of `enter`, `leave`, `repeat` and `go`. */
export const ACT_STARTERS: readonly string[] = [
  'set',
  ...VOCABULARY.flatMap((entry) => (entry.role === 'act' || entry.role === 'facing' ? [entry.words[0]] : [])),
];
