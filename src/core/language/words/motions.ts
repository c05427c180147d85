import { speedClause, clause, PATH_WAY, CORRIDOR_WAY, wayChoice, ledgesChoice, rangeClause } from './clauses';
import type { VocabularyEntry } from './entry';

/** How a piece moves in a state. */
export const MOTION_WORDS: readonly VocabularyEntry[] = [
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
      clause('pause', 'pausing', 'time', [0, 600], 0, 'how long it stands at each waypoint'),
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
      clause('pause', 'pausing', 'time', [0, 600], 0, 'how long it stands when it turns'),
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
      clause('period', 'over', 'time', [0.1, 600], 4, 'how long there and back takes'),
      clause('phase', 'phase', 'share', [0, 1], 0, 'how far into the period it begins'),
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
      clause(
        'every',
        'turning every',
        'time',
        [0.1, 600],
        1.5,
        'how often it takes a new heading; also when it meets a wall',
      ),
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
      clause('step', 'stepping', 'length', [0.05, 8], 0.5, 'how far one step to the side goes'),
      clause('every', 'every', 'time', [0.02, 60], 0.7, 'time between steps while the formation is whole'),
      clause('down', 'down', 'length', [0, 8], 0.5, 'how far it comes down at an edge'),
      clause('quickest', 'quickening to', 'time', [0.02, 60], 0.1, 'time between steps when only one is left'),
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
      clause(
        'apart',
        'apart',
        'length',
        [0, 20],
        0,
        'how far it keeps from others of its kind; who is farther from where both go gives way, and none is moved where it would not go',
      ),
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
];
