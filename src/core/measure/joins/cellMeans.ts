import type { CellSamples } from '../../simulate/runFacts';
import type { Join } from '../measure';

/** What something comes to in one cell, by its number row by row: the mean of all samples there. */
export interface CellMean {
  cell: number;
  value: number;
  samples: number;
}

/** Samples and their sum, by cell. */
type CellMeanSums = Record<string, [samples: number, sum: number]>;

/** A cell with fewer samples than this, two seconds of play, says nothing. */
const LEAST_SAMPLES = 20;

/** The mean of samples in each cell, of which so many make one of the unit. */
export function cellMeansJoin(toAUnit: number): Join<readonly CellSamples[], CellMeanSums, CellMean[]> {
  const addTo = (sums: CellMeanSums, cell: number | string, samples: number, sum: number) => {
    const [before, sumBefore] = sums[cell] ?? [0, 0];
    sums[cell] = [before + samples, sumBefore + sum];
  };
  return {
    kind: 'map',
    empty: () => ({}),
    add: (sums, read) => read.forEach(({ cell, samples, sum }) => addTo(sums, cell, samples, sum)),
    merge: (into, other) => Object.entries(other).forEach(([cell, [samples, sum]]) => addTo(into, cell, samples, sum)),
    value: (sums) =>
      Object.entries(sums)
        .filter(([, [samples, sum]]) => samples >= LEAST_SAMPLES && sum > 0)
        .map(([cell, [samples, sum]]) => ({ cell: Number(cell), value: sum / samples / toAUnit, samples }))
        .sort((one, other) => one.cell - other.cell),
  };
}
