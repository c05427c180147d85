import type { Outcome } from '../../simulate/engine/runEvent';
import type { SortedCounts } from '../joins/valueCounts';

export interface HistogramBin {
  fromSeconds: number;
  toSeconds: number;
  won: number;
  lost: number;
  outOfTime: number;
}

/** How often runs lasted so many seconds, by outcome. */
export type DurationCounts = Record<Outcome, SortedCounts>;

const NICE_WIDTHS = [0.5, 1, 2, 2.5, 5, 10, 20, 30, 60, 120, 300];
const FIELDS = { won: 'won', lost: 'lost', 'out of time': 'outOfTime' } as const satisfies Record<Outcome, string>;

/** Width of a bin, in seconds, that splits a span into some twenty bins of a round size. */
export function niceBinWidth(spanSeconds: number): number {
  return NICE_WIDTHS.find((width) => spanSeconds / width <= 24) ?? 600;
}

/** Counts how long runs took, by outcome, in bins of a round width from 0 to the end of the longest run. */
export function durationHistogram(durations: DurationCounts): HistogramBin[] {
  const longest = Math.max(0, ...Object.values(durations).map((sorted) => sorted.at(-1)?.value ?? 0));
  const width = niceBinWidth(longest);
  const bins = Array.from({ length: Math.max(1, Math.ceil(longest / width)) }, (_, index): HistogramBin => ({
    fromSeconds: index * width,
    toSeconds: (index + 1) * width,
    won: 0,
    lost: 0,
    outOfTime: 0,
  }));
  for (const outcome of ['won', 'lost', 'out of time'] as const)
    for (const { value, count } of durations[outcome])
      bins[Math.min(bins.length - 1, Math.floor(value / width))][FIELDS[outcome]] += count;
  return bins;
}
