import type { Join } from '../measure';
import { countValue, mergeValueCounts, quantileOfCounts, sortedCounts, totalOf, type ValueCounts } from './valueCounts';

/** When a wave begins: the median over the runs that come to it, s, and how many do. */
export interface WaveBegin {
  /** From 1. */
  wave: number;
  seconds: number;
  runs: number;
}

/** Of every wave when it begins, from the ticks of the waves of each run in their order. */
export function waveBeginsJoin(): Join<readonly number[], Record<string, ValueCounts>, WaveBegin[]> {
  return {
    kind: 'curve',
    empty: () => ({}),
    add: (sums, ticks) => ticks.forEach((tick, index) => countValue((sums[index + 1] ??= {}), tick)),
    merge(into, other) {
      for (const wave in other) mergeValueCounts((into[wave] ??= {}), other[wave]);
    },
    value: (sums, { level }) =>
      Object.entries(sums)
        .map(([wave, counts]): WaveBegin => {
          const sorted = sortedCounts(counts, (tick) => tick / level.ticksPerSecond);
          return { wave: Number(wave), seconds: quantileOfCounts(sorted, 0.5), runs: totalOf(sorted) };
        })
        .sort((one, other) => one.wave - other.wave),
  };
}
