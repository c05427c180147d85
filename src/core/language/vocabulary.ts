import type { Dimension } from '../foundation/units';

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

/** The id of something in the game: `from brick`. May always be left out. */
export interface NameParameter {
  type: 'name';
  name: string;
  words: string[];
  /** What the id is of. */
  of: 'ground';
  meaning: string;
}

export type Parameter = ClauseParameter | ChoiceParameter | NameParameter;

/**
 * One word of the language. Parser, checker, completion, hover and the reference page are derived from this table; the
 * engine holds one function for each `operation`.
 */
export interface VocabularyEntry {
  role: 'motion' | 'condition';
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
    | 'sees'
    | 'unseen'
    | 'after'
    | 'arrived';
  words: string[];
  /** Whether it names whom it is about, as in `sees player`. */
  takesTarget: boolean;
  parameters: Parameter[];
  meaning: string;
  example: string;
}

const speedClause: ClauseParameter = {
  type: 'quantity',
  name: 'speed',
  words: ['at'],
  dimension: 'speed',
  low: 0,
  high: 60,
  fallback: 2,
  meaning: 'how fast it goes',
};

const durationParameter: ClauseParameter = {
  type: 'quantity',
  name: 'duration',
  words: [],
  dimension: 'time',
  low: 0,
  high: 600,
  fallback: undefined,
  meaning: 'how long',
};

