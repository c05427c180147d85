/** How often something happened in one cell; cells outside of the level have columns or rows below 0 or beyond its size. */
export interface CellCount {
  column: number;
  row: number;
  count: number;
}

/** Counts by cell; keys are "column,row". */
export type CellSums = Record<string, number>;

export function countCell(sums: CellSums, { x, y }: { x: number; y: number }): void {
  const key = `${Math.floor(x)},${Math.floor(y)}`;
  sums[key] = (sums[key] ?? 0) + 1;
}

/** The cells of which something was counted, row by row. */
export function cellsOf(sums: CellSums): CellCount[] {
  return Object.entries(sums)
    .map(([key, count]): CellCount => {
      const [column, row] = key.split(',').map(Number);
      return { column, row, count };
    })
    .sort((a, b) => a.row - b.row || a.column - b.column);
}

/** The cells in which some places lie, row by row, with how many lie in each. */
export function countCells(places: readonly { x: number; y: number }[]): CellCount[] {
  const sums: CellSums = {};
  for (const place of places) countCell(sums, place);
  return cellsOf(sums);
}
