import { describe, expect, test } from '@jest/globals';
import { compileGameLevel, projectLevelCues, type GameDocument, type LevelProgram } from '@/core/index';
import { kilnYard } from '../../../tests/support/kilnYard';
import { smallGame, smallProgram, type SmallLevel } from '../../../tests/support/smallLevel';
import { RandomStream } from '../foundation/random';
import { projectCues } from '../simulate/projectCues';

const ROAD = [
  '....................',
  ...Array.from({ length: 8 }, () => '....................'),
  '....................',
];

function road(cues: string, speed = 3): GameDocument {
  const level: SmallLevel = {
    map: ROAD,
    player: { at: [10.5, 9.5] },
    control: { scheme: 'eight ways', speed, evenDiagonals: true },
    scripts: { run: 'start state on { do drift leaving at 4 cells/s }' },
    kinds: [{ id: 'cart', tags: ['foe'], behavior: 'run', floats: true, hit: { form: 'box', width: 2, height: 0.8 } }],
    marks: [
      { id: 'west', name: 'West', point: [-1, 4.5] },
      { id: 'exit', name: 'Exit', area: [10, 9, 1, 1] },
    ],
    level: {
      cues: cues.split('\n'),
      lanes: [{ id: 'lane', name: 'Lane', runs: 'across', at: 4, size: 1, heading: 0, mark: 'west' }],
    },
  };
  return smallGame(level);
}

function project(cues: string, speed?: number, seeds = 40) {
  const projected = projectLevelCues(road(cues, speed), 'small', seeds);
  if (!projected.ok) throw new Error(projected.faults[0].message);
  return projected.value;
}

describe('what cues come to', () => {
  test('arrivals and population follow the rate and the time that each stays', () => {
    const { cues, seconds, together } = project('spawner s { at west; every 2 s, first after 1 s; pick cart }');
    const [lane] = cues;
    expect([seconds, lane.come.median, lane.first!.median, lane.last!.median]).toEqual([60, 30, 1, 59]);
    // From 1 cell outside to 1 cell outside at 4 cells/s takes a little over 5 s, so two or three are there.
    for (const second of [20, 30, 40]) expect(lane.population[second].median).toBeGreaterThanOrEqual(2);
    for (const second of [20, 30, 40]) expect(lane.population[second].median).toBeLessThanOrEqual(3);
    expect(together.perSecond.reduce((sum, rate) => sum + rate, 0)).toBeCloseTo(30, 6);
  });

  test('a gap can be crossed when it lasts as long as the player needs, its own size reckoned in', () => {
    // Every 2 s, of which a cart of 2 cells at 4 cells/s takes 0.5 s: gaps of 1.5 s. The player needs 1.8 cells.
    const wide = project('spawner s { at west; every 2 s; pick cart }').lanes[0];
    expect([wide.crossSeconds, wide.medianGap]).toEqual([0.6, 1.5]);
    expect(wide.crossable.value).toBe(1);
    const slow = project('spawner s { at west; every 2 s; pick cart }', 1).lanes[0];
    expect([slow.crossSeconds, slow.crossable.value]).toEqual([1.8, 0]);
    expect(slow.longestClosed.median).toBeGreaterThan(50);
  });

  test('the share falls as the rate rises, and two spawners on one lane count together', () => {
    const share = (cues: string) => project(cues, 1.6).lanes[0].crossable.value;
    const one = share('spawner a { at west; every 3 s ± 1.4 s; pick cart }');
    const quick = share('spawner a { at west; every 2 s ± 0.9 s; pick cart }');
    const two = share(
      'spawner a { at west; every 3 s ± 1.4 s; pick cart }\nspawner b { at west; every 3 s ± 1.4 s; pick cart }',
    );
    expect(one).toBeGreaterThan(quick + 0.1);
    expect(one).toBeGreaterThan(two + 0.1);
    const both = project('spawner a { at west; every 3 s; pick cart }\nspawner b { at west; every 3 s; pick cart }');
    expect(both.lanes[0].cues).toEqual(['a', 'b']);
  });

  test('growth is told with its cap and when each wave begins', () => {
    const [tide] = project(
      'waves tide { at west; wave 1 { 2 cart }; repeat wave 1 growing 2x to 12; rest 1 s }'.replace(
        'rest 1 s',
        'next when cleared, rest 1 s',
      ),
    ).cues;
    expect(tide.growth.slice(0, 5).map(({ count, isCapped }) => [count, isCapped])).toEqual([
      [2, false],
      [4, false],
      [8, false],
      [12, true],
      [12, true],
    ]);
    expect(tide.growth[0].seconds).toBe(0);
    // Drifting off takes about 5.5 s, which is less than the 6 s after which a wave counts as cleared.
    expect(tide.growth[1].seconds).toBeGreaterThan(6);
    expect(tide.growth[1].seconds).toBeLessThan(7.2);
  });

  test('what finds no room is counted', () => {
    const [lane] = project('spawner s { at west; every 1 s; pick cart; limit 2 alive }').cues;
    expect(lane.missed).toBeGreaterThan(20);
    expect(Math.max(...lane.population.map(({ high }) => high))).toBe(2);
  });
});

