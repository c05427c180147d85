import { isOpaqueAt, type ArenaGrid } from './grid';

/** What {@link firstOpaqueFraction} gives when nothing stands in the way. */
export const CLEAR = Infinity;

/**
 * Walks the cells that the segment from (x0, y0) to (x1, y1) passes, in order, and returns the fraction of the segment, in
 * 0..1, at which it enters the first opaque cell, or {@link CLEAR}. Crossings are compared by cross multiplication, never
 * by adding up steps. A segment through the corner between two diagonal opaque cells is stopped there; one that runs
 * exactly along a cell border is stopped where both sides are opaque.
 */
export function firstOpaqueFraction(grid: ArenaGrid, x0: number, y0: number, x1: number, y1: number): number {
  const dx = x1 - x0;
  const dy = y1 - y0;
  if (dx === 0 && x0 === Math.floor(x0)) return alongBorder(grid, x0, y0, y1, false);
  if (dy === 0 && y0 === Math.floor(y0)) return alongBorder(grid, y0, x0, x1, true);
  const column = Math.floor(x0);
  const row = Math.floor(y0);
  if (isOpaqueAt(grid, column, row)) return 0;
  const { width, height } = grid;
  // Between two places inside of the grid no cell outside is passed, so none has to be asked for.
  const isInside =
    column >= 0 && row >= 0 && column < width && row < height && x1 >= 0 && y1 >= 0 && x1 < width && y1 < height;
  return isInside ? walkInside(grid, x0, y0, dx, dy) : walkAnywhere(grid, x0, y0, dx, dy);
}

/** The walk between two places inside of the grid. Only the border that was crossed is worked out anew. */
function walkInside({ width, opaque }: ArenaGrid, x0: number, y0: number, dx: number, dy: number): number {
  const stepX = dx > 0 ? 1 : -1;
  const stepY = dy > 0 ? 1 : -1;
  const spanX = Math.abs(dx);
  const spanY = Math.abs(dy);
  const rowStep = stepY * width;
  // Inside nothing is negative, so cutting off the fraction rounds down.
  let edgeX = (x0 | 0) + (stepX > 0 ? 1 : 0);
  let edgeY = (y0 | 0) + (stepY > 0 ? 1 : 0);
  let cell = (y0 | 0) * width + (x0 | 0);
  // Distance from the start to the next border on each axis; it is worked out from the start, so rounding does not add up.
  let borderX = (edgeX - x0) * stepX;
  let borderY = (edgeY - y0) * stepY;
  let crossX = borderX >= spanX ? Infinity : borderX * spanY;
  let crossY = borderY >= spanY ? Infinity : borderY * spanX;
  for (;;) {
    if (crossX < crossY) {
      cell += stepX;
      if (opaque[cell] === 1) return borderX / spanX;
      edgeX += stepX;
      borderX = (edgeX - x0) * stepX;
      crossX = borderX >= spanX ? Infinity : borderX * spanY;
    } else if (crossY < crossX) {
      cell += rowStep;
      if (opaque[cell] === 1) return borderY / spanY;
      edgeY += stepY;
      borderY = (edgeY - y0) * stepY;
      crossY = borderY >= spanY ? Infinity : borderY * spanX;
    } else {
      if (crossX === Infinity) return CLEAR;
      const sidesClosed = opaque[cell + stepX] === 1 && opaque[cell + rowStep] === 1;
      cell += stepX + rowStep;
      if (sidesClosed || opaque[cell] === 1) return borderX / spanX;
      edgeX += stepX;
      edgeY += stepY;
      borderX = (edgeX - x0) * stepX;
      borderY = (edgeY - y0) * stepY;
      crossX = borderX >= spanX ? Infinity : borderX * spanY;
      crossY = borderY >= spanY ? Infinity : borderY * spanX;
    }
  }
}

/** As {@link walkInside}, for any places; it asks of every cell whether it lies in the grid. */
function walkAnywhere(grid: ArenaGrid, x0: number, y0: number, dx: number, dy: number): number {
  const stepX = dx > 0 ? 1 : -1;
  const stepY = dy > 0 ? 1 : -1;
  const spanX = Math.abs(dx);
  const spanY = Math.abs(dy);
  let column = Math.floor(x0);
  let row = Math.floor(y0);
  for (;;) {
    const borderX = stepX > 0 ? column + 1 - x0 : x0 - column;
    const borderY = stepY > 0 ? row + 1 - y0 : y0 - row;
    const endsBeforeX = borderX >= spanX;
    const endsBeforeY = borderY >= spanY;
    if (endsBeforeX && endsBeforeY) return CLEAR;
    const crossX = endsBeforeX ? Infinity : borderX * spanY;
    const crossY = endsBeforeY ? Infinity : borderY * spanX;
    if (crossX < crossY) {
      column += stepX;
      if (isOpaqueAt(grid, column, row)) return borderX / spanX;
    } else if (crossY < crossX) {
      row += stepY;
      if (isOpaqueAt(grid, column, row)) return borderY / spanY;
    } else {
      const sidesClosed = isOpaqueAt(grid, column + stepX, row) && isOpaqueAt(grid, column, row + stepY);
      column += stepX;
      row += stepY;
      if (sidesClosed || isOpaqueAt(grid, column, row)) return borderX / spanX;
    }
  }
}

/** A segment on the border line between two rows or columns: stopped where the cells on both sides are opaque. */
function alongBorder(grid: ArenaGrid, line: number, from: number, to: number, horizontal: boolean): number {
  const step = to >= from ? 1 : -1;
  const span = Math.abs(to - from);
  for (let index = Math.floor(from); ; index += step) {
    const closed = horizontal
      ? isOpaqueAt(grid, index, line - 1) && isOpaqueAt(grid, index, line)
      : isOpaqueAt(grid, line - 1, index) && isOpaqueAt(grid, line, index);
    const entered = Math.max(0, step > 0 ? index - from : from - (index + 1));
    if (closed) return span === 0 ? 0 : Math.min(1, entered / span);
    if ((step > 0 ? index + 1 - from : from - index) >= span) return CLEAR;
  }
}

/**
 * Whether two points see each other over the ground. Symmetric to the last bit: the segment is always walked from the
 * same one of its ends.
 */
export function isLineClear(grid: ArenaGrid, x0: number, y0: number, x1: number, y1: number): boolean {
  const keepOrder = x0 < x1 || (x0 === x1 && y0 <= y1);
  const fraction = keepOrder ? firstOpaqueFraction(grid, x0, y0, x1, y1) : firstOpaqueFraction(grid, x1, y1, x0, y0);
  return fraction === CLEAR;
}
