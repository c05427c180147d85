import { describe, expect, test } from '@jest/globals';
import { plainDistances } from '../testing/plainDijkstra';
import { arenaOf, randomArena } from '../testing/randomArena';
import { computeDistanceField, FieldCache, nextCellDownhill } from './distanceField';
import { PathFinder } from './findPath';
import { buildWalkGrid, canStep, NEIGHBOUR_COLUMNS, NEIGHBOUR_ROWS } from './walkGrid';

/** The cost of a path if every step is allowed, otherwise undefined. */
function walkCost(walk: ReturnType<typeof buildWalkGrid>, cells: number[]): number | undefined {
  let cost = 0;
  for (let index = 1; index < cells.length; index++) {
    const column = cells[index - 1] % walk.width;
    const row = Math.floor(cells[index - 1] / walk.width);
    const across = (cells[index] % walk.width) - column;
    const down = Math.floor(cells[index] / walk.width) - row;
    const neighbour = NEIGHBOUR_COLUMNS.findIndex(
      (columns, place) => columns === across && NEIGHBOUR_ROWS[place] === down,
    );
    if (neighbour < 0 || (!walk.diagonals && neighbour >= 4) || !canStep(walk, column, row, neighbour))
      return undefined;
    cost += neighbour < 4 ? 1 : Math.SQRT2;
  }
  return cost;
}

describe('shortest paths', () => {
  test('on 2,000 random grids the cost equals plain Dijkstra, the path is walkable, no corner is cut', () => {
    for (let seed = 1; seed <= 2000; seed++) {
      const { grid, random } = randomArena(seed, 18);
      const diagonals = random.nextUnit() < 0.5;
      const walk = buildWalkGrid(grid, 0.4, diagonals);
      const open = [...grid.solid.keys()].filter((cell) => grid.solid[cell] === 0);
      if (open.length < 2) continue;
      const start = open[random.nextInteger(0, open.length - 1)];
      const goal = open[random.nextInteger(0, open.length - 1)];
      const expected = plainDistances(grid, start, diagonals);
      const answer = new PathFinder(walk).find(start, goal);
      const context = `seed ${seed}`;
      expect([context, answer.reachable]).toEqual([context, Number.isFinite(expected[goal])]);
      expect([context, answer.cells[0]]).toEqual([context, start]);
      const cost = walkCost(walk, answer.cells);
      expect([context, cost === undefined]).toEqual([context, false]);
      const end = answer.cells[answer.cells.length - 1];
      if (answer.reachable) expect([context, end]).toEqual([context, goal]);
      expect(Math.abs(cost! - expected[end])).toBeLessThan(1e-9);
      expect(Math.abs(answer.cost - expected[end])).toBeLessThan(1e-9);
    }
  });

  test('a distance field holds the plain distances of all cells, and walking downhill takes exactly as long', () => {
    for (let seed = 1; seed <= 200; seed++) {
      const { grid, random } = randomArena(seed, 16);
      const walk = buildWalkGrid(grid, 0.4, true);
      const open = [...grid.solid.keys()].filter((cell) => grid.solid[cell] === 0);
      if (open.length === 0) continue;
      const goal = open[random.nextInteger(0, open.length - 1)];
      const field = computeDistanceField(walk, [goal]);
      const expected = plainDistances(grid, goal, true);
      for (const cell of open) {
        const isSame = field[cell] === expected[cell] || Math.abs(field[cell] - expected[cell]) < 1e-9;
        expect([`seed ${seed} cell ${cell}`, isSame]).toEqual([`seed ${seed} cell ${cell}`, true]);
      }
      const start = open[random.nextInteger(0, open.length - 1)];
      if (!Number.isFinite(field[start])) continue;
      const way = [start];
      while (way[way.length - 1] !== goal) way.push(nextCellDownhill(walk, field, way[way.length - 1]));
      expect(Math.abs(walkCost(walk, way)! - expected[start])).toBeLessThan(1e-9);
    }
  });

  test('an unreachable goal is said, and the path ends at the nearest place that can be reached', () => {
    const grid = arenaOf(['.....', '.....', '#####', '.....']);
    const answer = new PathFinder(buildWalkGrid(grid, 0.4, true)).find(0, 17);
    expect(answer.reachable).toBe(false);
    expect(answer.cells[answer.cells.length - 1]).toBe(7);
  });

  test('a body wider than a cell does not use a corridor of one cell', () => {
    const grid = arenaOf(['.......', '.......', '###.###', '.......', '.......']);
    expect(new PathFinder(buildWalkGrid(grid, 0.4, true)).find(0, 28).reachable).toBe(true);
    expect(new PathFinder(buildWalkGrid(grid, 0.9, true)).find(8, 29).reachable).toBe(false);
  });

  test('the cache gives the same field as a fresh computation, also after it was emptied', () => {
    const { grid } = randomArena(4, 20);
    const walk = buildWalkGrid(grid, 0.4, true);
    const cache = new FieldCache(walk);
    for (let goal = 0; goal < walk.blocked.length; goal++)
      expect(fullField(cache, goal)).toEqual([...computeDistanceField(walk, [goal])]);
    expect(fullField(cache, 0)).toEqual([...computeDistanceField(walk, [0])]);
  });
});

function fullField(cache: FieldCache, goal: number): number[] {
  const growing = cache.growing(goal);
  growing.finish();
  return [...growing.field];
}
