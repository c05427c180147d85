import { quantileSorted } from 'simple-statistics';
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
 * Spread of durations; undefined when there are none. The interval of the median takes the order statistics of rank
 * n/2 ± z·√n/2 (normal approximation of the binomial), which assumes nothing about the distribution.
 */
export function measureTimeSpread(seconds: readonly number[]): TimeSpread | undefined {
  if (seconds.length === 0) return undefined;
  const sorted = [...seconds].sort((a, b) => a - b);
  const half = (NORMAL_97_5 * Math.sqrt(sorted.length)) / 2;
  const low = Math.max(0, Math.floor(sorted.length / 2 - half));
  const high = Math.min(sorted.length - 1, Math.ceil(sorted.length / 2 + half));
  return {
    median: quantileSorted(sorted, 0.5),
    q1: quantileSorted(sorted, 0.25),
    q3: quantileSorted(sorted, 0.75),
    medianLow: sorted[low],
    medianHigh: sorted[high],
  };
}
