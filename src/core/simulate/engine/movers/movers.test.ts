import { describe, expect, test } from '@jest/globals';
import { smallProgram, type SmallLevel } from '../../../../../tests/support/smallLevel';
import { bodyOverlapsSolid } from '../../../arena/grid';
import type { LevelProgram } from '../../../compile/levelProgram';
import { RandomStream } from '../../../foundation/random';
import { Runner } from '../../run';
import type { World } from '../world';

/** What a test reads of the first piece after every tick. */
interface Seen {
  x: number;
  y: number;
  facingX: number;
  facingY: number;
  isThere: boolean;
}

/** The way of one piece; the player stands still. */
function watch(program: LevelProgram, ticks: number, piece = 0, seed = 1): Seen[] {
  const seen: Seen[] = [];
  new Runner(program, { type: 'inputs', inputs: [] }).run(seed, {
    mostTicks: ticks,
    onTick: ({ x, y, facingX, facingY, alive }) =>
      seen.push({
        x: x[piece],
        y: y[piece],
        facingX: facingX[piece],
        facingY: facingY[piece],
        isThere: alive[piece] === 1,
      }),
  });
  return seen;
}

const HALL = [
  '##############',
  '#............#',
  '#............#',
  '#............#',
  '#............#',
  '##############',
];

function mover(text: string, more: Partial<SmallLevel> = {}, piece: object = {}): LevelProgram {
  return smallProgram({
    map: HALL,
    player: { at: [1.5, 1.5] },
    kinds: [{ id: 'thing', behavior: 'act' }],
    pieces: [{ kind: 'thing', at: [4.5, 3.5], ...piece }],
    scripts: { act: `start state going { ${text} }` },
    ...more,
  });
}

/** Where a piece turns round along the x axis, and when. */
function turnsOf(seen: readonly Seen[]): { x: number; tick: number }[] {
  return seen.flatMap((now, tick) =>
    tick > 0 && Math.sign(now.facingX) !== Math.sign(seen[tick - 1].facingX) ? [{ x: now.x, tick }] : [],
  );
}

describe('pacing', () => {
  test('turns exactly at both walls, and one round takes what its length over its speed says', () => {
    const turns = turnsOf(watch(mover('do pace across at 3 cells/s'), 1200));
    expect(turns.slice(0, 4).map(({ x }) => x)).toEqual([12.6, 1.4, 12.6, 1.4].map((x) => expect.closeTo(x, 9)));
    const round = turns[2].tick - turns[0].tick;
    // What is left of a step at a wall is not walked, so a round may take one tick more at each end.
    expect(round / 60).toBeGreaterThanOrEqual((2 * 11.2) / 3 - 1e-9);
    expect(round / 60).toBeLessThanOrEqual((2 * 11.2) / 3 + 2 / 60);
  });

  test.each([30, 60, 120] as const)('turns at the same places at %d ticks a second', (ticksPerSecond) => {
    const program = mover('do pace across at 3 cells/s, pausing 0.5 s', { level: { ticksPerSecond } });
    expect(turnsOf(watch(program, ticksPerSecond * 12)).map(({ x }) => Number(x.toFixed(6)))).toEqual([
      12.6, 1.4, 12.6,
    ]);
  });

  test('also turns when it touches a wall at the start, on either side', () => {
    const seen = watch(mover('do pace across at 3 cells/s', {}, { at: [12.6, 3.5] }), 60);
    expect(seen[30].x).toBeLessThan(12.6);
    const shut = watch(
      mover(
        'do pace across at 3 cells/s',
        { map: ['####', '#..#', '##.#', '##.#', '####'], player: { at: [1.5, 1.5] } },
        { at: [2.5, 3.5] },
      ),
      60,
    );
    expect(new Set(shut.map(({ x }) => x.toFixed(3)))).toEqual(new Set(['2.500', '2.550', '2.600', '2.450', '2.400']));
  });

  test('from above it turns at ground that would drown it', () => {
    const map = ['##########', '#........#', '#...ww...#', '#........#', '##########'];
    const turns = turnsOf(watch(mover('do pace across at 2 cells/s', { map }, { at: [2.5, 2.5] }), 600));
    expect(turns[0].x).toBeCloseTo(3.6, 9);
  });

  const LEDGES = ['..........', '..........', '..........', '..#####...', '..........', '##########'];
  const sideView = {
    map: LEDGES,
    level: { view: 'side' as const },
    kinds: [{ id: 'thing', behavior: 'act', falls: true, stand: { form: 'box' as const, width: 0.8, height: 0.8 } }],
  };

  test.each([30, 60, 120] as const)('minds ledges exactly, at %d ticks a second', (ticksPerSecond) => {
    const program = mover(
      'do pace across, minding ledges, at 2 cells/s',
      { ...sideView, level: { view: 'side', ticksPerSecond } },
      { at: [4.5, 2.6] },
    );
    const seen = watch(program, ticksPerSecond * 10);
    expect(
      turnsOf(seen)
        .slice(0, 3)
        .map(({ x }) => Number(x.toFixed(6))),
    ).toEqual([6.6, 2.4, 6.6]);
    expect(Math.max(...seen.map(({ y }) => y))).toBeCloseTo(2.6, 6);
  });

  test('over ledges it walks off and falls to the ground below', () => {
    const seen = watch(mover('do pace across, over ledges, at 2 cells/s', sideView, { at: [4.5, 2.6] }), 600);
    expect(seen[seen.length - 1].y).toBeCloseTo(4.6, 6);
  });
});

