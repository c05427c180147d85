import { bodyOverlapsSolid, type ArenaGrid } from './grid';
import type { Outline } from './outline';
import { isWalkClear } from './sweep';

/** Where in each cell the middle of a body can be. */
export interface Standing {
  width: number;
  height: number;
  /** 1 for cells in which there is no place for it. */
  blocked: Uint8Array;
  /** A place for each of the others: the middle of the cell or, where walls leave no room there, one near it. */
  x: Float64Array;
  y: Float64Array;
}

/**
 * Finds a place for a body in every cell. A body no longer than a cell has room in the middle of every open one; a longer
 * one may have room only beside the middle, as between two walls that are an even number of cells apart.
 */
export function standingPlaces(grid: ArenaGrid, outline: Outline): Standing {
  const { width, height } = grid;
  const blocked = Uint8Array.from(grid.solid);
  const x = Float64Array.from(blocked, (_, cell) => (cell % width) + 0.5);
  const y = Float64Array.from(blocked, (_, cell) => Math.floor(cell / width) + 0.5);
  const standing = { width, height, blocked, x, y };
  if (!isLong(outline)) return standing;
  const places = placesBesideMiddle(outline);
  for (let cell = 0; cell < blocked.length; cell++) {
    if (blocked[cell] === 1 || !bodyOverlapsSolid(grid, x[cell], y[cell], outline)) continue;
    const [column, row] = [cell % width, Math.floor(cell / width)];
    const place = places.find(([dx, dy]) => !bodyOverlapsSolid(grid, column + dx, row + dy, outline));
    if (!place) blocked[cell] = 1;
    else [x[cell], y[cell]] = [column + place[0], row + place[1]];
  }
  return standing;
}

/** Whether a body reaches farther than half a cell to any side, so that walls beside a cell matter in its middle. */
export function isLong({ west, north, east, south }: Outline): boolean {
  return Math.max(west, north, east, south) > 0.5;
}

/** Whether a body gets from its place in a cell to that in another: straight, or along one side and then the other. */
export function canPass(grid: ArenaGrid, outline: Outline, { x, y }: Standing, from: number, to: number): boolean {
  const isClear = (fromX: number, fromY: number, toX: number, toY: number) =>
    isWalkClear(grid, fromX, fromY, toX, toY, outline);
  const goesBy = (cornerX: number, cornerY: number) =>
    isClear(x[from], y[from], cornerX, cornerY) && isClear(cornerX, cornerY, x[to], y[to]);
  return isClear(x[from], y[from], x[to], y[to]) || goesBy(x[to], y[from]) || goesBy(x[from], y[to]);
}

/** Places within a cell, nearest to its middle first: between, and at, those where a side of the body touches a line. */
function placesBesideMiddle(outline: Outline): [number, number][] {
  const columns = fractions(outline.west, outline.east);
  const rows = fractions(outline.north, outline.south);
  const square = ([x, y]: [number, number]) => (x - 0.5) * (x - 0.5) + (y - 0.5) * (y - 0.5);
  return columns.flatMap((x) => rows.map((y): [number, number] => [x, y])).sort((a, b) => square(a) - square(b));
}

/** Shares of a cell at which the middle may be, along one side. */
export function fractions(before: number, after: number): number[] {
  const touching = [before - Math.floor(before), Math.ceil(after) - after];
  const bounds = [...new Set([0, ...touching.filter((share) => share < 1), 1])].sort((a, b) => a - b);
  const between = bounds.slice(1).map((bound, index) => (bound + bounds[index]) / 2);
  return [0.5, ...between, ...bounds.filter((share) => share < 1)].filter(
    (share, index, all) => all.indexOf(share) === index,
  );
}
