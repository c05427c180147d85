import type { Outcome } from '../../simulate/engine/runEvent';
import type { Join, Summed } from '../measure';
import type { DurationCounts } from '../statistics/histogram';
import { countValue, mergeValueCounts, sortedCounts, type ValueCounts } from './valueCounts';

type DurationSums = Record<Outcome, ValueCounts>;

const OUTCOMES = ['won', 'lost', 'out of time'] as const satisfies readonly Outcome[];

/** What is worked out of how many ticks runs took, by outcome. */
export function durationsJoin<Value>(
  describe: (durations: DurationCounts, summed: Summed) => Value,
): Join<{ outcome: Outcome; ticks: number }, DurationSums, Value> {
  return {
    kind: 'curve',
    empty: () => ({ won: {}, lost: {}, 'out of time': {} }),
    add: (sums, { outcome, ticks }) => countValue(sums[outcome], ticks),
    merge: (into, other) => OUTCOMES.forEach((outcome) => mergeValueCounts(into[outcome], other[outcome])),
    value(sums, summed) {
      const inSeconds = (ticks: number) => ticks / summed.level.ticksPerSecond;
      const [won, lost, outOfTime] = OUTCOMES.map((outcome) => sortedCounts(sums[outcome], inSeconds));
      return describe({ won, lost, 'out of time': outOfTime }, summed);
    },
  };
}