export const VOCABULARY: readonly VocabularyEntry[] = [
  {
    role: 'motion',
    operation: 'hold',
    words: ['hold'],
    takesTarget: false,
    parameters: [],
    meaning: 'Stands where it is and keeps its facing.',
    example: 'do hold',
  },
  {
    role: 'motion',
    operation: 'patrol',
    words: ['patrol', 'route'],
    takesTarget: false,
    parameters: [
      {
        type: 'choice',
        name: 'order',
        options: [
          { value: 'loop', words: ['loop'], meaning: 'from the last waypoint back to the first' },
          { value: 'back and forth', words: ['back', 'and', 'forth'], meaning: 'turns round at both ends' },
          { value: 'once', words: ['once'], meaning: 'stops at the last waypoint' },
        ],
        fallback: 'loop',
      },
      speedClause,
      {
        type: 'quantity',
        name: 'pause',
        words: ['pausing'],
        dimension: 'time',
        low: 0,
        high: 600,
        fallback: 0,
        meaning: 'how long it stands at each waypoint',
      },
    ],
    meaning:
      'Walks the waypoints of the piece in order. After an interruption it goes back to the waypoint it was heading for, by path.',
    example: 'do patrol route, back and forth, at 2.2 cells/s, pausing 0.4 s',
  },
  {
    role: 'motion',
    operation: 'pace',
    words: ['pace'],
    takesTarget: false,
    parameters: [
      {
        type: 'choice',
        name: 'axis',
        options: [
          { value: 'ahead', words: ['ahead'], meaning: 'along the way that it faces' },
          { value: 'across', words: ['across'], meaning: 'to the east and west' },
          { value: 'up and down', words: ['up', 'and', 'down'], meaning: 'to the north and south' },
        ],
        fallback: 'ahead',
      },
      {
        type: 'choice',
        name: 'ledges',
        options: [
          { value: 'minding', words: ['minding', 'ledges'], meaning: 'turns where the ground would end under it' },
          { value: 'over', words: ['over', 'ledges'], meaning: 'walks off ledges' },
        ],
        fallback: 'minding',
      },
      speedClause,
      {
        type: 'quantity',
        name: 'pause',
        words: ['pausing'],
        dimension: 'time',
        low: 0,
        high: 600,
        fallback: 0,
        meaning: 'how long it stands when it turns',
      },
    ],
    meaning:
      'Walks in a straight line and turns round at walls, at ground that it cannot stand on and, seen from the side, at ledges. It looks in every tick whether it has to turn.',
    example: 'do pace across, minding ledges, at 1.6 cells/s, pausing 0.2 s',
  },
  {
    role: 'motion',
    operation: 'hover',
    words: ['hover', 'route'],
    takesTarget: false,
    parameters: [
      {
        type: 'choice',
        name: 'easing',
        options: [
          { value: 'smooth', words: ['smoothly'], meaning: 'slow at both ends, quick in the middle' },
          { value: 'even', words: ['evenly'], meaning: 'always equally fast' },
        ],
        fallback: 'smooth',
      },
      {
        type: 'quantity',
        name: 'period',
        words: ['over'],
        dimension: 'time',
        low: 0.1,
        high: 600,
        fallback: 4,
        meaning: 'how long there and back takes',
      },
      {
        type: 'quantity',
        name: 'phase',
        words: ['phase'],
        dimension: 'share',
        low: 0,
        high: 1,
        fallback: 0,
        meaning: 'how far into the period it begins',
      },
    ],
    meaning:
      'Swings along its route, from the first waypoint to the last and back, whatever the ground. Brought away from it, it first comes back.',
    example: 'do hover route, smoothly, over 4 s, phase 25 %',
  },
  {
    role: 'motion',
    operation: 'drift',
    words: ['drift'],
    takesTarget: false,
    parameters: [
      {
        type: 'choice',
        name: 'rim',
        options: [
          { value: 'leave', words: ['leaving'], meaning: 'goes on out of the level and is gone' },
          { value: 'wrap', words: ['wrapping'], meaning: 'comes in again at the other side' },
          { value: 'bounce', words: ['bouncing'], meaning: 'turns round at ground and at the rim' },
          { value: 'reflect', words: ['reflecting'], meaning: 'is thrown back as by a mirror from ground and rim' },
        ],
        fallback: 'leave',
      },
      speedClause,
      {
        type: 'name',
        name: 'ground',
        words: ['from'],
        of: 'ground',
        meaning: 'only this ground turns it; left out, all that is solid',
      },
    ],
    meaning: 'Goes straight on where it faces. One that leaves or wraps passes over all ground.',
    example: 'do drift reflecting at 4 cells/s, from wall',
  },
  {
    role: 'motion',
    operation: 'wander',
    words: ['wander'],
    takesTarget: false,
    parameters: [
      speedClause,
      {
        type: 'quantity',
        name: 'every',
        words: ['turning', 'every'],
        dimension: 'time',
        low: 0.1,
        high: 600,
        fallback: 1.5,
        meaning: 'how often it takes a new heading; also when it meets a wall',
      },
    ],
    meaning: 'Walks about in headings drawn at random.',
    example: 'do wander at 1.2 cells/s, turning every 1.5 s',
  },
  {
    role: 'motion',
    operation: 'roam',
    words: ['roam', 'corridors'],
    takesTarget: false,
    parameters: [speedClause],
    meaning:
      'Walks corridors from the middle of a cell to the middle of the next; at every junction it chooses at random, and turns back only in a dead end.',
    example: 'do roam corridors at 2.4 cells/s',
  },
  {
    role: 'motion',
    operation: 'march',
    words: ['march'],
    takesTarget: false,
    parameters: [
      {
        type: 'quantity',
        name: 'step',
        words: ['stepping'],
        dimension: 'length',
        low: 0.05,
        high: 8,
        fallback: 0.5,
        meaning: 'how far one step to the side goes',
      },
      {
        type: 'quantity',
        name: 'every',
        words: ['every'],
        dimension: 'time',
        low: 0.02,
        high: 60,
        fallback: 0.7,
        meaning: 'time between steps while the formation is whole',
      },
      {
        type: 'quantity',
        name: 'down',
        words: ['down'],
        dimension: 'length',
        low: 0,
        high: 8,
        fallback: 0.5,
        meaning: 'how far it comes down at an edge',
      },
      {
        type: 'quantity',
        name: 'quickest',
        words: ['quickening', 'to'],
        dimension: 'time',
        low: 0.02,
        high: 60,
        fallback: 0.1,
        meaning: 'time between steps when only one is left',
      },
    ],
    meaning:
      'Steps to the side together with all pieces of its formation. When one of them would leave the level or meet a wall, all come down once and turn. The fewer are left, the quicker they step.',
    example: 'do march stepping 0.5 cells, every 0.7 s, down 0.5 cells, quickening to 0.1 s',
  },
  {
    role: 'motion',
    operation: 'chase',
    words: ['chase'],
    takesTarget: true,
    parameters: [
      {
        type: 'choice',
        name: 'way',
        options: [
          { value: 'path', words: ['by', 'path'], meaning: 'round walls, by the shortest way' },
          { value: 'straight', words: ['straight'], meaning: 'in a straight line, sliding along walls' },
        ],
        fallback: 'path',
      },
      speedClause,
      {
        type: 'quantity',
        name: 'keep',
        words: ['keep'],
        dimension: 'length',
        low: 0,
        high: 100,
        fallback: 0,
        meaning: 'the distance between centres at which it stops',
      },
    ],
    meaning: 'Goes after the target while it sees it, and to the place of the last sighting while it does not.',
    example: 'do chase player by path at 3 cells/s, keep 0.4 cells',
  },
  {
    role: 'motion',
    operation: 'travel',
    words: ['travel', 'to', 'last', 'sighting'],
    takesTarget: false,
    parameters: [speedClause],
    meaning: 'Goes by path to where it last saw its target and stops there.',
    example: 'do travel to last sighting at 2 cells/s',
  },
  {
    role: 'condition',
    operation: 'sees',
    words: ['sees'],
    takesTarget: true,
    parameters: [
      {
        type: 'quantity',
        name: 'range',
        words: ['within'],
        dimension: 'length',
        low: 0,
        high: 256,
        fallback: undefined,
        meaning: 'how far it sees, from centre to centre',
      },
      {
        type: 'quantity',
        name: 'arc',
        words: ['arc'],
        dimension: 'angle',
        low: 0,
        high: 360,
        fallback: 360,
        meaning: 'how wide it sees, half of it to either side of its facing',
      },
      {
        type: 'quantity',
        name: 'notice',
        words: ['for'],
        dimension: 'time',
        low: 0,
        high: 600,
        fallback: 0,
        meaning: 'how long it must see without a break before it counts',
      },
    ],
    meaning: 'The target is in range, inside the arc, and no opaque ground stands between the centres.',
    example: 'go hunt when sees player within 6 cells, arc 110 deg, for 0.2 s',
  },
  {
    role: 'condition',
    operation: 'unseen',
    words: ['unseen', 'for'],
    takesTarget: false,
    parameters: [durationParameter],
    meaning:
      'The target has not been seen for this long. A piece that has seen its target keeps seeing it a fifth farther and 30 degrees wider to either side, so that alerts do not flicker at the rim.',
    example: 'go search when unseen for 2.5 s',
  },
  {
    role: 'condition',
    operation: 'after',
    words: ['after'],
    takesTarget: false,
    parameters: [durationParameter],
    meaning: 'The piece has been in this state for this long.',
    example: 'go rounds after 4 s',
  },
  {
    role: 'condition',
    operation: 'arrived',
    words: ['arrived'],
    takesTarget: false,
    parameters: [],
    meaning:
      'The motion of this state has reached its end: the last sighting, or the last waypoint of a route walked once; or walls let it no nearer.',
    example: 'go rounds when arrived or after 4 s',
  },
];

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
  be: {
    meaning:
      'Whether others meet the piece in this state: `be in` (what holds when nothing is said) or `be out`, as a hazard that is off or a pallet that has tipped over. What is out touches and carries nobody.',
    example: 'be out',
  },
  go: {
    meaning: 'Changes to another state when a condition holds. Written order is priority.',
    example: 'go hunt when sees player within 6 cells',
  },
};

/** Words that join conditions. */
export const JOINING_WORDS = ['when', 'and', 'or', 'not', 'in'] as const;

export type Operation = VocabularyEntry['operation'];
