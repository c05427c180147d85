import type { CellTicks } from '../../simulate/runFacts';
import type { Join } from '../measure';

/** Seconds a run in one cell, by its number row by row. */
export interface CellSeconds {
  cell: number;
  seconds: number;
}

/** How long something lasts in each cell, a run. */
export function cellTimesJoin(): Join<readonly CellTicks[], Record<string, number>, CellSeconds[]> {
  return {
    kind: 'map',
    empty: () => ({}),
    add(sums, read) {
      for (const { cell, ticks } of read) sums[cell] = (sums[cell] ?? 0) + ticks;
    },
    merge(into, other) {
      for (const cell in other) into[cell] = (into[cell] ?? 0) + other[cell];
    },
    value: (sums, { runs, level }) =>
      Object.entries(sums)
        .map(([cell, ticks]) => ({ cell: Number(cell), seconds: ticks / level.ticksPerSecond / Math.max(1, runs) }))
        .sort((one, other) => one.cell - other.cell),
  };
}
