import { describe, expect, test } from '@jest/globals';
import { RandomStream } from '../foundation/random';
import { arenaOf, randomArena } from '../testing/randomArena';
import { bodyOverlapsSolid } from './grid';
import { makeHitShape, prepareMeeting, boundsMeet, shapesMeet } from './meeting';
import { boxOutline, circleOutline, convexHull, makeOutline, segmentToPolygonSquare, type Outline } from './outline';
import { sweepBody, sweepUntilContact } from './sweep';

const result = { x: 0, y: 0, touched: false };

/** A body of any form, no wider than a cell. */
function randomOutline(random: RandomStream): Outline {
  const size = () => 0.1 + random.nextUnit() * 0.35;
  switch (random.nextInteger(0, 3)) {
    case 0:
      return circleOutline(size());
    case 1:
      return boxOutline(2 * size(), 2 * size());
    case 2:
      return makeOutline(
        [
          [-size() / 2, 0],
          [size() / 2, 0],
        ],
        size() / 2,
      );
    default:
      return makeOutline(
        Array.from({ length: 6 }, (): [number, number] => [
          random.nextUnit() * 0.8 - 0.4,
          random.nextUnit() * 0.8 - 0.4,
        ]),
        0,
      );
  }
}

describe('swept bodies of any form', () => {
  test('are never inside a wall, at any speed', () => {
    const inside: string[] = [];
    for (let seed = 1; seed <= 800; seed++) {
      const { grid, random } = randomArena(seed, 12);
      const outline = randomOutline(random);
      const open = [...grid.solid.keys()].filter((cell) => {
        const column = cell % grid.width;
        return !bodyOverlapsSolid(grid, column + 0.5, Math.floor(cell / grid.width) + 0.5, outline);
      });
      if (open.length === 0) continue;
      const cell = open[random.nextInteger(0, open.length - 1)];
      let [x, y] = [(cell % grid.width) + 0.5, Math.floor(cell / grid.width) + 0.5];
      for (let tick = 0; tick < 60; tick++) {
        const speed = random.nextUnit() < 0.2 ? 8 : 0.3;
        const sweep = random.nextUnit() < 0.3 ? sweepUntilContact : sweepBody;
        sweep(grid, x, y, outline, (random.nextUnit() - 0.5) * speed, (random.nextUnit() - 0.5) * speed, result);
        [x, y] = [result.x, result.y];
        // Slanted sides may stand a hair deeper than the 1e-9 of round ones.
        if (bodyOverlapsSolid(grid, x, y, outline) && deepness(outline, x, y, grid) > 1e-7) {
          inside.push(`seed ${seed} tick ${tick} at ${x}, ${y}`);
          break;
        }
      }
    }
    expect(inside).toEqual([]);
  });

  test('a box slides along a floor of many cells, and into a corridor exactly as high as itself', () => {
    const grid = arenaOf(['..........', '..........', '####......', '..........', '##########']);
    let [x, y] = [0.5, 1.5];
    for (let tick = 0; tick < 40; tick++) {
      sweepBody(grid, x, y, boxOutline(0.8, 1), 0.1, 0.05, result);
      [x, y] = [result.x, result.y];
    }
    expect(x).toBeCloseTo(4.5, 6);
    const tunnel = arenaOf(['#####', '.....', '#####']);
    sweepBody(tunnel, 0.5, 1.5, boxOutline(0.8, 1), 3, 0, result);
    expect(result).toEqual({ x: 3.5, y: 1.5, touched: false });
  });

  test('a box that meets a corner exactly on the diagonal does not slip into the wall', () => {
    const grid = arenaOf(['....', '..#.', '....', '....']);
    sweepBody(grid, 1.25, 0.25, boxOutline(0.5, 0.5), 2, 2, result);
    expect(bodyOverlapsSolid(grid, result.x, result.y, boxOutline(0.5, 0.5))).toBe(false);
  });
});

/** How far a body reaches into walls: the least move that frees it, to within some 1e-8. */
function deepness(outline: Outline, x: number, y: number, grid: ReturnType<typeof arenaOf>): number {
  for (let depth = 1e-8; depth < 1; depth *= 2) {
    const frees = [
      [depth, 0],
      [-depth, 0],
      [0, depth],
      [0, -depth],
      [depth, depth],
      [-depth, depth],
      [depth, -depth],
      [-depth, -depth],
    ].some(([dx, dy]) => !bodyOverlapsSolid(grid, x + dx, y + dy, outline));
    if (frees) return depth;
  }
  return 1;
}

describe('meeting of two shapes', () => {
  /** Points all over a shape, by brute force. */
  function isIn(outline: Outline, x: number, y: number): boolean {
    return segmentToPolygonSquare(outline.core, x, y, 0, 0) <= outline.radius * outline.radius + 1e-12;
  }

  test('agrees with shapes laid over each other point by point', () => {
    for (let seed = 1; seed <= 120; seed++) {
      const random = new RandomStream(seed, 11);
      const [a, b] = [randomOutline(random), randomOutline(random)];
      const meeting = prepareMeeting(makeHitShape([a]), makeHitShape([b]));
      const [x, y] = [random.nextUnit() * 1.6 - 0.8, random.nextUnit() * 1.6 - 0.8];
      let overlaps = false;
      for (let i = -40; i <= 40 && !overlaps; i++)
        for (let j = -40; j <= 40 && !overlaps; j++)
          overlaps = isIn(b, i / 50, j / 50) && isIn(a, i / 50 - x, j / 50 - y);
      const exact = shapesMeet(meeting, x, y, 0, 0);
      // The raster can miss a thin overlap but never invents one.
      if (overlaps) expect([seed, exact]).toEqual([seed, true]);
      if (exact) expect([seed, boundsMeet(meeting, x, y, 0, 0)]).toEqual([seed, true]);
      const [dx, dy] = [random.nextUnit() * 4 - 2, random.nextUnit() * 4 - 2];
      const onTheWay = Array.from({ length: 200 }, (_, step) =>
        shapesMeet(meeting, x + (dx * step) / 199, y + (dy * step) / 199, 0, 0),
      );
      if (onTheWay.includes(true)) expect([seed, shapesMeet(meeting, x, y, dx, dy)]).toEqual([seed, true]);
      if (!boundsMeet(meeting, x, y, dx, dy)) expect([seed, shapesMeet(meeting, x, y, dx, dy)]).toEqual([seed, false]);
    }
  });

  test('hulls keep only true corners, clockwise on the screen', () => {
    expect(convexHull([0, 0, 1, 0, 2, 0, 2, 2, 0, 2, 1, 1])).toEqual([0, 0, 2, 0, 2, 2, 0, 2]);
    expect(convexHull([1, 1, 1, 1])).toEqual([1, 1]);
  });
});
