import { describe, expect, test } from '@jest/globals';
import { arenaOf, randomArena } from '../testing/randomArena';
import { circleOverlapsSolid } from './grid';
import { circleOutline } from './outline';
import { isWalkClear, sweepCircle } from './sweep';

const result = { x: 0, y: 0, touched: false };

describe('swept bodies', () => {
  test('are never inside a wall in 1,000 random runs, at any speed', () => {
    const inside: string[] = [];
    for (let seed = 1; seed <= 1000; seed++) {
      const { grid, random } = randomArena(seed, 12);
      const radius = 0.1 + random.nextUnit() * 0.4;
      const open = [...grid.solid.keys()].filter((cell) => grid.solid[cell] === 0);
      if (open.length === 0) continue;
      const cell = open[random.nextInteger(0, open.length - 1)];
      let x = (cell % grid.width) + 0.5;
      let y = Math.floor(cell / grid.width) + 0.5;
      for (let tick = 0; tick < 60; tick++) {
        const speed = random.nextUnit() < 0.2 ? 8 : 0.3;
        sweepCircle(grid, x, y, radius, (random.nextUnit() - 0.5) * speed, (random.nextUnit() - 0.5) * speed, result);
        [x, y] = [result.x, result.y];
        if (circleOverlapsSolid(grid, x, y, radius))
          inside.push(`seed ${seed} tick ${tick} at ${x}, ${y} radius ${radius}`);
      }
    }
    expect(inside).toEqual([]);
  });

  test('a body quick enough to cross a wall in one tick stops in front of it', () => {
    const grid = arenaOf(['.....', '..#..', '.....']);
    sweepCircle(grid, 0.5, 1.5, 0.3, 4, 0, result);
    expect(result).toEqual({ x: 1.7, y: 1.5, touched: true });
  });

  test('a body slides along a wall of many cells without snagging at their borders', () => {
    const grid = arenaOf(['..........', '##########']);
    let x = 0.5;
    let y = 0.7;
    for (let tick = 0; tick < 80; tick++) {
      sweepCircle(grid, x, y, 0.3, 0.1, 0.1, result);
      [x, y] = [result.x, result.y];
    }
    expect(x).toBeCloseTo(8.5, 9);
    expect(y).toBeCloseTo(0.7, 9);
  });

  test('a round body slips round a corner instead of sticking to it', () => {
    const grid = arenaOf(['....', '.#..', '....', '....']);
    let [x, y] = [0.5, 0.85];
    for (let tick = 0; tick < 60; tick++) {
      sweepCircle(grid, x, y, 0.3, 0.06, 0, result);
      [x, y] = [result.x, result.y];
    }
    expect(x).toBeGreaterThan(3);
  });

  test('a body pressed against a corner slides round it, from wherever it meets it', () => {
    const grid = arenaOf(['....', '....', '.#..', '.###']);
    for (let start = 1; start < 60; start++) {
      let [x, y] = [0.4 + start / 100, 1.5];
      for (let tick = 0; tick < 200; tick++) {
        const length = Math.sqrt((0.5 - x) ** 2 + (2.9 - y) ** 2) || 1;
        sweepCircle(grid, x, y, 0.38, ((0.5 - x) / length) * 0.03, ((2.9 - y) / length) * 0.03, result);
        [x, y] = [result.x, result.y];
      }
      expect([start, y > 2.5]).toEqual([start, true]);
    }
  });

  test('a body exactly as wide as a corridor passes it', () => {
    const grid = arenaOf(['######', '......', '######']);
    sweepCircle(grid, 0.5, 1.5, 0.5, 4.5, 0, result);
    expect(result.x).toBeCloseTo(5, 9);
  });

  test('a line of walk is free exactly when the sweep meets nothing', () => {
    for (let seed = 1; seed <= 500; seed++) {
      const { grid, random } = randomArena(seed, 12);
      const [x0, x1] = [random.nextUnit() * grid.width, random.nextUnit() * grid.width];
      const [y0, y1] = [random.nextUnit() * grid.height, random.nextUnit() * grid.height];
      if (circleOverlapsSolid(grid, x0, y0, 0.3)) continue;
      sweepCircle(grid, x0, y0, 0.3, x1 - x0, y1 - y0, result);
      const context = `seed ${seed}`;
      expect([context, isWalkClear(grid, x0, y0, x1, y1, circleOutline(0.3))]).toEqual([context, !result.touched]);
    }
  });
});
