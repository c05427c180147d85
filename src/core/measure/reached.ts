import { countValue, mergeValueCounts, sortedCounts, totalOf, type ValueCounts } from './joins/valueCounts';
import type { Join } from './measure';
import { spreadOfCounts, type TimeSpread } from './statistics/timeSpread';

/** How far runs came that go up in steps, such as waves. */
export interface Reached {
  spread: TimeSpread;
  /** The first step that fewer than half of the runs come to; undefined where at least half come to the last. */
  halfAt: number | undefined;
}

/** The last step of each run, and where the runs thin out to less than half. */
export function reachedJoin(): Join<number, ValueCounts, Reached | undefined> {
  return {
    kind: 'quantiles',
    empty: () => ({}),
    add: (sums, step) => countValue(sums, step),
    merge: mergeValueCounts,
    value(sums) {
      const sorted = sortedCounts(sums);
      const spread = spreadOfCounts(sorted);
      if (!spread) return undefined;
      const total = totalOf(sorted);
      const last = sorted[sorted.length - 1].value;
      for (let step = 1; step <= last; step++) {
        const come = sorted.reduce((sum, { value, count }) => sum + (value >= step ? count : 0), 0);
        if (2 * come < total) return { spread, halfAt: step };
      }
      return { spread, halfAt: undefined };
    },
  };
}
