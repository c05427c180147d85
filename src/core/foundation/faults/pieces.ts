import type { FaultEntry } from './faultEntry';
import { RUNS_AND_JUMPS } from './soundGame';

/** Faults of pieces, kinds and how they meet. */
export const PIECE_FAULTS = {
  'no-player': { meaning: 'the level has no player', example: { changes: { 'levels.0.pieces.0.kind': 'lamp' } } },
  'player-twice': {
    meaning: 'the level has more than one player',
    example: { changes: { 'levels.0.pieces.2.kind': 'player' } },
  },
  'piece-outside': { meaning: 'a piece stands outside', example: { changes: { 'levels.0.pieces.2.at': [20, 1] } } },
  'blocker-moves': {
    meaning: 'something that blocks has a behavior, and so would move',
    example: { changes: { 'cast.1.blocks': true } },
  },
  'part-unfit': {
    meaning: 'a kind is a part of another that it cannot be fixed to',
    example: { changes: { 'cast.3.parts': [{ kind: 'player', at: [1, 0] }] } },
  },
  'part-moves': {
    meaning: 'what is fixed to another body has a behavior that moves it',
    example: { changes: { 'cast.3.parts': [{ kind: 'cart', at: [1, 0] }] } },
  },
  'shot-grazes-floor': {
    meaning: 'seen from the side, what a player throws reaches lower than its own feet',
    example: {
      changes: {
        'levels.0.view': 'side',
        'cast.0.control': { ...RUNS_AND_JUMPS, throws: { shot: 'pebble', shotSpeed: 8, range: 6, cooldown: 0.4 } },
        'cast.4.radius': 0.5,
      },
    },
  },
  'parts-of-shot': {
    meaning: 'what is thrown or fired flies without its parts',
    example: {
      changes: {
        'cast.4.parts': [{ kind: 'lamp', at: [1, 0] }],
        'cast.0.control': {
          scheme: 'eight ways',
          speed: 3.4,
          evenDiagonals: true,
          throws: { shot: 'pebble', shotSpeed: 8, range: 6, cooldown: 0.4 },
        },
      },
    },
  },
  'piece-in-wall': {
    meaning: 'a piece stands in a wall',
    example: { changes: { 'levels.0.pieces.2.at': [10.5, 0.5] } },
  },
  'piece-on-unsafe-ground': {
    meaning: 'a player begins on ground that does not bear it',
    example: { changes: { 'levels.0.map.1': '#~.........#' } },
  },
  'sinks-at-once': {
    meaning: 'a piece that walks begins where it sinks',
    example: { changes: { 'levels.0.map.1': '#.....~....#' } },
  },
  'waypoint-outside': {
    meaning: 'a waypoint lies outside',
    example: {
      changes: {
        'levels.0.pieces.1.route': [
          [6.5, 1.5],
          [6.5, 9],
        ],
      },
    },
  },
  'waypoint-in-wall': {
    meaning: 'a waypoint lies in a wall',
    example: {
      changes: {
        'levels.0.pieces.1.route': [
          [6.5, 1.5],
          [6.5, 6.5],
        ],
      },
    },
  },
  'route-missing': {
    meaning: 'a behavior follows a route that is not there, or that has only one place',
    example: { changes: { 'levels.0.pieces.1.route': undefined } },
  },
  'route-unused': {
    meaning: 'a route that no behavior follows',
    example: {
      changes: {
        'levels.0.pieces.2.route': [
          [10.5, 1.5],
          [10.5, 4.5],
        ],
      },
    },
  },
  'sees-nothing': {
    meaning: 'a behavior looks no farther than 0 cells',
    example: {
      changes: {
        'scripts.0.lines.2':
          '  start state walk { do patrol route, back and forth, at pace go rest when sees player within 0 cells }',
        'scripts.0.lines.3': '  state rest { do hold go walk after 2 s } }',
      },
    },
  },
  'copies-overlap': {
    meaning: 'two of a kind lie on each other at the start',
    example: {
      changes: { 'levels.0.pieces.3': { id: 'lamp-2', name: 'Lamp 2', kind: 'lamp', at: [10.6, 1.5], facing: 0 } },
    },
  },
  'copies-in-step': {
    meaning: 'two of a kind follow routes of one form from the same moment, and nothing is drawn by lot',
    example: {
      changes: {
        'levels.0.pieces.3': {
          id: 'warden-2',
          name: 'Warden 2',
          kind: 'warden',
          at: [8.5, 1.5],
          facing: 0,
          route: [
            [8.5, 1.5],
            [8.5, 5.5],
          ],
        },
      },
    },
  },
  'contact-missing': {
    meaning:
      'a kind (placed, brought in, thrown, fired or laid down) does nothing to anybody, and nothing happens to it',
    example: { changes: { 'contacts.0': undefined, 'levels.0.cues': [], 'levels.0.pieces.1': undefined } },
  },
  'overlap-at-start': {
    meaning: 'something that harms lies on the player at the start',
    example: { changes: { 'levels.0.pieces.1.at': [2, 1.5] } },
  },
  'hit-shape-off-centre': {
    meaning: 'the hit shape lies off the middle of the body',
    example: {
      changes: {
        'cast.3.hit': {
          form: 'convex',
          points: [
            [0, -0.3],
            [0.9, -0.3],
            [0.9, 0.3],
            [0, 0.3],
          ],
        },
      },
    },
  },
  'hit-larger-than-body': {
    meaning: 'others meet a kind over more than three times the length of its body',
    example: { changes: { 'cast.1.hit': { form: 'circle', radius: 1.5 } } },
  },
  'walks-on-air': {
    meaning: 'seen from the side: it walks, but does not fall, so there are no ledges to it',
    example: {
      changes: {
        'levels.0.view': 'side',
        'cast.0.control': RUNS_AND_JUMPS,
        'scripts.0.lines': [
          'behavior rounds { knob pace = 2 cells/s in 1..4 start state walk { do pace across at pace } }',
        ],
      },
    },
  },
  'speed-implausible': {
    meaning:
      'faster than the eye follows (45 cells/s, or across the level in 0.2 s), or so slow that nothing comes of it',
    example: { changes: { 'scripts.1.lines': ['behavior run { start state on { do drift leaving at 57 cells/s } }'] } },
  },
  'diagonals-faster': {
    meaning: 'diagonals are 41 % faster',
    example: { changes: { 'cast.0.control.evenDiagonals': false } },
  },
  'scheme-needs-side-view': {
    meaning: 'a scheme of falling in a level that is seen from above',
    example: { changes: { 'cast.0.control': { scheme: 'flap', speed: 3, lift: 6, mostFall: 9 } } },
  },
  'formation-without-march': {
    meaning: 'a piece belongs to a formation and never marches',
    example: { changes: { 'levels.0.pieces.1.formation': 'row' } },
  },
  'target-missing': {
    meaning: 'nobody has the tag that a behavior is about',
    example: {
      changes: {
        'scripts.1.lines': [
          'behavior run { start state on { do chase pebble at 3 cells/s go on when sees pebble within 4 cells } }',
        ],
      },
    },
  },
  'sound-never-made': {
    meaning: 'nobody shouts what a behavior listens for',
    example: {
      changes: {
        'scripts.1.lines': [
          'behavior run { start state on { do drift leaving at 3 cells/s go on when hears clatter } }',
        ],
      },
    },
  },
  'unknown-straggler-state': {
    meaning: 'stragglers go into a state that none of them has',
    example: {
      changes: {
        'levels.0.cues': [
          'waves carts {',
          '  at west',
          '  wave 1 { 2 cart }',
          '  stragglers go hurry after 5 s',
          '  next when cleared',
          '}',
        ],
      },
    },
  },
} as const satisfies Readonly<Record<string, FaultEntry>>;
