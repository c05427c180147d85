import { buildWalkGrid, isLineClear, PathFinder, type ArenaGrid } from '@/core/index';
import { plainDistances } from '../src/core/testing/plainDijkstra';
import { cpuMs, medianOf, type BenchRow } from './rows';

const SIDE = 64;

/** A grid of pillars and broken walls, the same in every run. */
function pillarGrid(side = SIDE): ArenaGrid {
  const solid = new Uint8Array(side * side);
  for (let row = 0; row < side; row++) {
    for (let column = 0; column < side; column++) {
      const isPillar = row % 4 === 2 && column % 4 === 2;
      const isWall = row % 12 === 6 && column % 9 !== 4;
      if (isPillar || isWall) solid[row * side + column] = 1;
    }
  }
  return { width: side, height: side, solid, opaque: solid };
}

/** Pairs of open cells, spread evenly. */
function openPairs(grid: ArenaGrid, count: number): [number, number][] {
  const open = [...grid.solid.keys()].filter((cell) => grid.solid[cell] === 0);
  return Array.from({ length: count }, (_, index) => [
    open[(index * 7919) % open.length],
    open[(index * 104729 + 31) % open.length],
  ]);
}

export function measureGeometry(): BenchRow[] {
  const grid = pillarGrid();
  const finder = new PathFinder(buildWalkGrid(grid, 0.4, true));
  const pairs = openPairs(grid, 400);
  const perSecond = () =>
    pairs.length / (cpuMs(() => pairs.forEach(([start, goal]) => finder.find(start, goal))) / 1000);
  perSecond();
  const few = pairs.slice(0, 4);
  const plain = () => few.length / (cpuMs(() => few.forEach(([start]) => plainDistances(grid, start, true))) / 1000);
  const rays = openPairs(grid, 200_000).map(([a, b]) => [
    (a % SIDE) + 0.31,
    Math.floor(a / SIDE) + 0.57,
    (b % SIDE) + 0.43,
    Math.floor(b / SIDE) + 0.71,
  ]);
  const raysPerSecond = () =>
    rays.length / (cpuMs(() => rays.forEach(([x0, y0, x1, y1]) => isLineClear(grid, x0, y0, x1, y1))) / 1000);
  raysPerSecond();
  const paths = medianOf(7, perSecond);
  const floor = medianOf(3, plain);
  return [
    { name: 'paths.per_second', value: paths, unit: '1/s', floor, ratio: paths / floor },
    { name: 'sight.rays_per_second', value: medianOf(7, raysPerSecond), unit: '1/s' },
  ];
}

/** On a large grid; the plain method takes long there, so it is asked once. */
export function measureLargePaths(): BenchRow[] {
  const grid = pillarGrid(256);
  const finder = new PathFinder(buildWalkGrid(grid, 0.4, true));
  const pairs = openPairs(grid, 120);
  const perSecond = () =>
    pairs.length / (cpuMs(() => pairs.forEach(([start, goal]) => finder.find(start, goal))) / 1000);
  perSecond();
  const paths = medianOf(5, perSecond);
  const floor = 1 / (cpuMs(() => void plainDistances(grid, pairs[0][0], true)) / 1000);
  return [{ name: 'paths.256x256_per_second', value: paths, unit: '1/s', floor, ratio: paths / floor }];
}
