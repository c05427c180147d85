import type { FaultEntry } from './faultEntry';
import { RUNS_AND_JUMPS } from './soundGame';

/** Faults of ways that the player cannot go, or not in time. */
export const WAY_FAULTS = {
  'exit-unreachable': {
    meaning: "no way, row of slides or jump leads to the exit; with the rise that is needed and the jump's own",
    example: { changes: { 'levels.0.map.4': '#.......####', 'levels.0.map.5': '#.......#..#' } },
  },
  'exit-doubtful': {
    meaning: 'seen from the side: none of the flights that were tried leads to the exit',
    example: {
      changes: {
        'levels.0.view': 'side',
        'cast.0.control': RUNS_AND_JUMPS,
        'levels.0.map': [
          '############',
          '#..........#',
          '#..........#',
          '###...######',
          '###...######',
          '###...######',
          '############',
        ],
        'levels.0.pieces': [{ id: 'player', name: 'Player', kind: 'player', at: [1.5, 2.5], facing: 0 }],
        'levels.0.marks.0.area': [9, 1, 2, 2],
        'levels.0.cues': [],
        'levels.0.pieces.1': {
          id: 'warden',
          name: 'Warden',
          kind: 'warden',
          at: [7.5, 1.5],
          facing: 0,
          route: [
            [7.5, 1.5],
            [10.5, 1.5],
          ],
        },
      },
    },
  },
  'exit-outside': {
    meaning: 'the exit lies outside the level',
    example: { changes: { 'levels.0.marks.0.area': [40, 4, 1, 1] } },
  },
  'exit-tight': {
    meaning: 'two fifths and more of the exit lie in walls, or hardly any of it has room for the middle of the player',
    example: { changes: { 'levels.0.marks.0.area': [10.5, 4, 2, 2] } },
  },
  'goal-unreachable': {
    meaning: 'something that the rules want fetched or filled cannot be got at',
    example: {
      changes: {
        'levels.0.map.1': '#........#.#',
        'levels.0.map.2': '#........###',
        'levels.0.cues.7': '  win when no lamp left',
      },
    },
  },
  'place-unreachable': {
    meaning: 'a place at which a rule wants the player cannot be got at',
    example: {
      changes: {
        'levels.0.marks.2': { id: 'nook', name: 'Nook', area: [10, 1, 1, 1] },
        'levels.0.map.1': '#........#.#',
        'levels.0.map.2': '#........###',
        'levels.0.cues.7': '  win when player at nook',
      },
    },
  },
  'landing-on-harm': {
    meaning: 'a teleport leads, or the player comes back, to where something stands that harms it',
    example: {
      changes: {
        'contacts.2': { by: 'lamp', on: 'player', does: [{ effect: 'teleport', to: 'nook' }] },
        'levels.0.marks.2': { id: 'nook', name: 'Nook', area: [8, 1, 1, 1] },
        'levels.0.pieces.3': { id: 'spike', name: 'Spike', kind: 'spike', at: [8.5, 1.5], facing: 0 },
        'cast.5': { id: 'spike', name: 'Spike', tags: ['foe'], radius: 0.4, tint: '#8a3324' },
      },
    },
  },
  'waypoint-cut-off': {
    meaning: 'walls keep a piece from a waypoint of its route',
    example: {
      changes: { 'levels.0.map.3': '############', 'levels.0.marks.0.area': [9, 1, 2, 1], 'levels.0.cues': [] },
    },
  },
  'walled-in': {
    meaning: 'a piece that harms by touch can get to nowhere that the player can come to',
    example: {
      changes: {
        'levels.0.map.4': '#.....#.#..#',
        'levels.0.map.5': '#.....#.#..#',
        'levels.0.map.3': '......###...',
        'levels.0.pieces.1.at': [7.5, 4.5],
        'levels.0.pieces.1.route': [
          [7.5, 4.5],
          [7.5, 5.5],
        ],
      },
    },
  },
  'landing-in-wall': {
    meaning: 'a teleport leads, or the player comes back, into a wall, outside, or on to ground that does not bear',
    example: {
      changes: {
        'contacts.0.does': [{ effect: 'collect' }],
        'contacts.2': { by: 'lamp', on: 'player', does: [{ effect: 'teleport', to: 'nook' }] },
        'levels.0.marks.2': { id: 'nook', name: 'Nook', area: [11, 1, 1, 1] },
      },
    },
  },
  'pit-without-way-out': {
    meaning: 'seen from the side: whoever falls in gets out no more, and nothing there ends the life',
    example: {
      changes: {
        'levels.0.view': 'side',
        'cast.0.control': RUNS_AND_JUMPS,
        'levels.0.map': [
          '############',
          '#..........#',
          '#..........#',
          '#..........#',
          '#..........#',
          '###...######',
          '###...######',
          '###...######',
          '############',
        ],
        'levels.0.pieces': [{ id: 'player', name: 'Player', kind: 'player', at: [1.5, 2.5], facing: 0 }],
        'levels.0.marks.0.area': [9, 3, 2, 2],
        'levels.0.cues': [],
        'levels.0.pieces.1': {
          id: 'warden',
          name: 'Warden',
          kind: 'warden',
          at: [7.5, 1.5],
          facing: 0,
          route: [
            [7.5, 1.5],
            [10.5, 1.5],
          ],
        },
      },
    },
  },
  'passage-tight': {
    meaning: 'a passage leaves less than a twentieth of a cell beside the body of the player',
    example: { changes: { 'cast.0.radius': 0.5, 'levels.0.map.3': '#####.######' } },
  },
  'time-too-short': {
    meaning: 'the shortest way to the exit, or to what a rule wants, takes longer at full speed than there is time',
    example: { changes: { 'levels.0.rules.timeLimit': 1 } },
  },
  'never-filled': {
    meaning: 'a rule waits for goals that nothing fills',
    example: {
      changes: {
        'cast.5': { id: 'nest', name: 'Nest', tags: ['nest'], radius: 0.4, tint: '#7a5c3e' },
        'contacts.2': { by: 'player', on: 'nest', does: [] },
        'levels.0.pieces.3': { id: 'nest', name: 'Nest', kind: 'nest', at: [3.5, 5.5], facing: 0 },
        'levels.0.cues.7': '  win when all nest filled',
      },
    },
  },
  'too-few-to-fill': {
    meaning: 'fewer things lie about than goals are to be filled',
    example: {
      changes: {
        'cast.5': { id: 'nest', name: 'Nest', tags: ['nest'], radius: 0.4, tint: '#7a5c3e' },
        'contacts.2': { by: 'player', on: 'nest', does: [{ effect: 'fill' }] },
        'levels.0.pieces.3': { id: 'nest', name: 'Nest', kind: 'nest', at: [3.5, 5.5], facing: 0 },
        'levels.0.pieces.4': { id: 'nest-2', name: 'Nest 2', kind: 'nest', at: [4.5, 5.5], facing: 0 },
        'levels.0.cues.7': '  win when all nest filled',
      },
    },
  },
  'view-too-fast': {
    meaning: 'a view that moves on by itself is faster than the player',
    example: { changes: { 'levels.0.scroll': { toward: 'east', speed: 6 } } },
  },
  'starts-behind-view': {
    meaning: 'the player begins behind the rim of the view',
    example: { changes: { 'levels.0.scroll': { toward: 'east', follows: 6, from: 4 } } },
  },
} as const satisfies Readonly<Record<string, FaultEntry>>;
