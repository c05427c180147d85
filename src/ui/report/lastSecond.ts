import type { Summary } from '@/core/index';

/** The last time that is worth drawing: when the last run ended. */
export function lastSecond(summary: Summary): number {
  const used = summary.histogram.filter((bin) => bin.won + bin.lost + bin.outOfTime > 0);
  return used[used.length - 1]?.toSeconds ?? 60;
}
