import type { Join } from '../measure';
import { spreadOfCounts, type TimeSpread } from '../statistics/timeSpread';
import { countValue, mergeValueCounts, sortedCounts, type ValueCounts } from './valueCounts';

/** Median and quartiles of whole numbers, each so many to a unit; undefined where there are none. */
export function spreadJoin(toAUnit: number): Join<number, ValueCounts, TimeSpread | undefined> {
  return {
    kind: 'quantiles',
    empty: () => ({}),
    add: (sums, value) => countValue(sums, value),
    merge: mergeValueCounts,
    value: (sums) => spreadOfCounts(sortedCounts(sums, (value) => value / toAUnit)),
  };
}

/** Median and quartiles of times that are read in ticks; undefined where there are none. Exact: ticks are whole. */
export function secondsJoin(): Join<number, ValueCounts, TimeSpread | undefined> {
  return {
    kind: 'quantiles',
    empty: () => ({}),
    add: (sums, ticks) => countValue(sums, ticks),
    merge: mergeValueCounts,
    value: (sums, { level }) => spreadOfCounts(sortedCounts(sums, (ticks) => ticks / level.ticksPerSecond)),
  };
}
