import type { FaultEntry } from './faultEntry';

/** Faults of what comes in, and what takes it away. */
export const ARRIVAL_FAULTS = {
  'arrivals-leave': {
    meaning: 'what comes in heads out of the level at once',
    example: { changes: { 'levels.0.cues.3': '  pick cart; give heading 180 deg' } },
  },
  'retires-in-view': {
    meaning: 'a gap is taken away in mid-picture, before the player has passed it',
    example: {
      changes: {
        'levels.0.view': 'side',
        'cast.0.control': { scheme: 'flap', speed: 0, lift: 6, mostFall: 9 },
        'levels.0.map': [
          '............',
          '............',
          '............',
          '............',
          '............',
          '............',
          '............',
        ],
        'levels.0.marks': [
          {
            id: 'mouth',
            name: 'Mouth',
            line: [
              [12, 0],
              [12, 7],
            ],
          },
        ],
        'levels.0.pieces': [{ id: 'player', name: 'Player', kind: 'player', at: [2.5, 3.5], facing: 0 }],
        'scripts.1.lines': ['behavior run { start state on { do drift leaving at 3 cells/s } }'],
        'levels.0.rules.winAt': undefined,
        'cast.2.hit': { form: 'box', width: 1, height: 7 },
        'cast.2.floats': true,
        'levels.0.cues': [
          'spawner carts {',
          '  at mouth',
          '  every 0.6 s',
          '  gap 2 cells between cart and cart',
          '  give heading 180 deg',
          '  retire after 2 s',
          '}',
          'rules { win when clock > 30 s }',
        ],
      },
    },
  },
  'gap-out-of-reach': {
    meaning: 'from one gap to the next is farther than the player flaps up, falls or goes in the time between them',
    example: {
      changes: {
        'levels.0.view': 'side',
        'cast.0.control': { scheme: 'flap', speed: 0, lift: 6, mostFall: 9 },
        'levels.0.map': [
          '............',
          '............',
          '............',
          '............',
          '............',
          '............',
          '............',
        ],
        'levels.0.marks': [
          {
            id: 'mouth',
            name: 'Mouth',
            line: [
              [12, 0],
              [12, 7],
            ],
          },
        ],
        'levels.0.pieces': [{ id: 'player', name: 'Player', kind: 'player', at: [2.5, 3.5], facing: 0 }],
        'scripts.1.lines': ['behavior run { start state on { do drift leaving at 3 cells/s } }'],
        'levels.0.rules.winAt': undefined,
        'cast.2.hit': { form: 'box', width: 1, height: 7 },
        'cast.2.floats': true,
        'levels.0.cues': [
          'spawner carts {',
          '  at mouth',
          '  every 0.6 s',
          '  gap 2 cells between cart and cart',
          '  give heading 180 deg',
          '  retire when outside by 2 cells',
          '}',
          'rules { win when clock > 30 s }',
        ],
      },
    },
  },
  'formation-outside': {
    meaning: 'some of the rows of a wave begin outside the level',
    example: {
      changes: {
        'levels.0.cues': [
          'waves carts {',
          '  at west',
          '  wave 1 { 2 rows of 5 cart 1 cells apart }',
          '  next when cleared',
          '}',
        ],
        'scripts.1.lines': [
          'behavior run {',
          '  start state on { do march stepping 0.5 cells, every 0.5 s, down 1 cells }',
          '}',
        ],
      },
    },
  },
  'formation-overlaps': {
    meaning: 'rows lie on each other: nearer together than they are long, or of two kinds at one mark',
    example: {
      changes: {
        'levels.0.cues': [
          'waves carts {',
          '  at north',
          '  wave 1 { 2 rows of 5 cart 0.5 cells apart }',
          '  next when cleared',
          '}',
        ],
        'levels.0.marks.1': { id: 'north', name: 'North', point: [2.5, 1.5] },
        'scripts.1.lines': [
          'behavior run {',
          '  start state on { do march stepping 0.5 cells, every 0.5 s, down 1 cells }',
          '}',
        ],
      },
    },
  },
  'formation-too-wide': {
    meaning: 'a formation has no room for a step to the side',
    example: {
      changes: {
        'levels.0.cues': [
          'waves carts {',
          '  at north',
          '  wave 1 { 1 rows of 10 cart 1 cells apart }',
          '  next when cleared',
          '}',
        ],
        'levels.0.marks.1': { id: 'north', name: 'North', point: [1.5, 1.5] },
        'scripts.1.lines': [
          'behavior run {',
          '  start state on { do march stepping 3 cells, every 0.5 s, down 1 cells }',
          '}',
        ],
      },
    },
  },
  'formation-never-lands': {
    meaning: 'a formation comes down by nothing',
    example: {
      changes: {
        'levels.0.cues': [
          'waves carts {',
          '  at north',
          '  wave 1 { 2 rows of 5 cart 1 cells apart }',
          '  next when cleared',
          '}',
        ],
        'levels.0.marks.1': { id: 'north', name: 'North', point: [2.5, 1.5] },
        'scripts.1.lines': [
          'behavior run {',
          '  start state on { do march stepping 0.5 cells, every 0.5 s, down 0 cells }',
          '}',
        ],
      },
    },
  },
  'never-retired': {
    meaning: 'nothing takes away what a spawner lets in, so that at its limit nothing more comes',
    example: {
      changes: {
        'levels.0.cues.4': '  limit 8 alive',
        'scripts.1.lines': ['behavior run { start state on { do drift bouncing at 3 cells/s } }'],
        'contacts.1': undefined,
      },
    },
  },
  'wave-never-ends': {
    meaning: 'nothing takes away what a wave lets in, so that the next one never comes',
    example: {
      changes: {
        'levels.0.cues': [
          'waves carts {',
          '  at west',
          '  wave 1 { 2 cart }',
          '  wave 2 { 3 cart }',
          '  next when cleared',
          '}',
        ],
        'scripts.1.lines': ['behavior run { start state on { do drift bouncing at 3 cells/s } }'],
        'contacts.1': undefined,
      },
    },
  },
  'no-place': {
    meaning: 'nowhere at its mark is there room for what comes in',
    example: { changes: { 'levels.0.marks.1.point': [0.5, 0.5] } },
  },
  'rate-not-positive': {
    meaning: 'an interval is no longer than nothing',
    example: { changes: { 'levels.0.cues.2': '  every 0 s' } },
  },
  'count-not-positive': {
    meaning: 'fewer than one would come',
    example: {
      changes: { 'levels.0.cues': ['waves carts {', '  at west', '  wave 1 { 0 cart }', '  next after 4 s', '}'] },
    },
  },
  'gap-not-positive': {
    meaning: 'a gap is no wider than nothing, or its bounds are the wrong way round',
    example: { changes: { 'levels.0.cues.3': '  gap 0 cells between cart and cart' } },
  },
  'jitter-negative': {
    meaning: 'a jitter is less than nothing',
    example: { changes: { 'levels.0.cues.2': '  every 4 s ± (1 s - 2 s)' } },
  },
  'jitter-too-wide': {
    meaning: 'a jitter is wider than its interval',
    example: { changes: { 'levels.0.cues.2': '  every 4 s ± 5 s' } },
  },
  'mark-without-area': {
    meaning: 'a rule wants the player in a mark that has no area',
    example: { changes: { 'levels.0.cues.7': '  win when player at west' } },
  },
} as const satisfies Readonly<Record<string, FaultEntry>>;