describe('hovering', () => {
  const route = [
    [4.5, 1.5],
    [4.5, 4.5],
  ];

  test('is where the closed form says at every tick, easing or even, with its phase', () => {
    for (const [easing, phase] of [
      ['smoothly', 0],
      ['evenly', 0],
      ['smoothly', 25],
      ['evenly', 80],
    ] as const) {
      const program = mover(`do hover route, ${easing}, over 2 s, phase ${phase} %`, {}, { route });
      watch(program, 300).forEach(({ y }, tick) => {
        const part = (tick / 120 + phase / 100) % 1;
        const there = part < 0.5 ? 2 * part : 2 - 2 * part;
        const share = easing === 'evenly' ? there : there * there * (3 - 2 * there);
        expect([easing, phase, tick, y]).toEqual([easing, phase, tick, expect.closeTo(1.5 + 3 * share, 9)]);
      });
    }
  });

  test('a lead is the same as having set out that much earlier', () => {
    const late = watch(mover('do hover route, over 2 s', {}, { route, lead: 0.5 }), 100);
    const early = watch(mover('do hover route, over 2 s', {}, { route }), 130);
    expect(late.map(({ y }) => y)).toEqual(early.slice(30).map(({ y }) => y));
  });

  test('brought off its line it comes back before it goes on', () => {
    const program = smallProgram({
      map: HALL,
      control: { scheme: 'eight ways', speed: 0.1, evenDiagonals: true },
      player: { at: [4.2, 2.2] },
      kinds: [{ id: 'thing', behavior: 'act' }],
      contacts: [{ by: 'player', on: 'thing', does: [{ effect: 'push', speed: 6, seconds: 0.2 }] }],
      pieces: [{ kind: 'thing', at: [4.5, 1.5], route: route as [number, number][] }],
      scripts: { act: 'start state going { do hover route, over 2 s }' },
    });
    const seen = watch(program, 400);
    expect(Math.max(...seen.map(({ x }) => Math.abs(x - 4.5)))).toBeGreaterThan(0.2);
    // Once it is back it swings along its whole line again.
    const lines = seen.filter(({ x }) => Math.abs(x - 4.5) < 1e-6);
    expect(lines.length).toBeGreaterThan(50);
  });
});

