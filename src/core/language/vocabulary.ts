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

/** A clause with a number, most of them optional. */
function clause(
  name: string,
  words: string,
  dimension: Dimension,
  range: [low: number, high: number],
  fallback: number | undefined,
  meaning: string,
): ClauseParameter {
  return {
    type: 'quantity',
    name,
    words: words.split(' ').filter(Boolean),
    dimension,
    low: range[0],
    high: range[1],
    fallback,
    meaning,
  };
}

const PATH_WAY = { value: 'path', words: ['by', 'path'], meaning: 'round walls, by the shortest way' };
const CORRIDOR_WAY = {
  value: 'corridors',
  words: ['by', 'corridors'],
  meaning: 'along the middles of cells, never diagonally',
};

const wayChoice: ChoiceParameter = {
  type: 'choice',
  name: 'way',
  options: [PATH_WAY, CORRIDOR_WAY],
  fallback: 'path',
};

const ledgesChoice: ChoiceParameter = {
  type: 'choice',
  name: 'ledges',
  options: [
    { value: 'minding', words: ['minding', 'ledges'], meaning: 'seen from the side, stops where the ground would end' },
    { value: 'over', words: ['over', 'ledges'], meaning: 'seen from the side, walks off ledges' },
  ],
  fallback: 'minding',
};

