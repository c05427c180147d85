import { cellsOf, countCell, type CellCount, type CellSums } from '../cellCounts';
import type { Join } from '../measure';
import { mergeValueCounts } from './valueCounts';

/** In which cells something happened, row by row, and how often. Cells outside of the level are counted as well. */
export function cellsJoin(): Join<{ x: number; y: number }, CellSums, CellCount[]> {
  return { kind: 'map', empty: () => ({}), add: countCell, merge: mergeValueCounts, value: cellsOf };
}
