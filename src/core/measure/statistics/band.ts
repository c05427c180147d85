import { quantileSorted } from 'simple-statistics';

/** A value over many seeds: the median and the band in which eight of ten lie. */
export interface Band {
  low: number;
  median: number;
  high: number;
}

/** The band of some values; all zero when there are none. */
export function bandOf(values: readonly number[]): Band {
  if (values.length === 0) return { low: 0, median: 0, high: 0 };
  const sorted = [...values].sort((a, b) => a - b);
  return {
    low: quantileSorted(sorted, 0.1),
    median: quantileSorted(sorted, 0.5),
    high: quantileSorted(sorted, 0.9),
  };
}
