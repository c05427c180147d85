import { describe, expect, test } from '@jest/globals';
import { checkGame } from '@/core/index';
import { smallGame, type SmallLevel } from '../../../tests/support/smallLevel';

const HALL = [
  '####################',
  ...Array.from({ length: 8 }, () => '#..................#'),
  '####################',
];
const FIELD = Array.from({ length: 10 }, () => '.'.repeat(20));
const EXIT = { id: 'exit', name: 'Exit', area: [17, 4, 1, 1] as [number, number, number, number] };
const RUNS = { scheme: 'run and jump', speed: 5, jump: 10, jumps: 1, coyote: 0, jumpBuffer: 0, mostFall: 16 } as const;

/** Codes of what is said of a level whose player stands in the west and has an exit in the east. */
function told(level: SmallLevel): string[] {
  const marks = level.marks ?? [];
  const all = marks.some(({ id }) => id === 'exit') ? marks : [EXIT, ...marks];
  return checkGame(smallGame({ player: { at: [2.5, 4.5] }, ...level, marks: all }))
    .map(({ code }) => code)
    .filter((code) => code !== 'no-threat' && code !== 'contact-missing');
}

const guard = (route: [number, number][], more = {}) => ({ kind: 'guard', at: route[0], route, ...more });
const PATROL = 'start state on { do patrol route, back and forth, at 2 cells/s }';
const CALM = 'start state on { do hold }';
const guards = (pieces: SmallLevel['pieces'], script = PATROL): SmallLevel => ({
  map: HALL,
  kinds: [{ id: 'guard', tags: ['foe'], behavior: 'walk' }],
  scripts: { walk: script },
  pieces,
});
const ROUTE: [number, number][] = [
  [8.5, 2.5],
  [8.5, 6.5],
];
const shifted = ROUTE.map(([x, y]): [number, number] => [x + 4, y]);

const seen = (map: string[], more: Partial<SmallLevel> = {}): SmallLevel => ({
  map,
  player: { at: [1.5, 2.6] },
  control: RUNS,
  marks: [{ ...EXIT, area: [13, 1, 1, 2] }],
  ...more,
  level: { view: 'side', gravity: 28, ...more.level },
});
/** A pit between two ledges, so many cells deep; a jump rises 1.79 cells. */
const pit = (depth: number) => [
  '...............',
  '...............',
  '...............',
  ...Array.from({ length: depth }, () => '####.......####'),
  '###############',
];

const cues = (text: string, more: Partial<SmallLevel> = {}): SmallLevel => ({
  map: FIELD,
  kinds: [
    { id: 'cart', tags: ['foe'], behavior: 'run', floats: true },
    { id: 'moth', tags: ['foe'], behavior: 'rank', floats: true },
  ],
  scripts: {
    run: 'start state on { do drift leaving at 4 cells/s }',
    rank: 'start state on { do march stepping 0.25 cells, every 0.5 s, down 1 cells }',
  },
  marks: [
    { id: 'west', name: 'West', point: [-1, 4.5] },
    { id: 'perch', name: 'Perch', point: [3, 2] },
  ],
  ...more,
  level: { cues: text.split(';'), ...more.level },
});
const rules = (rule: string, more: Partial<SmallLevel> = {}) => cues(`rules {;${rule};}`, more);
const standing = (motion: string) => ({ scripts: { run: CALM, rank: `start state on { do ${motion} }` } });

