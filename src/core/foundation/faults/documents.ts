import type { FaultEntry } from './faultEntry';

/** Faults of the document itself. */
export const DOCUMENT_FAULTS = {
  'file-too-large': { meaning: 'a file is larger than is read', example: { said: 'a file of 9 MB' } },
  'file-too-deep': {
    meaning: 'brackets lie in each other deeper than is read',
    example: { said: '65 brackets in each other' },
  },
  'json-broken': { meaning: 'a file is no JSON', example: { said: '`{ "format": "gorge", `' } },
  'not-a-game': { meaning: 'a file is no game document', example: { said: '`{ "colour": "red" }`' } },
  'version-too-new': { meaning: 'a document of a newer format', example: { changes: { version: 99 } } },
  'version-unknown': { meaning: 'a format version that there never was', example: { changes: { version: 'one' } } },
  'wrong-shape': {
    meaning: 'a field holds something else than it may',
    example: { changes: { 'cast.0.radius': 'wide' } },
  },
  'unknown-field': { meaning: 'a field that the format does not know', example: { changes: { 'cast.0.weight': 3 } } },
  'id-twice': { meaning: 'two things have one id', example: { changes: { 'cast.1.id': 'player' } } },
  'glyph-twice': {
    meaning: 'one sign of maps stands for two grounds',
    example: { changes: { 'terrain.2.glyph': '.' } },
  },
  'unknown-glyph': {
    meaning: 'a sign of a map that stands for no ground',
    example: { changes: { 'levels.0.map.1': '#........?.#' } },
  },
  'unknown-behavior': {
    meaning: 'a kind or a behavior names a behavior that there is not',
    example: { changes: { 'cast.1.behavior': 'stroll' } },
  },
  'unknown-level': {
    meaning: 'there is no such level',
    example: { changes: { 'levels.0.links': [{ when: 'won', to: 'attic' }] } },
  },
  'variant-cycle': {
    meaning: 'kinds vary each other in a ring',
    example: { changes: { 'cast.1.varies': 'cart', 'cast.2.varies': 'warden' } },
  },
  'standin-name-taken': {
    meaning: 'a stand-in of the game has the id of one that is always there',
    example: { changes: { standIns: [{ id: 'casual', name: 'Somebody', like: 'novice' }] } },
  },
  'erosion-incomplete': {
    meaning: 'ground wears away into nothing, or turns without a strength',
    example: { changes: { 'terrain.1.strength': 2 } },
  },
  'knob-out-of-range': {
    meaning: 'a value of a knob lies outside its range',
    example: { changes: { 'cast.1.knobs': { pace: 9 } } },
  },
  'course-endless': {
    meaning: 'however levels are won, the course never ends',
    example: { changes: { 'levels.0.links': [{ when: 'won', to: 'yard' }] } },
  },
  'level-unreached': {
    meaning: 'nothing leads to a level',
    example: {
      changes: {
        'levels.0.links': [{ when: 'won' }],
        'levels.1': {
          id: 'loft',
          name: 'Loft',
          ticksPerSecond: 60,
          map: [
            '############',
            '#..........#',
            '#..........#',
            '............',
            '#..........#',
            '#..........#',
            '############',
          ],
          marks: [
            { id: 'gate', name: 'Gate', area: [9, 5, 2, 1] },
            { id: 'west', name: 'West', point: [-1, 3.5] },
          ],
          pieces: [
            { id: 'player', name: 'Player', kind: 'player', at: [1.5, 1.5], facing: 0 },
            {
              id: 'warden',
              name: 'Warden',
              kind: 'warden',
              at: [6.5, 1.5],
              facing: 0,
              route: [
                [6.5, 1.5],
                [6.5, 5.5],
              ],
            },
            { id: 'lamp', name: 'Lamp', kind: 'lamp', at: [10.5, 1.5], facing: 0 },
          ],
          rules: { winAt: 'gate', loseWhenTouching: 'foe', timeLimit: 60 },
          cues: [],
        },
      },
    },
  },
  'link-shadowed': {
    meaning: 'a way on in the course is never taken: one above it always fits first',
    example: { changes: { 'levels.0.links': [{ when: 'won' }, { when: 'won', score: 10 }] } },
  },
  'map-empty': { meaning: 'a map has no cells', example: { said: 'a text map without any sign' } },
  'map-ragged': { meaning: 'rows of a map differ in length', example: { changes: { 'levels.0.map.1': '#..#' } } },
  'map-too-large': { meaning: 'a text is too large for a map', example: { said: 'a text map of 300 rows' } },
  'check-names-nothing': {
    meaning: 'a saved check names a piece, state, cue, kind or stand-in that is not there any more',
    example: {
      changes: {
        'levels.0.checks': [{ happens: { event: 'turns', piece: 'warden-9' }, holds: 'before', seconds: 4 }],
      },
    },
  },
  'brief-of-nobody': {
    meaning: 'a brief speaks of a stand-in that is not there',
    example: { changes: { 'levels.0.brief': [{ standIn: 'gaffer', measure: 'clears', least: 50 }] } },
  },
  'brief-contradicts': {
    meaning: 'a brief asks for more than it allows',
    example: { changes: { 'levels.0.brief': [{ standIn: 'casual', measure: 'clears', least: 60, most: 40 }] } },
  },
} as const satisfies Readonly<Record<string, FaultEntry>>;
