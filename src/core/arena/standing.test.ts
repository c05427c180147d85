import { describe, expect, test } from '@jest/globals';
import { arenaOf, randomArena } from '../testing/randomArena';
import { bodyOverlapsSolid, type ArenaGrid } from './grid';
import { boxOutline, circleOutline } from './outline';
import { canPass, standingPlaces } from './standing';

/** Whether any of many places in a cell would do. */
function hasAnyPlace(grid: ArenaGrid, width: number, height: number, cell: number): boolean {
  const [column, row] = [cell % grid.width, Math.floor(cell / grid.width)];
  for (let dy = 0.01; dy < 1; dy += 0.07)
    for (let dx = 0.01; dx < 1; dx += 0.07)
      if (!bodyOverlapsSolid(grid, column + dx, row + dy, boxOutline(width, height))) return true;
  return false;
}

describe('where a body can stand', () => {
  test.each(Array.from({ length: 20 }, (_, seed) => seed + 1))(
    'is found in every cell in which there is room for it, seed %i',
    (seed) => {
      const { grid, random } = randomArena(seed, 12);
      const [width, height] = [0.4 + random.nextUnit() * 1.8, 0.4 + random.nextUnit() * 1.8];
      const standing = standingPlaces(grid, boxOutline(width, height));
      for (let cell = 0; cell < standing.blocked.length; cell++) {
        if (grid.solid[cell] === 1) continue;
        const [x, y] = [standing.x[cell], standing.y[cell]];
        if (standing.blocked[cell] === 1) expect(hasAnyPlace(grid, width, height, cell)).toBe(false);
        else {
          expect(bodyOverlapsSolid(grid, x, y, boxOutline(width, height))).toBe(false);
          expect([Math.floor(x), Math.floor(y)]).toEqual([cell % grid.width, Math.floor(cell / grid.width)]);
        }
      }
    },
  );

  test('lies beside the middle of a cell where an opening is an even number of cells wide', () => {
    const grid = arenaOf(['#####', '#...#', '#...#', '#####']);
    const { blocked, y } = standingPlaces(grid, circleOutline(0.95));
    // Two rows: only the line between them leaves room above and below.
    expect(blocked[1 * 5 + 2]).toBe(0);
    expect(y[1 * 5 + 2]).toBeGreaterThan(1.94);
  });

  test('is the middle of every open cell for a body no longer than one', () => {
    const { blocked, x, y } = standingPlaces(arenaOf(['...', '.#.', '...']), circleOutline(0.5));
    expect([...blocked].filter((own) => own === 1)).toHaveLength(1);
    expect([x[0], y[0]]).toEqual([0.5, 0.5]);
  });
});

test('a body passes between two places where it slides along one side first, and not through a corner', () => {
  const grid = arenaOf(['######', '#....#', '#..#.#', '#....#', '######']);
  const body = circleOutline(0.45);
  const standing = standingPlaces(grid, body);
  expect(canPass(grid, body, standing, 7, 8)).toBe(true);
  expect(canPass(grid, body, standing, 2 * 6 + 2, 2 * 6 + 4)).toBe(false);
});
