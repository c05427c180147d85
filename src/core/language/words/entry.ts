import type { Dimension } from '../../foundation/units';

/** A number that a word takes: `within 6 cells`. */
export interface ClauseParameter {
  type: 'quantity';
  name: string;
  /** Words that introduce it; empty for one that stands directly after the word itself. */
  words: string[];
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
  options: { value: string; words: string[]; meaning: string }[];
  fallback: string;
}

/** The id of something in the game, or the name of a sound: `from brick`, `shout clatter`. */
export interface NameParameter {
  type: 'name';
  name: string;
  /** Words that introduce it; empty for one that stands directly after the word itself. */
  words: string[];
  /** What the id is of; sounds are named freely. */
  of: 'ground' | 'sound' | 'mark' | 'kind';
  isNeeded: boolean;
  meaning: string;
}

export type Parameter = ClauseParameter | ChoiceParameter | NameParameter;

/**
 * One word of the language. Parser, checker, completion, hover and the reference page are derived from this table; the
 * engine holds one function for each `operation`.
 */
export interface VocabularyEntry {
  role: 'motion' | 'condition' | 'act' | 'facing';
  operation:
    | 'hold'
    | 'patrol'
    | 'pace'
    | 'hover'
    | 'drift'
    | 'wander'
    | 'roam'
    | 'march'
    | 'chase'
    | 'travel'
    | 'flee'
    | 'circle'
    | 'follow'
    | 'search'
    | 'look'
    | 'turn'
    | 'sees'
    | 'unseen'
    | 'near'
    | 'hears'
    | 'struck'
    | 'foremost'
    | 'on'
    | 'ally'
    | 'after'
    | 'every'
    | 'chance'
    | 'arrived'
    | 'stuck'
    | 'cut off'
    | 'face'
    | 'shout'
    | 'tell'
    | 'fire'
    | 'drop'
    | 'hurry'
    | 'forget'
    | 'vanish';
  words: string[];
  /** Whether it names whom it is about, as in `sees player`. */
  takesTarget: boolean;
  parameters: Parameter[];
  meaning: string;
  example: string;
}
