import { describe, expect, test } from '@jest/globals';
import { smallProgram, type SmallLevel } from '../../../../../tests/support/smallLevel';
import { Runner } from '../../run';
import type { World } from '../world';

// How a motion is done: from which phase, seen or not, by which distance, from which grounds.

const HALL = [
  '####################',
  ...Array.from({ length: 8 }, () => '#..................#'),
  '####################',
];
const EAST = 1;

function one(script: string, more: Partial<SmallLevel> = {}): SmallLevel {
  return {
    map: HALL,
    scripts: { mind: `start state first { ${script} }` },
    kinds: [{ id: 'guard', tags: ['watch'], behavior: 'mind' }],
    pieces: [{ kind: 'guard', at: [10.5, 4.5] }],
    player: { at: [2.5, 4.5] },
    ...more,
  };
}

/** The places of all pieces, and where the first one faces, after every tick of a run. */
function watch(level: SmallLevel, ticks: number, input = 0, seed = 1): { x: number; y: number; facingX: number }[] {
  const seen: { x: number; y: number; facingX: number }[] = [];
  const onTick = (world: World) => void seen.push({ x: world.x[0], y: world.y[0], facingX: world.facingX[0] });
  const inputs = new Array<number>(ticks).fill(input);
  new Runner(smallProgram(level), { type: 'inputs', inputs }).run(seed, { mostTicks: ticks, onTick });
  return seen;
}

describe('hovering from a random phase', () => {
  const swing = (begin: string) =>
    one(`do hover route, evenly, ${begin}, over 4 s`, {
      pieces: [
        {
          kind: 'guard',
          at: [6.5, 2.5],
          route: [
            [6.5, 2.5],
            [16.5, 2.5],
          ],
        },
      ],
    });
  const firstX = (begin: string, seed: number) => watch(swing(begin), 1, 0, seed)[0].x;

  test('begins somewhere else in every run, on its line and evenly spread', () => {
    const begins = Array.from({ length: 200 }, (_, run) => firstX('from a random phase', run + 1));
    expect(begins.every((x) => x >= 6.5 && x <= 16.5)).toBe(true);
    // A fifth of the line holds a fifth of them: 40 of 200 with a deviation of 5.7.
    for (let fifth = 0; fifth < 5; fifth++) {
      const inside = begins.filter((x) => Math.min(4, Math.floor((x - 6.5) / 2)) === fifth).length;
      expect(inside).toBeGreaterThan(40 - 4 * 5.7);
      expect(inside).toBeLessThan(40 + 4 * 5.7);
    }
  });

  test('is the same again for the same seed, and goes on as any swing does', () => {
    const [one, again] = [
      watch(swing('from a random phase'), 240, 0, 7),
      watch(swing('from a random phase'), 240, 0, 7),
    ];
    expect(again).toEqual(one);
    expect(one[239].x).toBeCloseTo(watch(swing('from a random phase'), 480, 0, 7)[479].x, 6);
  });

  test('stays where `phase` says without it', () => {
    expect(new Set([1, 2, 3].map((seed) => firstX('from its phase', seed))).size).toBe(1);
  });
});

describe('chasing', () => {
  test('seen or not, it comes for a player that it never looked for; otherwise it stands', () => {
    const wall = HALL.map((row, index) => (index > 0 && index < 8 ? `${row.slice(0, 6)}#${row.slice(7)}` : row));
    const ends = (knowing: string) =>
      watch(one(`do chase player by path, ${knowing}, at 3 cells/s`, { map: wall }), 240).at(-1)!;
    expect(ends('seen or not').x).toBeLessThan(5);
    expect(ends('once seen').x).toBe(10.5);
  });

  test.each([
    ['measured across', [5.5, 4.5]],
    ['measured all round', [5.5, 4.5]],
  ])('%s, it keeps its distance beside the player', (measured, [x, y]) => {
    const last = watch(one(`do chase player straight, seen or not, ${measured}, at 3 cells/s, keep 3 cells`), 300).at(
      -1,
    )!;
    expect([last.x, last.y]).toEqual([expect.closeTo(x, 5), y]);
  });

  test('measured across, it comes no nearer in x though it is far in y; all round it does', () => {
    const from = (measured: string) =>
      watch(
        one(`do chase player straight, seen or not, ${measured}, at 3 cells/s, keep 3 cells`, {
          pieces: [{ kind: 'guard', at: [4.5, 8.5] }],
          player: { at: [2.5, 1.5] },
        }),
        300,
      ).at(-1)!;
    expect(from('measured across')).toMatchObject({ x: 4.5, y: 8.5 });
    expect(from('measured up and down').y).toBeCloseTo(4.5, 5);
    expect(Math.hypot(from('measured all round').x - 2.5, from('measured all round').y - 1.5)).toBeCloseTo(3, 5);
  });
});

describe('reflecting from several grounds', () => {
  const MIXED = HALL.map((row, index) =>
    index > 0 && index < 9 ? `${row.slice(0, 5)}c${row.slice(6, 14)}~${row.slice(15)}` : row,
  );
  const range = (from: string) => {
    const xs = watch(
      one(`do drift reflecting at 6 cells/s${from}`, { map: MIXED, pieces: [{ kind: 'guard', at: [10.5, 4.5] }] }),
      400,
    ).map(({ x }) => x);
    return [Math.min(...xs), Math.max(...xs)].map((x) => Number(x.toFixed(2)));
  };

  test('is thrown back by each that is named, and by no other', () => {
    expect(range(', from crust and ice')).toEqual([6.4, 13.6]);
    expect(range(', from wall and ice')).toEqual([1.4, 13.6]);
    expect(range(', from wall')).toEqual([1.4, 18.6]);
    expect(range('')).toEqual([6.4, 18.6]);
  });
});

describe('facing the player within a range', () => {
  test('begins and ends with the distance, with no look at anybody', () => {
    const seen = watch(
      one('do hold face player within 4 cells', {
        pieces: [{ kind: 'guard', at: [10.5, 4.5], facing: 0 }],
        player: { at: [5.5, 4.5] },
      }),
      60,
      EAST,
    );
    // It faces east, and turns round to the west once the player, at 3 cells a second, has come a cell nearer.
    const turned = seen.findIndex(({ facingX }) => facingX < 0);
    expect(turned / 60).toBeCloseTo(1 / 3, 1);
    expect(seen.slice(turned).every(({ facingX }) => facingX < -0.99)).toBe(true);
  });
});
