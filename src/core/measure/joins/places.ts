import { cellsOf, countCell, type CellCount, type CellSums } from '../cellCounts';
import type { Join } from '../measure';
import { mergeValueCounts } from './valueCounts';

/** In which cells something happened, row by row, and how often; it may happen several times in a run. */
export function placesJoin(): Join<readonly { x: number; y: number }[], CellSums, CellCount[]> {
  return {
    kind: 'map',
    empty: () => ({}),
    add: (sums, places) => places.forEach((place) => countCell(sums, place)),
    merge: mergeValueCounts,
    value: cellsOf,
  };
}
