/** A player that runs and jumps, for examples seen from the side. */
export const RUNS_AND_JUMPS = {
  scheme: 'run and jump',
  speed: 5,
  jump: 11,
  jumps: 1,
  coyote: 0.1,
  jumpBuffer: 0.1,
  mostFall: 16,
} as const;

/** A small game in which nothing is wrong; examples of faults are changes of it. */
export const SOUND_GAME = {
  format: 'gorge',
  version: 4,
  id: 'small-yard',
  name: 'Small Yard',
  pixelsPerCell: 32,
  terrain: [
    { id: 'floor', name: 'Floor', glyph: '.', solid: false, opaque: false, tint: '#d8ccb4', hatching: 'none' },
    { id: 'wall', name: 'Wall', glyph: '#', solid: true, opaque: true, tint: '#5b4a3f', hatching: 'courses' },
    {
      id: 'ditch',
      name: 'Ditch',
      glyph: '~',
      solid: false,
      opaque: false,
      tint: '#4f6d7a',
      hatching: 'waves',
      footing: 'liquid',
    },
  ],
  cast: [
    {
      id: 'player',
      name: 'Player',
      tags: ['player'],
      radius: 0.4,
      tint: '#1f2d36',
      control: { scheme: 'eight ways', speed: 3.4, evenDiagonals: true },
    },
    { id: 'warden', name: 'Warden', tags: ['foe'], radius: 0.4, tint: '#8a3324', behavior: 'rounds' },
    { id: 'cart', name: 'Cart', tags: ['foe', 'cart'], radius: 0.4, tint: '#a4662a', behavior: 'run' },
    { id: 'lamp', name: 'Lamp', tags: ['lamp'], radius: 0.3, tint: '#c9a227' },
    { id: 'pebble', name: 'Pebble', tags: ['pebble'], radius: 0.15, tint: '#4a4a4a' },
  ],
  contacts: [
    { by: 'player', on: 'lamp', does: [{ effect: 'collect' }] },
    { by: 'pebble', on: 'cart', does: [{ effect: 'defeat' }] },
  ],
  scripts: [
    {
      id: 'rounds',
      lines: [
        'behavior rounds {',
        '  knob pace = 2 cells/s in 1..4',
        '  start state walk { do patrol route, back and forth, at pace }',
        '}',
      ],
    },
    { id: 'run', lines: ['behavior run {', '  start state on { do drift leaving at 3 cells/s }', '}'] },
  ],
  levels: [
    {
      id: 'yard',
      name: 'Yard',
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
      cues: [
        'spawner carts {',
        '  at west',
        '  every 4 s',
        '  pick cart',
        '  retire when outside by 1 cells',
        '}',
        'rules {',
        '  score 10 when lamp collected',
        '}',
      ],
    },
  ],
} as const;
