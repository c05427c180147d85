import { quantileOfCounts, totalOf, valueAt, type SortedCounts } from '../joins/valueCounts';
import { NORMAL_97_5 } from './wilsonInterval';

/** Median and quartiles of durations in seconds, with the 95 % interval of the median. */
export interface TimeSpread {
  median: number;
  q1: number;
  q3: number;
  medianLow: number;
  medianHigh: number;
}

/**
 * Spread of values of which the counts are known; undefined when there are none. The interval of the median takes the order
 * statistics of rank n/2 ± z·√n/2 (normal approximation of the binomial), which assumes nothing about the distribution.
 */
export function spreadOfCounts(sorted: SortedCounts): TimeSpread | undefined {
  const total = totalOf(sorted);
  if (total === 0) return undefined;
  const half = (NORMAL_97_5 * Math.sqrt(total)) / 2;
  const low = Math.max(0, Math.floor(total / 2 - half));
  const high = Math.min(total - 1, Math.ceil(total / 2 + half));
  return {
    median: quantileOfCounts(sorted, 0.5),
    q1: quantileOfCounts(sorted, 0.25),
    q3: quantileOfCounts(sorted, 0.75),
    medianLow: valueAt(sorted, low),
    medianHigh: valueAt(sorted, high),
  };
}
