import type { Join } from '../measure';
import { meanInterval, type MeanWithInterval } from '../statistics/meanInterval';

/** Sums of whole numbers, which add up exactly. */
interface MeanSums {
  runs: number;
  sum: number;
  squares: number;
}

/** The mean a run of whole numbers, so many to a unit, with its interval. */
export function meanJoin(toAUnit = 1): Join<number, MeanSums, MeanWithInterval & { runs: number }> {
  return {
    kind: 'mean',
    empty: () => ({ runs: 0, sum: 0, squares: 0 }),
    add(sums, read) {
      sums.runs++;
      sums.sum += read;
      sums.squares += read * read;
    },
    merge(into, other) {
      into.runs += other.runs;
      into.sum += other.sum;
      into.squares += other.squares;
    },
    value: ({ runs, sum, squares }) => ({
      runs,
      ...meanInterval(runs, sum / toAUnit, squares / (toAUnit * toAUnit)),
    }),
  };
}
