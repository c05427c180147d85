/** How often something happened in one cell; cells outside of the level have columns or rows below 0 or beyond its size. */
export interface CellCount {
  column: number;
  row: number;
  count: number;
}

/** The cells in which some places lie, row by row, with how many lie in each. */
export function countCells(places: readonly { x: number; y: number }[]): CellCount[] {
  const counts = new Map<string, CellCount>();
  for (const { x, y } of places) {
    const [column, row] = [Math.floor(x), Math.floor(y)];
    const key = `${column},${row}`;
    const known = counts.get(key);
    if (known) known.count++;
    else counts.set(key, { column, row, count: 1 });
  }
  return [...counts.values()].sort((a, b) => a.row - b.row || a.column - b.column);
}