const rangeClause = (fallback: number | undefined, meaning: string): ClauseParameter =>
  clause('range', 'within', 'length', [0, 256], fallback, meaning);

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
        isNeeded: false,
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
    parameters: [
      {
        type: 'choice',
        name: 'choice',
        options: [
          { value: 'random', words: ['at', 'random'], meaning: 'draws its way at every junction' },
          { value: 'toward', words: ['toward', 'player'], meaning: 'takes the way that leads nearest to the player' },
          {
            value: 'away',
            words: ['away', 'from', 'player'],
            meaning: 'takes the way that leads farthest from the player',
          },
          {
            value: 'ahead',
            words: ['ahead', 'of', 'player'],
            meaning: 'makes for a place before the player, to cut it off',
          },
        ],
        fallback: 'random',
      },
      speedClause,
      clause('lead', 'by', 'length', [0, 64], 4, 'how far before the player that place is'),
    ],
    meaning:
      'Walks corridors from the middle of a cell to the middle of the next. It decides at every junction and turns back only in a dead end.',
    example: 'do roam corridors, ahead of player, at 2.4 cells/s, by 4 cells',
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
          PATH_WAY,
          CORRIDOR_WAY,
          { value: 'straight', words: ['straight'], meaning: 'in a straight line, sliding along walls' },
        ],
        fallback: 'path',
      },
      ledgesChoice,
      speedClause,
      clause('keep', 'keep', 'length', [0, 100], 0, 'the distance between centres at which it stops'),
      clause(
        'slack',
        'slack',
        'length',
        [0, 20],
        0,
        'how much farther the target must be before it sets off again, so that it does not tremble',
      ),
      clause('apart', 'apart', 'length', [0, 20], 0, 'how far it keeps from others of its kind'),
      clause(
        'lead',
        'leading',
        'time',
        [0, 10],
        0,
        'it makes for where the target will be after this time, going on as it does',
      ),
    ],
    meaning:
      'Goes after the target while it sees it, and to the place of the last sighting while it does not. Another target than the player is the nearest piece with that tag.',
    example: 'do chase player by path at 3 cells/s, keep 0.4 cells, slack 0.2 cells, apart 0.8 cells',
  },
  {
    role: 'motion',
    operation: 'travel',
    words: ['travel', 'to'],
    takesTarget: false,
    parameters: [
      {
        type: 'choice',
        name: 'place',
        options: [
          { value: 'sighting', words: ['last', 'sighting'], meaning: 'where it last saw the player or was told of it' },
          { value: 'sound', words: ['last', 'sound'], meaning: 'where the last sound came from that it heard' },
          { value: 'home', words: ['home'], meaning: 'where it stood when the level began' },
        ],
        fallback: 'sighting',
      },
      { type: 'name', name: 'mark', words: ['mark'], of: 'mark', isNeeded: false, meaning: 'the middle of a mark' },
      wayChoice,
      ledgesChoice,
      speedClause,
    ],
    meaning: 'Goes by path to a place and stops there. Without such a place it has arrived at once.',
    example: 'do travel to last sighting at 2 cells/s',
  },
  {
    role: 'motion',
    operation: 'follow',
    words: ['follow'],
    takesTarget: true,
    parameters: [
      wayChoice,
      ledgesChoice,
      speedClause,
      clause('keep', 'keep', 'length', [0, 100], 1, 'the distance between centres at which it stops'),
    ],
    meaning:
      'Goes by path after the nearest piece with a tag, or the player, whether it sees it or not. With nobody to follow it stands.',
    example: 'do follow foe at 2 cells/s, keep 1 cells',
  },
  {
    role: 'motion',
    operation: 'flee',
    words: ['flee'],
    takesTarget: true,
    parameters: [speedClause, clause('until', 'until', 'length', [0, 256], 12, 'the distance at which it stops')],
    meaning:
      'Goes from cell to cell, always to the neighbour that is farthest from the target by the way that one would have to walk. At its distance it stands and has arrived.',
    example: 'do flee player at 3 cells/s, until 9 cells',
  },
  {
    role: 'motion',
    operation: 'circle',
    words: ['circle'],
    takesTarget: true,
    parameters: [
      {
        type: 'choice',
        name: 'turn',
        options: [
          { value: 'clockwise', words: ['clockwise'], meaning: 'as the hands of a clock go' },
          { value: 'counter', words: ['counterclockwise'], meaning: 'the other way round' },
        ],
        fallback: 'clockwise',
      },
      speedClause,
      clause('radius', 'keeping', 'length', [0.2, 64], 3, 'how far from the target'),
    ],
    meaning:
      'Goes round the target at a distance, sliding along walls; where a wall stops it, it turns and goes the other way.',
    example: 'do circle player, clockwise, at 2 cells/s, keeping 3 cells',
  },
  {
    role: 'motion',
    operation: 'search',
    words: ['search', 'nearby'],
    takesTarget: false,
    parameters: [
      speedClause,
      rangeClause(4, 'how far the places are from where it began'),
      clause('pause', 'pausing', 'time', [0, 600], 0.6, 'how long it stands and looks at each place'),
    ],
    meaning:
      'Visits places near where it began that can be walked to, drawn at random, and turns about at each of them.',
    example: 'do search nearby at 2 cells/s, within 4 cells, pausing 0.6 s',
  },
  {
    role: 'motion',
    operation: 'look',
    words: ['look', 'around'],
    takesTarget: false,
    parameters: [
      clause('turn', 'at', 'turn rate', [1, 1080], 120, 'how fast it turns'),
      clause(
        'arc',
        'arc',
        'angle',
        [1, 360],
        360,
        'how far it turns in all; below 360 it swings to and fro about where it faced',
      ),
    ],
    meaning: 'Stands and turns about.',
    example: 'do look around at 90 deg/s, arc 140 deg',
  },
  {
    role: 'motion',
    operation: 'turn',
    words: ['turn', 'to'],
    takesTarget: false,
    parameters: [
      {
        type: 'choice',
        name: 'place',
        options: [
          {
            value: 'player',
            words: ['player'],
            meaning: 'the player, while it is in sight; otherwise the last sighting',
          },
          { value: 'sighting', words: ['last', 'sighting'], meaning: 'where it last saw the player or was told of it' },
          { value: 'sound', words: ['last', 'sound'], meaning: 'where the last sound came from that it heard' },
        ],
        fallback: 'player',
      },
      clause('turn', 'at', 'turn rate', [1, 3600], 360, 'how fast it turns'),
    ],
    meaning: 'Stands and turns to face something; when it faces it, it has arrived.',
    example: 'do turn to last sound at 240 deg/s',
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
    operation: 'near',
    words: ['near'],
    takesTarget: true,
    parameters: [
      rangeClause(undefined, 'how near, from centre to centre'),
      clause(
        'until',
        'until',
        'length',
        [0, 256],
        0,
        'once near, it stays so until farther than this; the same distance when left out',
      ),
    ],
    meaning:
      'The target is near, seen or not. Another target than the player is the nearest piece with that tag; shots that fly count, so one that passes closely can scare.',
    example: 'go shove when near player within 1.5 cells, until 2.5 cells',
  },
  {
    role: 'condition',
    operation: 'hears',
    words: ['hears'],
    takesTarget: false,
    parameters: [
      {
        type: 'name',
        name: 'sound',
        words: [],
        of: 'sound',
        isNeeded: true,
        meaning: 'what is shouted, or `player` for the steps of a player that moves',
      },
      rangeClause(256, 'how far it hears; a shout has a reach of its own as well'),
      {
        type: 'choice',
        name: 'walls',
        options: [
          { value: 'through', words: ['through', 'walls'], meaning: 'walls do not matter' },
          {
            value: 'blocked',
            words: ['blocked', 'by', 'walls'],
            meaning: 'opaque ground between the two stops the sound',
          },
        ],
        fallback: 'through',
      },
    ],
    meaning:
      'A sound reached it in this tick; shouts arrive a tick after they were made. The place becomes the last sound.',
    example: 'go listen when hears clatter within 8 cells',
  },
  {
    role: 'condition',
    operation: 'struck',
    words: ['struck'],
    takesTarget: false,
    parameters: [],
    meaning: 'Something that it met did something to it in the tick before.',
    example: 'go dazed when struck',
  },
  {
    role: 'condition',
    operation: 'foremost',
    words: ['foremost'],
    takesTarget: false,
    parameters: [],
    meaning: 'Nobody of its formation is left below it in its own file. One that belongs to no formation always is.',
    example: 'go rounds when foremost and chance 6 % every 0.5 s',
  },
  {
    role: 'condition',
    operation: 'on',
    words: ['on'],
    takesTarget: false,
    parameters: [
      { type: 'name', name: 'ground', words: [], of: 'ground', isNeeded: true, meaning: 'the kind of ground' },
    ],
    meaning: 'Its middle is over ground of this kind.',
    example: 'go rounds when on floor',
  },
  {
    role: 'condition',
    operation: 'ally',
    words: ['ally', 'hunts'],
    takesTarget: false,
    parameters: [rangeClause(undefined, 'how far off the other may be')],
    meaning:
      'Another of its kind is in a state in which it chases, near enough, with no opaque ground in between. That one’s last sighting becomes its own.',
    example: 'go hunt when ally hunts within 6 cells',
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
    operation: 'every',
    words: ['every'],
    takesTarget: false,
    parameters: [clause('period', '', 'time', [0.02, 600], undefined, 'how long between two of its moments')],
    meaning: 'Holds for one tick each time so much time has passed in this state.',
    example: 'go look when every 3 s and not sees player within 6 cells',
  },
  {
    role: 'condition',
    operation: 'chance',
    words: ['chance'],
    takesTarget: false,
    parameters: [
      clause('share', '', 'share', [0, 1], undefined, 'how likely it is each time'),
      clause('period', 'every', 'time', [0.02, 600], 1, 'how often it is drawn'),
    ],
    meaning:
      'Drawn at random every so often, first after that time in this state; holds for the tick in which it comes true.',
    example: 'go look when chance 30 % every 2 s',
  },
  {
    role: 'condition',
    operation: 'stuck',
    words: ['stuck', 'for'],
    takesTarget: false,
    parameters: [durationParameter],
    meaning:
      'For this long it has come on at less than a quarter of its speed. Pauses, and standing at its distance, do not count.',
    example: 'go rounds when stuck for 1 s',
  },
  {
    role: 'condition',
    operation: 'cut off',
    words: ['cut', 'off'],
    takesTarget: false,
    parameters: [],
    meaning: 'There is no way to where the motion of this state wants to go.',
    example: 'go rounds when cut off',
  },
  {
    role: 'condition',
    operation: 'arrived',
    words: ['arrived'],
    takesTarget: false,
    parameters: [],
    meaning:
      'The motion of this state has reached its end: the place it travels to, what it turns to, a safe distance, or the last waypoint of a route walked once; or walls let it no nearer.',
    example: 'go rounds when arrived or after 4 s',
  },
  {
    role: 'facing',
    operation: 'face',
    words: ['face'],
    takesTarget: false,
    parameters: [
      {
        type: 'choice',
        name: 'to',
        options: [
          { value: 'ahead', words: ['ahead'], meaning: 'where it goes' },
          { value: 'player', words: ['player'], meaning: 'the player, while it is in sight; otherwise where it goes' },
          { value: 'sighting', words: ['last', 'sighting'], meaning: 'where it last saw the player or was told of it' },
          { value: 'back', words: ['back'], meaning: 'against where it goes' },
        ],
        fallback: 'ahead',
      },
      clause('heading', 'heading', 'angle', [0, 360], -1, 'a fixed direction: 0 is east, 90 is south'),
    ],
    meaning: 'Where it faces in this state, whatever its motion. As an act it turns at once.',
    example: 'face heading 90 deg',
  },
  {
    role: 'act',
    operation: 'shout',
    words: ['shout'],
    takesTarget: false,
    parameters: [
      { type: 'name', name: 'sound', words: [], of: 'sound', isNeeded: true, meaning: 'what is shouted' },
      rangeClause(undefined, 'how far it carries'),
    ],
    meaning: 'All other pieces that listen for it and are near enough hear it in the next tick.',
    example: 'shout clatter within 5 cells',
  },
  {
    role: 'act',
    operation: 'tell',
    words: ['tell', 'sighting'],
    takesTarget: false,
    parameters: [rangeClause(undefined, 'how far off the others may be')],
    meaning: 'Others of its kind that are near enough take over its last sighting if it is newer than their own.',
    example: 'tell sighting within 8 cells',
  },
  {
    role: 'act',
    operation: 'fire',
    words: ['fire'],
    takesTarget: false,
    parameters: [
      { type: 'name', name: 'kind', words: [], of: 'kind', isNeeded: true, meaning: 'the kind that flies' },
      {
        type: 'choice',
        name: 'aim',
        options: [
          { value: 'player', words: ['toward', 'player'], meaning: 'at where the player is' },
          {
            value: 'leading',
            words: ['ahead', 'of', 'player'],
            meaning: 'at where the player will be if it goes on as it does',
          },
          { value: 'ahead', words: ['ahead'], meaning: 'where the piece faces' },
        ],
        fallback: 'ahead',
      },
      clause('heading', 'heading', 'angle', [0, 360], -1, 'a fixed direction: 0 is east, 90 is south'),
      { ...speedClause, fallback: 6, meaning: 'how fast the shot flies' },
      clause('reach', 'range', 'length', [0.1, 256], 20, 'how far it flies'),
      clause('spread', 'spread', 'angle', [0, 180], 0, 'how far it may stray to either side, drawn at random'),
    ],
    meaning:
      'Sends off a shot, which flies straight until it meets ground or somebody. What it does to whom stands in the table of contacts. At most eight of a piece are under way.',
    example: 'fire ember toward player, at 6 cells/s, range 12 cells, spread 4 deg',
  },
  {
    role: 'act',
    operation: 'drop',
    words: ['drop'],
    takesTarget: false,
    parameters: [
      { type: 'name', name: 'kind', words: [], of: 'kind', isNeeded: true, meaning: 'the kind that is laid down' },
    ],
    meaning:
      'Lays something down where it stands, which stays until somebody collects or defeats it. At most eight of a piece lie about.',
    example: 'drop ember',
  },
  {
    role: 'act',
    operation: 'hurry',
    words: ['hurry', 'by'],
    takesTarget: false,
    parameters: [
      clause('factor', '', 'share', [0, 10], undefined, 'its speed against the usual'),
      clause('duration', 'for', 'time', [0.02, 600], undefined, 'how long'),
    ],
    meaning: 'Changes its speed for a time, in whatever state it then is.',
    example: 'hurry by 150 %, for 2 s',
  },
  {
    role: 'act',
    operation: 'forget',
    words: ['forget', 'sighting'],
    takesTarget: false,
    parameters: [],
    meaning: 'Forgets where it last saw the player.',
    example: 'forget sighting',
  },
  {
    role: 'act',
    operation: 'vanish',
    words: ['vanish'],
    takesTarget: false,
    parameters: [],
    meaning: 'Leaves the level for good.',
    example: 'vanish',
  },
];

/** Numbers that a piece can read, for `set`, comparisons and the speed of its motions. */
export const READINGS: Readonly<Record<string, { dimension: Dimension; meaning: string; example: string }>> = {
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
};

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

export type Operation = VocabularyEntry['operation'];

/** Words that begin an act, as they stand in the braces of `enter`, `leave`, `repeat` and `go`. */
export const ACT_WORDS: readonly string[] = [
  'set',
  ...VOCABULARY.flatMap((entry) => (entry.role === 'act' || entry.role === 'facing' ? [entry.words[0]] : [])),
];
