import type { Span } from '../../foundation/diagnostic';
import type { Expression, KnobDefinition } from '../checkedBehavior';
import type { ConditionTree } from '../conditions/conditionTree';
import type { RuleWord } from '../words/ruleConditions';

/** A name of something in the game, with the place where it stands. */
export interface NameAt {
  id: string;
  span: Span;
}

/** A value with what keeps it in bounds: `2 s - 0.1 s * level at least 0.8 s`. */
export interface Bounded {
  value: Expression;
  least: Expression | undefined;
  most: Expression | undefined;
}

/** A word of cues and rules with the name that it is about. */
export interface RulePhrase<Word extends RuleWord = RuleWord> {
  operation: Word;
  name: NameAt;
  /** The mark that a word about a place names besides. */
  place: NameAt | undefined;
  span: Span;
}

/** What a cue or a rule waits for. */
export type CueCondition = ConditionTree<RulePhrase>;

/** Where things come in, and where they may not. */
export interface PlaceDefinition {
  /** One of these is drawn for each arrival. */
  marks: NameAt[];
  ground: NameAt | undefined;
  /** Least distance from the player. */
  away: Expression | undefined;
  /** How long an arrival is harmless and growing in. */
  grace: Expression | undefined;
}

export interface GapDefinition {
  span: Span;
  size: [Expression, Expression];
  first: NameAt;
  second: NameAt;
  strip: NameAt | undefined;
  /** How far the middle shifts from one to the next at most. */
  shift: Expression | undefined;
}

export interface SpawnerDefinition {
  name: string;
  span: Span;
  place: PlaceDefinition;
  every: Bounded;
  everySpan: Span;
  jitter: Expression | undefined;
  /** Undefined: the first comes after one interval. */
  first: Expression | undefined;
  /** Comes a single time. */
  isOnce: boolean;
  picks: { kind: NameAt; weight: number }[];
  /** Two that block with a gap between them, instead of picks. */
  gap: GapDefinition | undefined;
  heading: [Expression, Expression] | undefined;
  speed: [Expression, Expression] | undefined;
  mostAlive: number | undefined;
  mostInAll: number | undefined;
  open: CueCondition | undefined;
  close: CueCondition | undefined;
  outsideBy: Expression | undefined;
  retireAfter: Expression | undefined;
}

/** Rows of a formation: how many in each, how far apart along and across, and whether they begin under those before. */
export interface RowsDefinition {
  columns: number;
  apart: Expression;
  down: Expression;
  isBelow: boolean;
}

export interface WaveDefinition {
  span: Span;
  entries: { count: Bounded; kind: NameAt; rows: RowsDefinition | undefined }[];
  /** Time between two arrivals of the wave. */
  oneEvery: Expression | undefined;
}

export interface WavesDefinition {
  name: string;
  span: Span;
  place: PlaceDefinition;
  waves: WaveDefinition[];
  /** Waves from this number on come again, for ever or so many times, each time so much bigger up to a cap. */
  repeat: { from: number; times: number | undefined; growth: number; cap: number | undefined; span: Span } | undefined;
  /** The next wave comes when all of this one are gone. */
  nextWhenCleared: boolean;
  nextAfter: Expression | undefined;
  rest: Expression | undefined;
  first: Expression | undefined;
  supplies: { count: number; kind: NameAt; marks: NameAt[] }[];
  /** What becomes of those that are left so long after the last arrival of their wave. */
  stragglersAfter: Expression | undefined;
  /** The state into which they go; undefined: they are taken away. */
  stragglersState: NameAt | undefined;
  open: CueCondition | undefined;
  speed: [Expression, Expression] | undefined;
  heading: [Expression, Expression] | undefined;
}

/** Something that counts when it happens. */
export type CountedEvent =
  | { type: 'defeated' | 'collected' | 'filled'; tag: NameAt }
  | { type: 'delivery' }
  | { type: 'every'; period: Expression }
  /** For every so much of the way. */
  | { type: 'each'; length: Expression }
  | { type: 'holds'; condition: CueCondition };

export const PLAYED_FOR = ['time', 'points', 'distance'] as const;
export type PlayedFor = (typeof PLAYED_FOR)[number];

export interface RulesDefinition {
  span: Span;
  lives: number | undefined;
  livesSpan: Span | undefined;
  comeBack:
    | { mark: NameAt | undefined; after: Expression | undefined; safe: Expression | undefined; laysBack: boolean }
    | undefined;
  /** How much can be carried at once; undefined for no end. */
  carryMost: number | undefined;
  /** What is played for where nothing wins. */
  playsFor: PlayedFor | undefined;
  scores: { points: number; event: CountedEvent; span: Span }[];
  loses: { condition: CueCondition; span: Span }[];
  wins: { condition: CueCondition; span: Span }[];
}

/** Cues and rules of a level that passed the checks. */
export interface CheckedCues {
  knobs: { cue: string; knob: KnobDefinition }[];
  /** In written order, which is the order in which they are served. */
  cues: ({ type: 'spawner'; spawner: SpawnerDefinition } | { type: 'waves'; waves: WavesDefinition })[];
  rules: RulesDefinition | undefined;
}

/** The marks that a condition wants the player at; not those at which it must not be. */
export function marksIn(condition: CueCondition): string[] {
  switch (condition.type) {
    case 'test':
      return condition.phrase.operation === 'at' ? [condition.phrase.name.id] : [];
    case 'and':
    case 'or':
      return condition.parts.flatMap(marksIn);
    default:
      return [];
  }
}