describe('drifting', () => {
  test('leaving, it is gone once all of it is outside, and not before', () => {
    const seen = watch(mover('do drift leaving at 6 cells/s'), 300);
    const last = seen.findIndex(({ isThere }) => !isThere);
    expect(seen[last - 1].x - 0.4).toBeLessThanOrEqual(14);
    expect(seen[last].x - 0.4).toBeGreaterThan(14);
  });

  test('wrapping, it comes in again after the width of the level and its own, at an even pace', () => {
    const seen = watch(mover('do drift wrapping at 6 cells/s', {}, { at: [4.5, 2.5] }), 600);
    const periodTicks = ((14 + 0.8) / 6) * 60;
    for (let tick = 0; tick + 148 < seen.length; tick += 7)
      expect(seen[tick + Math.round(periodTicks)].x).toBeCloseTo(seen[tick].x, 9);
  });

  test('bouncing, it never enters a wall and goes to and fro on its line', () => {
    const seen = watch(mover('do drift bouncing at 50 cells/s', {}, { facing: 0 }), 300);
    expect(Math.min(...seen.map(({ x }) => x))).toBeGreaterThanOrEqual(1.4 - 1e-9);
    expect(Math.max(...seen.map(({ x }) => x))).toBeLessThanOrEqual(12.6 + 1e-9);
    expect(new Set(seen.map(({ y }) => y))).toEqual(new Set([3.5]));
  });

  test('only the named ground turns it', () => {
    const map = HALL.map((row, index) => (index === 3 ? '#......~.....#' : row));
    const seen = watch(mover('do drift bouncing at 3 cells/s, from ice', { map }), 300);
    expect(Math.max(...seen.map(({ x }) => x))).toBeCloseTo(6.6, 9);
  });

  test.each([30, 60, 120] as const)(
    'reflecting keeps its speed and turns alike at %d ticks a second',
    (ticksPerSecond) => {
      const program = mover('do drift reflecting at 4 cells/s', { level: { ticksPerSecond } }, { facing: 37 });
      const seen = watch(program, ticksPerSecond * 10);
      const end = seen[seen.length - 1];
      const slow = watch(
        mover('do drift reflecting at 4 cells/s', { level: { ticksPerSecond: 30 } }, { facing: 37 }),
        300,
      );
      expect([end.x, end.y]).toEqual([expect.closeTo(slow[300].x, 6), expect.closeTo(slow[300].y, 6)]);
      for (const { facingX, facingY } of seen) expect(Math.hypot(facingX, facingY)).toBeCloseTo(1, 9);
    },
  );

  test('what it runs into wears away after as many hits as it has strength', () => {
    const map = HALL.map((row, index) => (index === 3 ? '#.......c....#' : row));
    const seen = watch(
      mover('do drift bouncing at 6 cells/s', { map, kinds: [{ id: 'thing', behavior: 'act', wear: 1 }] }),
      600,
    );
    const first = seen.findIndex(({ x }) => x > 7.7);
    expect(first).toBeGreaterThan(0);
    expect(turnsOf(seen.slice(0, first)).filter(({ x }) => x > 7)).toHaveLength(2);
  });
});

describe('wandering and roaming', () => {
  test('stay out of walls and of ground that drowns, in random halls', () => {
    for (let seed = 1; seed <= 25; seed++) {
      const random = new RandomStream(seed, 3);
      const map = HALL.map((row) =>
        [...row]
          .map((glyph) => (glyph === '.' && random.nextUnit() < 0.2 ? (random.nextUnit() < 0.5 ? '#' : 'w') : glyph))
          .join(''),
      );
      map[1] = '#............#';
      map[3] = '#............#';
      for (const text of ['do wander at 5 cells/s, turning every 0.3 s', 'do roam corridors at 5 cells/s']) {
        const program = mover(text, { map });
        const faults = watch(program, 400, 0, seed).flatMap(({ x, y, isThere }, tick) =>
          !isThere || bodyOverlapsSolid(program.grid, x, y, program.kinds[1].stand) ? [tick] : [],
        );
        expect([seed, text, faults]).toEqual([seed, text, []]);
      }
    }
  });

  test('are drawn anew for every seed, and the same for the same', () => {
    const program = mover('do wander at 3 cells/s');
    const end = (seed: number) => watch(program, 200, 0, seed)[200];
    expect(end(1)).toEqual(end(1));
    expect(end(1)).not.toEqual(end(2));
  });

  test('roaming turns back only in dead ends', () => {
    const map = ['#########', '#.......#', '#.#.#.#.#', '#.#...#.#', '#.......#', '#########'];
    const program = mover('do roam corridors at 2 cells/s', { map }, { at: [3.5, 4.5] });
    const cells = watch(program, 3000).map(({ x, y }) => `${Math.floor(x)},${Math.floor(y)}`);
    const path = cells.filter((cell, index) => cell !== cells[index - 1]);
    const back = path.filter((cell, index) => index >= 2 && cell === path[index - 2]);
    expect(path.length).toBeGreaterThan(60);
    expect(back).toEqual([]);
  });
});

