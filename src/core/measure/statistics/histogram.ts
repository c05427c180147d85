export interface HistogramBin {
  fromSeconds: number;
  toSeconds: number;
  won: number;
  lost: number;
  outOfTime: number;
}

const NICE_WIDTHS = [0.5, 1, 2, 2.5, 5, 10, 20, 30, 60, 120, 300];

/** Width of a bin, in seconds, that splits a span into some twenty bins of a round size. */
export function niceBinWidth(spanSeconds: number): number {
  return NICE_WIDTHS.find((width) => spanSeconds / width <= 24) ?? 600;
}

/** Counts how long runs took, by outcome, in bins of a round width from 0 to the end of the longest run. */
export function durationHistogram(
  runs: readonly { seconds: number; outcome: 'won' | 'lost' | 'out of time' }[],
): HistogramBin[] {
  const longest = runs.reduce((most, run) => Math.max(most, run.seconds), 0);
  const width = niceBinWidth(longest);
  const bins = Array.from({ length: Math.max(1, Math.ceil(longest / width)) }, (_, index): HistogramBin => ({
    fromSeconds: index * width,
    toSeconds: (index + 1) * width,
    won: 0,
    lost: 0,
    outOfTime: 0,
  }));
  for (const { seconds, outcome } of runs) {
    const bin = bins[Math.min(bins.length - 1, Math.floor(seconds / width))];
    if (outcome === 'won') bin.won++;
    else if (outcome === 'lost') bin.lost++;
    else bin.outOfTime++;
  }
  return bins;
}
