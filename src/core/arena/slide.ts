import type { WalkGrid } from './walkGrid';

/** Cell steps of the four headings: east, south, west, north. */
const COLUMN_STEPS = [1, 0, -1, 0];
const ROW_STEPS = [0, 1, 0, -1];

/** For each of the four headings the cells that a slide from a cell passes, in order; empty where it cannot begin. */
export function slideEnds(walk: WalkGrid, cell: number): number[][] {
  const column = cell % walk.width;
  const row = (cell - column) / walk.width;
  return COLUMN_STEPS.map((columnStep, heading) => {
    const passed: number[] = [];
    for (let distance = 1; ; distance++) {
      const x = column + columnStep * distance;
      const y = row + ROW_STEPS[heading] * distance;
      if (x < 0 || y < 0 || x >= walk.width || y >= walk.height || walk.blocked[y * walk.width + x]) return passed;
      passed.push(y * walk.width + x);
    }
  });
}