// Each row: a mistake, the code that tells it, and the same level without the mistake, of which nothing is said.
describe('what is said of a level before any run, and not of its sound twin', () => {
  test.each<[string, string, SmallLevel, SmallLevel]>([
    [
      'copies that move in step',
      'copies-in-step',
      guards([guard(ROUTE), guard(shifted)]),
      guards([guard(ROUTE), guard(shifted, { lead: 1 })]),
    ],
    [
      'copies that lie on each other',
      'copies-overlap',
      guards([guard(ROUTE), { kind: 'guard', at: [8.6, 2.5], route: shifted }]),
      guards([guard(ROUTE), { kind: 'guard', at: [12.5, 2.5], route: [...shifted].reverse() }]),
    ],
    [
      'copies that lie on each other, and set out at one time',
      'copies-overlap',
      guards([guard(ROUTE), guard(ROUTE)]),
      guards([guard(ROUTE), guard(ROUTE, { lead: 1.5 })]),
    ],
    ['a route that nothing follows', 'route-unused', guards([guard(ROUTE)], CALM), guards([guard(ROUTE)])],
    [
      'a hit shape far larger than the body',
      'hit-larger-than-body',
      { ...guards([guard(ROUTE)]), kinds: [{ id: 'guard', tags: ['foe'], behavior: 'walk', hit: box(4, 0.8) }] },
      { ...guards([guard(ROUTE)]), kinds: [{ id: 'guard', tags: ['foe'], behavior: 'walk', hit: box(1.2, 0.8) }] },
    ],
    [
      'a guard that no eye follows',
      'speed-implausible',
      guards([guard(ROUTE)], 'start state on { do patrol route, back and forth, at 60 cells/s }'),
      guards([guard(ROUTE)]),
    ],
    [
      'arrivals that no eye follows',
      'speed-implausible',
      cues(
        'spawner s {;at west;every 2 s;pick cart;give heading 0 deg, speed 57 cells/s;retire when outside by 2 cells;}',
      ),
      cues(
        'spawner s {;at west;every 2 s;pick cart;give heading 0 deg, speed 12 cells/s;retire when outside by 2 cells;}',
      ),
    ],
    [
      'an interval that falls below nothing in a later round',
      'wrong-in-a-round',
      cues(
        'spawner s {;at west;every 2 s - 0.5 s * round;pick cart;give heading 0 deg;retire when outside by 2 cells;}',
      ),
      cues(
        'spawner s {;at west;every 2 s - 0.5 s * round at least 0.4 s;pick cart;give heading 0 deg;retire when outside by 2 cells;}',
      ),
    ],
    ['a pit too deep for the jump', 'exit-unreachable', seen(pit(3)), seen(pit(1))],
    [
      'a pit beside the way',
      'pit-without-way-out',
      seen([
        '...............',
        '...............',
        '...............',
        '#####.#########',
        '#####.#########',
        '#####.#########',
        '###############',
      ]),
      seen(['...............', '...............', '...............', '#####.#########', '###############']),
    ],
    [
      'rows that lie on each other',
      'formation-overlaps',
      cues('waves w {;at perch;wave 1 { 2 rows of 4 moth 0.5 cells apart };}'),
      cues('waves w {;at perch;wave 1 { 2 rows of 4 moth 1.2 cells apart };}'),
    ],
    [
      'rows without room for a step to the side',
      'formation-too-wide',
      cues('waves w {;at corner;wave 1 { 1 rows of 20 moth 1 cells apart };}', { marks: [mark('corner', [0.45, 2])] }),
      cues('waves w {;at corner;wave 1 { 1 rows of 15 moth 1 cells apart };}', { marks: [mark('corner', [0.45, 2])] }),
    ],
    [
      'rows that never come down',
      'formation-never-lands',
      cues(
        'waves w {;at perch;wave 1 { 1 rows of 4 moth 1.2 cells apart };}',
        standing('march stepping 0.25 cells, every 0.5 s, down 0 cells'),
      ),
      cues('waves w {;at perch;wave 1 { 1 rows of 4 moth 1.2 cells apart };}'),
    ],
    [
      'more points than can come',
      'never-won',
      rules('score 1 every 1 s;win when score >= 90'),
      rules('score 1 every 1 s;win when score >= 50'),
    ],
    ['a clock that never shows so much', 'never-won', rules('win when clock > 60 s'), rules('win when clock >= 60 s')],
    [
      'waves that cannot all come in time',
      'never-won',
      cues(
        'waves w {;at west;wave 1 { 3 cart, one every 5 s };repeat wave 1;next after 20 s;};rules {;win when wave >= 9;}',
      ),
      cues(
        'waves w {;at west;wave 1 { 3 cart, one every 1 s };repeat wave 1;next after 5 s;};rules {;win when wave >= 9;}',
      ),
    ],
    [
      'a loss that nothing brings about',
      'never-lost',
      rules('lose when health <= 0'),
      rules('lose when clock >= 50 s'),
    ],
    [
      'a rule that asks for what is too far off',
      'time-too-short',
      rules('win when player at gate', { marks: [mark('west', [-1, 4.5]), area('gate')], level: limit(3) }),
      rules('win when player at gate', { marks: [mark('west', [-1, 4.5]), area('gate')], level: limit(8) }),
    ],
    [
      'a rule that is too far off by the clock that loses',
      'time-too-short',
      rules('lose when clock > 3 s', { marks: [mark('west', [-1, 4.5])] }),
      rules('lose when clock > 20 s', { marks: [mark('west', [-1, 4.5])] }),
    ],
    [
      'more points than arrivals bring in time',
      'never-won',
      pots('every 8 s', limit(20)),
      pots('every 1 s', limit(20)),
    ],
    ['a player that begins in the exit', 'over-at-start', { map: HALL, player: { at: [17.5, 4.5] } }, { map: HALL }],
    ['a win that holds as it begins', 'over-at-start', rules('win when score < 1'), rules('win when score > 1')],
    [
      'a loss that holds as it begins',
      'over-at-start',
      rules('lose when not player at gate', { marks: [mark('west', [-1, 4.5]), area('gate')] }),
      rules('lose when not player at gate and clock > 30 s', { marks: [mark('west', [-1, 4.5]), area('gate')] }),
    ],
    [
      'arrivals that come when all is over',
      'comes-too-late',
      cues('spawner s {;at west;every 90 s;pick cart;retire when outside by 2 cells;}'),
      cues('spawner s {;at west;every 90 s, first after 2 s;pick cart;retire when outside by 2 cells;}'),
    ],
    [
      'arrivals that come when a rule has won',
      'comes-too-late',
      cues('spawner s {;at west;every 20 s;pick cart;retire when outside by 2 cells;};rules {;win when clock > 15 s;}'),
      cues('spawner s {;at west;every 10 s;pick cart;retire when outside by 2 cells;};rules {;win when clock > 15 s;}'),
    ],
    [
      'a guard that would wake when all is over',
      'comes-too-late',
      guards([guard(ROUTE)], waits('after 90 s')),
      guards([guard(ROUTE)], waits('after 90 s or sees player within 3 cells')),
    ],
    [
      'a win in the moment of a loss',
      'never-won',
      cues('rules {;win when clock > 10 s and score < 5;lose when clock > 10 s;}'),
      cues('rules {;win when clock > 10 s and score < 5;lose when clock > 12 s;}'),
    ],
    [
      'a guard without any sight',
      'sees-nothing',
      guards([guard(ROUTE)], waits('sees player within 0 cells')),
      guards([guard(ROUTE)], waits('sees player within 4 cells')),
    ],
    [
      'a raft that goes on foot',
      'sinks-at-once',
      ferry('start state on { do patrol route, back and forth, at 2 cells/s }'),
      ferry('start state on { do hover route, evenly, over 8 s }'),
    ],
    [
      'a guard that goes at nothing',
      'speed-implausible',
      guards([guard(ROUTE)], 'start state on { do patrol route at 0 cells/s }'),
      guards([guard(ROUTE)], 'start state on { do patrol route at 1 cells/s }'),
    ],
    ['a route of one place', 'route-missing', guards([guard([ROUTE[0], ROUTE[0]])]), guards([guard(ROUTE)])],
    ['a waypoint behind walls', 'waypoint-cut-off', closet([10.5, 4.5], [15.5, 2.5]), closet([10.5, 4.5], [10.5, 7.5])],
    ['a guard behind walls', 'walled-in', closet([15.5, 2.5], [16.5, 2.5]), closet([15.5, 6.5], [16.5, 6.5])],
    ['arrivals behind walls', 'walled-in', closetArrivals([15.5, 2.5]), closetArrivals([10.5, 4.5])],
    ['a coming back into a wall', 'landing-in-wall', backAt([0.5, 0.5]), backAt([5.5, 5.5])],
    ['a coming back on to what harms', 'landing-on-harm', backAt([8.5, 2.5]), backAt([5.5, 5.5])],
  ])('%s', (_what, code, wrong, sound) => {
    expect(told(wrong)).toContain(code);
    expect(told(sound)).not.toContain(code);
  });

  test('a level without a tag that loses has nothing to answer for', () => {
    const rules = { winAt: 'exit', timeLimit: 60 };
    const codes = (level: SmallLevel) => checkGame(smallGame(level)).map(({ code }) => code);
    expect(codes({ map: HALL, player: { at: [2.5, 4.5] }, marks: [EXIT], level: { rules } })).toEqual([]);
    expect(codes({ map: HALL, player: { at: [2.5, 4.5] }, marks: [EXIT] })).toEqual(['no-threat']);
  });

  function waits(condition: string): string {
    return `start state on { do patrol route, back and forth, at 2 cells/s go off when ${condition} } state off { do hold go on after 2 s }`;
  }

  /** Pots that come in and bring 10 points each, of which 50 are wanted. */
  function pots(every: string, level: SmallLevel['level']): SmallLevel {
    const text = `spawner s {;at field;${every};pick pot;};rules {;score 10 when pot collected;win when score >= 50;}`;
    return {
      map: HALL,
      kinds: [{ id: 'pot', tags: ['pot'] }],
      contacts: [{ by: 'player', on: 'pot', does: [{ effect: 'collect' }] }],
      marks: [{ id: 'field', name: 'Field', area: [4, 2, 6, 5] }],
      level: { cues: text.split(';'), ...level },
    };
  }

  /** A hall with a closet in its upper east, and a guard with a route. */
  function closet(...route: [number, number][]): SmallLevel {
    const map = HALL.map((row, y) => (y < 4 ? `${row.slice(0, 13)}#${row.slice(14)}` : row));
    return {
      ...guards([guard(route)]),
      map: map.map((row, y) => (y === 4 ? `${row.slice(0, 13)}#######` : row)),
      marks: [{ ...EXIT, area: [17, 7, 1, 1] }],
    };
  }

  /** A closet in the north-east corner, and walkers that come in at a place. */
  function closetArrivals(point: [number, number]): SmallLevel {
    return {
      ...closet([10.5, 4.5]),
      pieces: [],
      scripts: { walk: 'start state on { do chase player seen or not at 2 cells/s }' },
      marks: [{ ...EXIT, area: [17, 7, 1, 1] }, mark('in', point)],
      level: { cues: 'spawner s {;at in;every 4 s;pick guard;limit 2 in all;}'.split(';') },
    };
  }

  /** Water from north to south, and something on it that bears the player across. */
  function ferry(script: string): SmallLevel {
    return {
      map: HALL.map((row, y) => (y > 0 && y < HALL.length - 1 ? `${row.slice(0, 8)}wwww${row.slice(12)}` : row)),
      kinds: [{ id: 'raft', radius: 0.9, behavior: 'walk' }],
      scripts: { walk: script },
      pieces: [
        {
          ...{ kind: 'raft', at: [8.5, 4.5] },
          route: [
            [8.5, 4.5],
            [11.5, 4.5],
          ],
        },
      ],
      contacts: [{ by: 'raft', on: 'player', does: [{ effect: 'carry along' }] }],
    };
  }

  /** The player has lives and comes back at a place; something that harms stands in the hall. */
  function backAt(point: [number, number]): SmallLevel {
    return {
      ...guards([{ kind: 'guard', at: [8.5, 2.5] }], CALM),
      marks: [EXIT, mark('back', point)],
      level: { cues: 'rules {;lives 3;come back at back, safe for 0 s;}'.split(';') },
    };
  }

  function box(width: number, height: number) {
    return { form: 'box' as const, width, height };
  }

  function mark(id: string, point: [number, number]) {
    return { id, name: id, point };
  }

  function area(id: string) {
    return { id, name: id, area: [17, 4, 1, 1] as [number, number, number, number] };
  }

  function limit(timeLimit: number): SmallLevel['level'] {
    return { rules: { loseWhenTouching: 'foe', timeLimit } };
  }
});
