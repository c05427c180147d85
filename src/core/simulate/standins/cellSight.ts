import type { ArenaGrid } from '../../arena/grid';
import { isLineClear } from '../../arena/sight';

const UNKNOWN = 0;
const OPEN = 1;
const CLOSED = 2;
const MOST_BYTES = 8 * 1024 * 1024;

/** Whether the middles of two cells see each other, worked out once for each pair and kept. A function of the ground alone. */
export class CellSight {
  private readonly rows = new Map<number, Uint8Array>();
  private readonly cellCount: number;

  constructor(private readonly grid: ArenaGrid) {
    this.cellCount = grid.width * grid.height;
  }

  sees(from: number, to: number): boolean {
    let row = this.rows.get(from);
    if (!row) {
      if ((this.rows.size + 1) * this.cellCount > MOST_BYTES) this.rows.clear();
      row = new Uint8Array(this.cellCount);
      this.rows.set(from, row);
    }
    if (row[to] === UNKNOWN) row[to] = this.look(from, to) ? OPEN : CLOSED;
    return row[to] === OPEN;
  }

  private look(from: number, to: number): boolean {
    const { width } = this.grid;
    const fromColumn = from % width;
    const toColumn = to % width;
    return isLineClear(
      this.grid,
      fromColumn + 0.5,
      (from - fromColumn) / width + 0.5,
      toColumn + 0.5,
      (to - toColumn) / width + 0.5,
    );
  }
}
