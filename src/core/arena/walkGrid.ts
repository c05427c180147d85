import { bodyOverlapsSolid, type ArenaGrid } from './grid';
import { circleOutline, type Outline } from './outline';

/** Which cells a body may stand in the middle of, and whether it may also go diagonally. */
export interface WalkGrid {
  width: number;
  height: number;
  /** 1 where a body of this size cannot stand. */
  blocked: Uint8Array;
  diagonals: boolean;
  /** How many cells each cell counts on the way, at least 1; left out when all count as one. */
  costs?: Float64Array;
}

/** The cells that a circle of a radius can use. Bodies wider than a cell keep clear of walls by their own size. */
export function buildWalkGrid(grid: ArenaGrid, radius: number, diagonals: boolean): WalkGrid {
  return buildBodyWalkGrid(grid, circleOutline(radius), diagonals);
}

/** As {@link buildWalkGrid}, for a body of any shape. */
export function buildBodyWalkGrid(grid: ArenaGrid, outline: Outline, diagonals: boolean): WalkGrid {
  const blocked = Uint8Array.from(grid.solid);
  if (Math.max(outline.west, outline.north, outline.east, outline.south) > 0.5) {
    for (let row = 0; row < grid.height; row++) {
      for (let column = 0; column < grid.width; column++) {
        if (bodyOverlapsSolid(grid, column + 0.5, row + 0.5, outline)) blocked[row * grid.width + column] = 1;
      }
    }
  }
  return { width: grid.width, height: grid.height, blocked, diagonals };
}

export const STRAIGHT_COST = 1;
export const DIAGONAL_COST = Math.SQRT2;

/** Column and row steps: the four straight neighbours first, then the four diagonal ones. */
export const NEIGHBOUR_COLUMNS = [1, 0, -1, 0, 1, -1, -1, 1];
export const NEIGHBOUR_ROWS = [0, 1, 0, -1, 1, 1, -1, -1];

/** Whether a body may step from a cell to its neighbour; a diagonal needs both cells beside it open (no corner cut). */
export function canStep(walk: WalkGrid, column: number, row: number, neighbour: number): boolean {
  const toColumn = column + NEIGHBOUR_COLUMNS[neighbour];
  const toRow = row + NEIGHBOUR_ROWS[neighbour];
  if (toColumn < 0 || toRow < 0 || toColumn >= walk.width || toRow >= walk.height) return false;
  if (walk.blocked[toRow * walk.width + toColumn]) return false;
  if (neighbour < 4) return true;
  return !walk.blocked[row * walk.width + toColumn] && !walk.blocked[toRow * walk.width + column];
}
