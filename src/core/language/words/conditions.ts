import { durationParameter, clause, rangeClause } from './clauses';
import type { VocabularyEntry } from './entry';

/** What a transition waits for. */
export const CONDITION_WORDS: readonly VocabularyEntry[] = [
  {
    role: 'condition',
    operation: 'sees',
    words: ['sees'],
    takesTarget: true,
    parameters: [
      clause('range', 'within', 'length', [0, 256], undefined, 'how far it sees, from centre to centre'),
      clause('arc', 'arc', 'angle', [0, 360], 360, 'how wide it sees, half of it to either side of its facing'),
      clause('notice', 'for', 'time', [0, 600], 0, 'how long it must see without a break before it counts'),
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
];
