import { cellIndexAt } from '../../arena/grid';
import type { World } from './world';

/** Taken for the distance of pieces that stand on one and the same place; cells. */
export const NEAR_FIRST = 1e-3;

/** What is done with each piece that is found; a function of a module, so that nothing is allocated for it. */
export type Visit = (world: World, other: number) => void;

const FOR_ROUNDING = 1e-6;

/** Pieces by the cell in which their centre is, as linked lists in two arrays. Reused for every pair of kinds. */
export class PieceBuckets {
  private head = new Int32Array(0);
  private next = new Int32Array(0);
  private readonly used: number[] = [];
  /** The longest way that any of those taken in has come in this tick, cells. */
  private longestMove = 0;

  /** Takes in pieces by places of theirs: where they are now, or where they were when the tick began. */
  fill(world: World, pieces: readonly number[], x: Float64Array, y: Float64Array): void {
    const { grid } = world.ground;
    const cells = grid.width * grid.height;
    if (this.head.length < cells) this.head = new Int32Array(cells).fill(-1);
    if (this.next.length < world.pieceCount) this.next = new Int32Array(world.pieceCount);
    for (const cell of this.used) this.head[cell] = -1;
    this.used.length = 0;
    this.longestMove = FOR_ROUNDING;
    // From the last to the first, so that each list is in the order of the pieces.
    for (let index = pieces.length - 1; index >= 0; index--) {
      const piece = pieces[index];
      if (world.alive[piece] === 0) continue;
      const moved = Math.abs(x[piece] - world.beforeX[piece]) + Math.abs(y[piece] - world.beforeY[piece]);
      if (moved > this.longestMove) this.longestMove = moved;
      const cell = cellIndexAt(grid, x[piece], y[piece]);
      if (this.head[cell] < 0) this.used.push(cell);
      this.next[piece] = this.head[cell];
      this.head[cell] = piece;
    }
  }

  /** Calls for every piece whose way in this tick may come within a distance of that of a piece. */
  forEachNear(world: World, piece: number, reach: number, visit: Visit): void {
    const { grid } = world.ground;
    // Others are filed by where they ended; their longest way covers where they came from.
    const slack = reach + this.longestMove;
    const lowX = Math.min(world.x[piece], world.beforeX[piece]) - slack;
    const highX = Math.max(world.x[piece], world.beforeX[piece]) + slack;
    const lowY = Math.min(world.y[piece], world.beforeY[piece]) - slack;
    const highY = Math.max(world.y[piece], world.beforeY[piece]) + slack;
    const firstColumn = within(grid.width, Math.floor(lowX));
    const lastColumn = within(grid.width, Math.floor(highX));
    const firstRow = within(grid.height, Math.floor(lowY));
    const lastRow = within(grid.height, Math.floor(highY));
    for (let row = firstRow; row <= lastRow; row++) {
      for (let column = firstColumn; column <= lastColumn; column++) {
        for (let other = this.head[row * grid.width + column]; other >= 0; other = this.next[other])
          visit(world, other);
      }
    }
  }

  /** Calls for every piece that may be within a distance of a place. */
  forEachWithin(world: World, x: number, y: number, reach: number, visit: Visit): void {
    const { grid } = world.ground;
    const slack = reach + FOR_ROUNDING;
    const firstColumn = within(grid.width, Math.floor(x - slack));
    const lastColumn = within(grid.width, Math.floor(x + slack));
    const firstRow = within(grid.height, Math.floor(y - slack));
    const lastRow = within(grid.height, Math.floor(y + slack));
    for (let row = firstRow; row <= lastRow; row++) {
      for (let column = firstColumn; column <= lastColumn; column++) {
        for (let other = this.head[row * grid.width + column]; other >= 0; other = this.next[other])
          visit(world, other);
      }
    }
  }
}

/** What lies outside of the level is filed in its rim. */
function within(size: number, at: number): number {
  return at < 0 ? 0 : at >= size ? size - 1 : at;
}
