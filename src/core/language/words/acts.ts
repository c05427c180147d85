import { speedClause, clause, rangeClause } from './clauses';
import type { ActEntry } from './entry';

/** What a piece does once, or again and again. */
export const ACT_WORDS = [
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
] as const satisfies readonly ActEntry[];
