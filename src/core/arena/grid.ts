import { circleOutline, overlapsCell, type Outline } from './outline';

/**
 * The ground of a level as arrays, one entry a cell, row by row. Cells are 1.0 wide; x grows to the east, y to the south.
 * Everything outside the grid is solid and opaque.
 */
export interface ArenaGrid {
  width: number;
  height: number;
  /** 1 where bodies are stopped. */
  solid: Uint8Array;
  /** 1 where sight is stopped. */
  opaque: Uint8Array;
}

export function isSolidAt(grid: ArenaGrid, column: number, row: number): boolean {
  if (column < 0 || row < 0 || column >= grid.width || row >= grid.height) return true;
  return grid.solid[row * grid.width + column] === 1;
}

export function isOpaqueAt(grid: ArenaGrid, column: number, row: number): boolean {
  if (column < 0 || row < 0 || column >= grid.width || row >= grid.height) return true;
  return grid.opaque[row * grid.width + column] === 1;
}

/** Index of the cell that holds a point; points outside are drawn to the nearest cell of the grid. */
export function cellIndexAt(grid: ArenaGrid, x: number, y: number): number {
  if (x >= 0 && y >= 0 && x < grid.width && y < grid.height) return (y | 0) * grid.width + (x | 0);
  const column = Math.min(grid.width - 1, Math.max(0, Math.floor(x)));
  const row = Math.min(grid.height - 1, Math.max(0, Math.floor(y)));
  return row * grid.width + column;
}

/** Whether a circle overlaps solid ground; touching does not count. */
export function circleOverlapsSolid(grid: ArenaGrid, x: number, y: number, radius: number): boolean {
  return bodyOverlapsSolid(grid, x, y, circleOutline(radius));
}

/** Whether a body overlaps solid ground; touching does not count. */
export function bodyOverlapsSolid(grid: ArenaGrid, x: number, y: number, outline: Outline): boolean {
  for (let row = Math.floor(y - outline.north); row <= Math.floor(y + outline.south); row++) {
    for (let column = Math.floor(x - outline.west); column <= Math.floor(x + outline.east); column++) {
      if (isSolidAt(grid, column, row) && overlapsCell(outline, x, y, column, row)) return true;
    }
  }
  return false;
}
