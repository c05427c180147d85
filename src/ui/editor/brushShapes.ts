import { cellsBetween } from './hitTest';

export interface Cell {
  column: number;
  row: number;
}

/** How a stroke of the ground tool covers cells. */
export type BrushShape = 'free' | 'line' | 'rectangle' | 'frame' | 'flood';

export const BRUSH_SHAPES: readonly { shape: BrushShape; label: string; help: string }[] = [
  { shape: 'free', label: 'Free', help: 'Paints where the pointer goes' },
  { shape: 'line', label: 'Line', help: 'A straight line from press to release' },
  { shape: 'rectangle', label: 'Block', help: 'A filled rectangle' },
  { shape: 'frame', label: 'Frame', help: 'The outline of a rectangle' },
  { shape: 'flood', label: 'Flood', help: 'All connected cells of the same ground' },
];

/** The cells that a stroke from one cell to another covers. For `free`, only the last stretch; the caller adds it up. */
export function cellsOfStroke(shape: BrushShape, map: readonly string[], from: Cell, to: Cell): Cell[] {
  switch (shape) {
    case 'free':
    case 'line':
      return cellsBetween(from, to);
    case 'rectangle':
      return cellsWithin(from, to);
    case 'frame':
      return cellsWithin(from, to).filter(
        ({ column, row }) => column === from.column || column === to.column || row === from.row || row === to.row,
      );
    case 'flood':
      return connectedCells(map, from);
  }
}

function cellsWithin(from: Cell, to: Cell): Cell[] {
  const [west, east] = [Math.min(from.column, to.column), Math.max(from.column, to.column)];
  const [north, south] = [Math.min(from.row, to.row), Math.max(from.row, to.row)];
  const cells: Cell[] = [];
  for (let row = north; row <= south; row++)
    for (let column = west; column <= east; column++) cells.push({ column, row });
  return cells;
}

/** Cells of the same ground that can be reached from a cell by straight steps, itself included; none outside the map. */
function connectedCells(map: readonly string[], start: Cell): Cell[] {
  const glyph = map[start.row]?.[start.column];
  if (glyph === undefined) return [];
  const seen = new Set([`${start.column},${start.row}`]);
  const cells = [start];
  for (const { column, row } of cells) {
    for (const next of [
      { column: column + 1, row },
      { column: column - 1, row },
      { column, row: row + 1 },
      { column, row: row - 1 },
    ]) {
      const key = `${next.column},${next.row}`;
      if (seen.has(key) || map[next.row]?.[next.column] !== glyph) continue;
      seen.add(key);
      cells.push(next);
    }
  }
  return cells;
}