describe('moving only what can go by itself', () => {
  const bothWays = (program: LevelProgram, count: number, seconds: number, clearSeconds: number) =>
    (['who can go', 'all'] as const).map((moves) =>
      projectCues(program, { first: 1, count }, seconds, clearSeconds, moves),
    );

  test.each(kilnYard().levels.map(({ id }) => id))('changes nothing of what the cues of %s come to', (levelId) => {
    const compiled = compileGameLevel(kilnYard(), levelId);
    if (!compiled.ok) throw new Error(compiled.faults[0].message);
    for (const clearSeconds of [2, 9]) {
      const [quick, slow] = bothWays(compiled.value, 5, 60, clearSeconds);
      expect(quick).toEqual(slow);
    }
  });

  test('changes nothing of 40 made-up levels in which things drift out at any pace and angle', () => {
    let left = 0;
    for (let seed = 1; seed <= 40; seed++) {
      const random = new RandomStream(seed, 5);
      const one = <T>(list: readonly T[]) => list[random.nextInteger(0, list.length - 1)];
      const spawner = (name: string) =>
        [
          `spawner ${name} {`,
          `at ${one(['field', 'edge', 'west_edge', 'beyond'])}`,
          `every ${one(['0.4 s ± 0.3 s', '1.7 s', '3 s ± 2 s'])}`,
          `pick ${one(['cart', 'raft', 'box', 'stray, cart 2', 'faller'])}`,
          one(['', 'give heading 20..340 deg', 'give heading 180 deg, speed 0.3..9 cells/s', 'give speed 2 cells/s']),
          one(['limit 20 alive', 'limit 3 alive', 'limit 30 alive, 25 in all']),
          one(['', 'retire when outside by 0.4 cells', 'retire when outside by 4 cells', 'retire after 2.5 s']),
          one(['', 'open when clock > 4 s', 'close when clock > 20 s', 'open when no guard left']),
          '}',
        ].join('\n');
      const program = smallProgram({
        map: ROAD.map((row, y) => (y === 2 ? `${row.slice(0, 6)}>>>${row.slice(9)}` : row)),
        player: { at: [10.5, 9.5] },
        scripts: {
          run: 'start state on { do drift leaving at 4 cells/s }',
          slow: 'start state on { do drift leaving at 0.7 cells/s }',
          stray: 'start state on { do wander at 2 cells/s }',
          guard: `start state on { do wander at 3 cells/s ${one(['', 'go off after 6 s'])} } state off { enter { vanish } do hold }`,
        },
        kinds: [
          { id: 'cart', behavior: 'run', floats: true },
          { id: 'raft', behavior: 'slow', floats: true, stand: { form: 'box', width: 3, height: 1 } },
          { id: 'box', behavior: 'run' },
          { id: 'faller', behavior: 'run', falls: true, floats: true },
          { id: 'stray', behavior: 'stray' },
          { id: 'guard', tags: ['guard'], behavior: 'guard' },
        ],
        pieces: [{ kind: 'guard', at: [4.5, 6.5] }],
        marks: [
          { id: 'field', name: 'Field', area: [3, 3, 12, 4] },
          { id: 'beyond', name: 'Beyond', area: [-3, 2, 1, 4] },
        ],
        level: {
          ...(seed % 4 === 0 ? { view: 'side' as const } : {}),
          cues: `${spawner('a')}\n${spawner('b')}`.split('\n'),
        },
      });
      const [quick, slow] = bothWays(program, 3, 30, 6);
      expect({ seed, runs: quick }).toEqual({ seed, runs: slow });
      left += quick.reduce((sum, run) => sum + run.arrivals.length, 0);
    }
    expect(left).toBeGreaterThan(1000);
  });

  test('changes nothing where arrivals drift out, wander, and lay things down', () => {
    const level: SmallLevel = {
      map: ROAD,
      player: { at: [10.5, 9.5] },
      scripts: {
        run: 'start state on { do drift leaving at 4 cells/s }',
        stray: 'start state on { do wander at 2 cells/s }',
        lay: 'start state on { do wander at 2 cells/s repeat every 1 s { drop pebble } }',
        fade: 'start state on { do wander at 2 cells/s go off after 3 s } state off { enter { vanish } do hold }',
      },
      kinds: [
        { id: 'cart', behavior: 'run', floats: true },
        { id: 'stray', tags: ['stray'], behavior: 'stray' },
        { id: 'layer', behavior: 'lay' },
        { id: 'fader', behavior: 'fade' },
        { id: 'pebble' },
      ],
      marks: [{ id: 'field', name: 'Field', area: [3, 3, 12, 4] }],
      level: {
        cues: [
          'spawner a { at field; every 0.7 s ± 0.5 s; pick cart, stray 2, layer, fader; limit 30 alive }',
          'waves b { at edge; open when no stray left; wave 1 { 3 cart, 2 stray }; repeat wave 1; next after 4 s }',
        ],
      },
    };
    const program = smallProgram(level);
    const [quick, slow] = (['who can go', 'all'] as const).map((moves) =>
      projectCues(program, { first: 1, count: 10 }, 60, 6, moves),
    );
    expect(quick).toEqual(slow);
    expect(quick[0].arrivals.length).toBeGreaterThan(30);
  });

  test('changes nothing where what comes in is harmed, stopped or taken away by what stands in its way', () => {
    const program = smallProgram({
      map: ROAD,
      player: { at: [10.5, 9.5] },
      scripts: { run: 'start state on { do drift leaving at 4 cells/s }' },
      kinds: [{ id: 'cart', behavior: 'run', floats: true, health: 3 }, { id: 'post' }, { id: 'mat' }],
      pieces: [
        { kind: 'post', at: [9.5, 4.5] },
        { kind: 'mat', at: [12.5, 5.5] },
      ],
      contacts: [
        { by: 'post', on: 'cart', does: [{ effect: 'defeat' }] },
        {
          by: 'mat',
          on: 'cart',
          does: [
            { effect: 'harm', health: 1 },
            { effect: 'push', speed: 3, seconds: 0.4 },
          ],
        },
      ],
      marks: [{ id: 'field', name: 'Field', area: [3, 3, 2, 4] }],
      level: { cues: ['spawner a { at field; every 0.7 s ± 0.5 s; pick cart; give heading 0 deg; limit 3 alive }'] },
    });
    const [quick, slow] = bothWays(program, 10, 40, 6);
    expect(quick).toEqual(slow);
    // In free passage three at a time would let in fewer: those that are taken away make room.
    const free = bothWays({ ...program, contacts: [] }, 10, 40, 6)[1];
    expect(sumOf(slow)).toBeGreaterThan(sumOf(free));
  });
});

function sumOf(runs: readonly { arrivals: readonly unknown[] }[]): number {
  return runs.reduce((sum, { arrivals }) => sum + arrivals.length, 0);
}
