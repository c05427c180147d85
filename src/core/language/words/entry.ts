import type { Dimension } from '../../foundation/units';

/** A number that a word takes: `within 6 cells`. */
export interface ClauseParameter {
  type: 'quantity';
  name: string;
  /** Words that introduce it; empty for one that stands directly after the word itself. */
  words: readonly string[];
  dimension: Dimension;
  low: number;
  high: number;
  /** Used when the clause is left out; undefined means that it must be written. */
  fallback: number | undefined;
  meaning: string;
}

/** One of several fixed wordings: `loop` or `back and forth`. */
export interface ChoiceParameter {
  type: 'choice';
  name: string;
  options: readonly { value: string; words: readonly string[]; meaning: string }[];
  fallback: string;
}

/** The id of something in the game, or the name of a sound: `from brick`, `shout clatter`. */
export interface NameParameter {
  type: 'name';
  name: string;
  /** Words that introduce it; empty for one that stands directly after the word itself. */
  words: readonly string[];
  /** What the id is of; sounds are named freely. */
  of: 'ground' | 'sound' | 'mark' | 'kind';
  isNeeded: boolean;
  /** Whether several can be named, joined by `and`. */
  isList?: boolean;
  meaning: string;
}

export type Parameter = ClauseParameter | ChoiceParameter | NameParameter;

/** What every word has. */
interface Word {
  operation: string;
  words: readonly string[];
  /** Whether it names whom it is about, as in `sees player`. */
  takesTarget: boolean;
  parameters: readonly Parameter[];
  meaning: string;
  example: string;
}

/** Facts about a motion that others than its own handler need; they stand here and nowhere else. */
export interface MotionFacts {
  /** Whether a piece is meant to stand in it, or goes by the step of others. */
  stands: boolean;
  /** Whether it goes over ground whatever it is, and does not drown. */
  isAirborne: boolean;
  /** Whether it is plain to a person where it goes on to: it stands, goes straight on or swings. */
  isPlain: boolean;
  /** Whether it goes by the route of the piece, and does nothing without one. */
  followsRoute: boolean;
  /** Whether lots decide where it goes, so that no run can be drawn before it is made. */
  drawsLots: boolean;
  /** Whether it is a hunt: others of its kind can notice it, and being caught in it counts as such. */
  hunts: boolean;
  /** Whether it goes after somebody, and may come to lie on others of its kind that do the same. */
  seeks: boolean;
}

/** Facts about a condition that others than its own handler need. */
export interface ConditionFacts {
  /** Whether one that has it has looked for the player, or was told of it by one who has. */
  looks: boolean;
  /** Whether lots decide when it holds. */
  drawsLots: boolean;
  /** Whether asking it changes something, so that it must be asked in every tick: it counts, draws or notes. */
  notes: boolean;
}

export interface MotionEntry extends Word {
  role: 'motion';
  facts: MotionFacts;
}

export interface ConditionEntry extends Word {
  role: 'condition';
  facts: ConditionFacts;
}

export interface ActEntry extends Word {
  role: 'act';
}

export interface FacingEntry extends Word {
  role: 'facing';
}

/**
 * One word of the language. Parser, checker, completion, hover and the reference page are derived from the tables of words;
 * compile, engine, explanations and references hold one handler for each `operation`, in tables that do not compile with one
 * missing.
 */
export type VocabularyEntry = MotionEntry | ConditionEntry | ActEntry | FacingEntry;