describe('a formation', () => {
  const ranks = (text: string, count = 6) =>
    smallProgram({
      map: Array.from({ length: 12 }, () => '..............'),
      player: { at: [0.5, 11.5] },
      kinds: [{ id: 'thing', behavior: 'act' }],
      pieces: Array.from({ length: count }, (_, index) => ({
        kind: 'thing',
        at: [3.5 + (index % 3), 1.5 + Math.floor(index / 3)] as [number, number],
        formation: 'ranks',
      })),
      scripts: { act: `start state going { ${text} }` },
    });
  const MARCH = 'do march stepping 0.5 cells, every 0.2 s, down 0.5 cells, quickening to 0.05 s';

  test('keeps its shape, stays inside and never comes down twice at one edge', () => {
    const program = ranks(MARCH);
    const moves: string[] = [];
    let before = { x: 3.5, y: 1.5 };
    new Runner(program, { type: 'inputs', inputs: [] }).run(1, {
      mostTicks: 2400,
      onTick: ({ x, y }) => {
        for (let piece = 1; piece < 6; piece++) {
          expect(x[piece] - x[0]).toBeCloseTo(piece % 3, 9);
          expect(y[piece] - y[0]).toBeCloseTo(Math.floor(piece / 3), 9);
        }
        expect(Math.min(...x) - 0.4).toBeGreaterThanOrEqual(-1e-9);
        expect(Math.max(...x) + 0.4).toBeLessThanOrEqual(14 + 1e-9);
        if (y[0] !== before.y) moves.push('down');
        else if (x[0] !== before.x) moves.push(x[0] > before.x ? 'east' : 'west');
        before = { x: x[0], y: y[0] };
      },
    });
    expect(moves.filter((move) => move === 'down').length).toBeGreaterThan(3);
    moves.forEach((move, index) => {
      if (move !== 'down' || index + 1 >= moves.length) return;
      // Down once, then to the other side.
      expect(moves[index + 1]).toBe(moves[index - 1] === 'east' ? 'west' : 'east');
    });
  });

  test('as wide as the level it comes down at most once without a step to the side', () => {
    const program = smallProgram({
      map: Array.from({ length: 8 }, () => '...'),
      player: { at: [0.5, 7.5] },
      kinds: [{ id: 'thing', behavior: 'act', radius: 0.45 }],
      pieces: [0.5, 1.5, 2.5].map((x) => ({ kind: 'thing', at: [x, 1.5] as [number, number], formation: 'ranks' })),
      scripts: { act: `start state going { ${MARCH} }` },
    });
    expect(watch(program, 1200)[1200].y).toBe(2);
  });

  test('quickens evenly as it thins', () => {
    const gaps = [6, 3, 1].map((left) => {
      const program = ranks(MARCH);
      const steps: number[] = [];
      let before = 3.5;
      const kill = (world: World) => {
        for (let piece = left; piece < 6; piece++) world.alive[piece] = 0;
      };
      new Runner(program, { type: 'inputs', inputs: [] }).run(1, {
        mostTicks: 120,
        onTick: (world) => {
          kill(world);
          if (world.x[0] !== before) steps.push(world.tick);
          before = world.x[0];
        },
      });
      return steps[2] - steps[1];
    });
    expect(gaps).toEqual([12, Math.round(12 - 9 * 0.6), 3]);
  });
});
