import { describe, expect, test } from '@jest/globals';
import { arenaOf, randomArena } from '../testing/randomArena';
import { isOpaqueAt, type ArenaGrid } from './grid';
import { CLEAR, firstOpaqueFraction, isLineClear } from './sight';
import { outlineSightArea } from './sightArea';

/** Looks at very many points of the segment and four places around each; undefined when it only grazes opaque ground. */
function sampledLineClear(grid: ArenaGrid, x0: number, y0: number, x1: number, y1: number): boolean | undefined {
  const samples = 1500;
  let touches = false;
  for (let index = 0; index <= samples; index++) {
    const x = x0 + ((x1 - x0) * index) / samples;
    const y = y0 + ((y1 - y0) * index) / samples;
    let around = 0;
    for (const across of [-0.01, 0.01]) {
      for (const down of [-0.01, 0.01]) if (isOpaqueAt(grid, Math.floor(x + across), Math.floor(y + down))) around++;
    }
    if (around === 4) return false;
    if (around > 0) touches = true;
  }
  return touches ? undefined : true;
}

describe('line of sight', () => {
  test('is symmetric for every pair of points on random grids', () => {
    for (let seed = 1; seed <= 3000; seed++) {
      const { grid, random } = randomArena(seed, 14);
      const point = () => [random.nextUnit() * grid.width, random.nextUnit() * grid.height];
      const corner = () => [random.nextInteger(0, 2 * grid.width) / 2, random.nextInteger(0, 2 * grid.height) / 2];
      const [a, b] = seed % 2 ? [point(), point()] : [corner(), corner()];
      const context = `seed ${seed}: ${a.join()} to ${b.join()}`;
      expect([context, isLineClear(grid, a[0], a[1], b[0], b[1])]).toEqual([
        context,
        isLineClear(grid, b[0], b[1], a[0], a[1]),
      ]);
    }
  });

  test('agrees with looking at 1,500 places of the ray wherever it does not merely graze', () => {
    const counts = { true: 0, false: 0, undefined: 0 };
    for (let seed = 1; seed <= 1000; seed++) {
      const { grid, random } = randomArena(seed, 12);
      const [x0, y0, x1, y1] = [grid.width, grid.height, grid.width, grid.height].map(
        (side) => random.nextUnit() * side,
      );
      const expected = sampledLineClear(grid, x0, y0, x1, y1);
      counts[`${expected}`]++;
      if (expected === undefined) continue;
      expect([`seed ${seed}`, isLineClear(grid, x0, y0, x1, y1)]).toEqual([`seed ${seed}`, expected]);
    }
    expect(counts.true).toBeGreaterThan(100);
    expect(counts.false).toBeGreaterThan(100);
    expect(counts.undefined).toBeLessThan(500);
  });

  test('a clear ray never has a sampled point inside opaque ground, and a stopped one always enters it', () => {
    for (let seed = 1; seed <= 800; seed++) {
      const { grid, random } = randomArena(seed, 12);
      const [x0, y0, x1, y1] = [grid.width, grid.height, grid.width, grid.height].map(
        (side) => random.nextUnit() * side,
      );
      const fraction = firstOpaqueFraction(grid, x0, y0, x1, y1);
      const context = `seed ${seed}`;
      const limit = fraction === CLEAR ? 1 : fraction;
      if (fraction === 0) continue;
      for (let index = 0; index < 500; index++) {
        const share = (limit * index) / 500;
        const inside = isOpaqueAt(grid, Math.floor(x0 + (x1 - x0) * share), Math.floor(y0 + (y1 - y0) * share));
        if (inside) expect([context, share]).toEqual([context, 'a clear point']);
      }
      if (fraction !== CLEAR && fraction < 1) {
        const justInside = fraction + 1e-9;
        const entered = isOpaqueAt(
          grid,
          Math.floor(x0 + (x1 - x0) * justInside),
          Math.floor(y0 + (y1 - y0) * justInside),
        );
        expect([context, entered]).toEqual([context, true]);
      }
    }
  });

  test('a ray through the corner between two diagonal opaque cells is stopped, past a single one it is not', () => {
    expect(isLineClear(arenaOf(['.#', '#.']), 0.5, 0.5, 1.5, 1.5)).toBe(false);
    expect(isLineClear(arenaOf(['.#', '..']), 0.5, 0.5, 1.5, 1.5)).toBe(true);
  });

  test('a ray along a border is stopped only where both sides are opaque', () => {
    expect(isLineClear(arenaOf(['.#.', '...']), 0.2, 1, 2.8, 1)).toBe(true);
    expect(isLineClear(arenaOf(['.#.', '.#.']), 0.2, 1, 2.8, 1)).toBe(false);
    expect(isLineClear(arenaOf(['..', '#.', '..']), 1, 0.2, 1, 2.8)).toBe(true);
  });

  test('a fence lets sight through and a hedge does not', () => {
    expect(isLineClear(arenaOf(['.=.']), 0.5, 0.5, 2.5, 0.5)).toBe(true);
    expect(isLineClear(arenaOf(['.%.']), 0.5, 0.5, 2.5, 0.5)).toBe(false);
  });
});

describe('the drawn sight area', () => {
  test('has every corner in range, and every place just inside its rim is in sight', () => {
    for (let seed = 1; seed <= 60; seed++) {
      const { grid, random } = randomArena(seed, 14);
      const open = [...grid.opaque.keys()].filter((cell) => grid.opaque[cell] === 0);
      if (open.length === 0) continue;
      const cell = open[random.nextInteger(0, open.length - 1)];
      const eye = {
        x: (cell % grid.width) + 0.5,
        y: Math.floor(cell / grid.width) + 0.5,
        facing: random.nextUnit() * 360,
        range: 5,
        arc: 110,
      };
      const outline = outlineSightArea(grid, eye);
      for (let index = 2; index < outline.length; index += 2) {
        const dx = outline[index] - eye.x;
        const dy = outline[index + 1] - eye.y;
        expect(Math.sqrt(dx * dx + dy * dy)).toBeLessThan(5 + 1e-9);
        const context = `seed ${seed} ray ${index / 2}`;
        const inSight = isLineClear(grid, eye.x, eye.y, eye.x + dx * 0.999, eye.y + dy * 0.999);
        expect([context, inSight]).toEqual([context, true]);
      }
    }
  });
});
