import type { Join } from '../measure';
import { spreadOfCounts, type TimeSpread } from '../statistics/timeSpread';
import { countValue, mergeValueCounts, sortedCounts, type ValueCounts } from './valueCounts';

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
