import { clause } from './clauses';
import type { FacingEntry } from './entry';

/** Where a piece looks, other than where it goes. */
export const FACING_WORDS = [
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
      clause(
        'range',
        'within',
        'length',
        [0, 256],
        -1,
        'with `player`: faces it whenever it is so near, seen or not, and otherwise looks where it goes',
      ),
      clause('heading', 'heading', 'angle', [0, 360], -1, 'a fixed direction: 0 is east, 90 is south'),
    ],
    meaning: 'Where it faces in this state, whatever its motion. As an act it turns at once.',
    example: 'face heading 90 deg',
  },
] as const satisfies readonly FacingEntry[];
