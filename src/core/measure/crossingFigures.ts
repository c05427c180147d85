import type { Crossing, OpenTicks } from '../simulate/crossings';
import { bandOf, type Band } from './statistics/band';
import { meanInterval, type MeanWithInterval } from './statistics/meanInterval';

/** Several lanes one after the other, over many seeds. Times in seconds. */
export interface CrossingFigures {
  /** Their names, in the order in which the player comes to them. */
  lanes: string[];
  /** How long it is on its way over all of them. */
  seconds: number;
  /** Share of moments from which one gets straight across, without a stop: the mean over seeds with its 95 % interval. */
  straight: MeanWithInterval;
  /** How many windows open in a minute, and how long one stays open in the median; the longest time without one. */
  windowsPerMinute: Band;
  windowSeconds: Band;
  longestClosed: Band;
}

export function describeCrossing(
  { lanes, leaves }: Crossing,
  runs: readonly OpenTicks[],
  ticksPerSecond: number,
): CrossingFigures {
  const shares = runs.map((open) => open.reduce((sum, own) => sum + own, 0) / Math.max(1, open.length));
  const stretches = runs.map((open) => stretchesOf(open));
  const lengths = (isOpen: boolean) =>
    stretches.map((own) =>
      own.filter((stretch) => stretch.isOpen === isOpen).map(({ ticks }) => ticks / ticksPerSecond),
    );
  const minutes = (runs[0]?.length ?? 0) / ticksPerSecond / 60;
  const sum = (values: readonly number[]) => values.reduce((all, value) => all + value, 0);
  return {
    lanes: lanes.map(({ name }) => name),
    seconds: Math.max(...leaves) / ticksPerSecond,
    straight: meanInterval(shares.length, sum(shares), sum(shares.map((share) => share * share))),
    windowsPerMinute: bandOf(lengths(true).map((own) => own.length / Math.max(minutes, 1e-9))),
    windowSeconds: bandOf(lengths(true).flat()),
    longestClosed: bandOf(lengths(false).map((own) => Math.max(0, ...own))),
  };
}

function stretchesOf(open: OpenTicks): { isOpen: boolean; ticks: number }[] {
  const stretches: { isOpen: boolean; ticks: number }[] = [];
  for (const own of open) {
    const last = stretches.at(-1);
    if (last && last.isOpen === (own === 1)) last.ticks++;
    else stretches.push({ isOpen: own === 1, ticks: 1 });
  }
  return stretches;
}

/** "12 % (9–15 %) of all moments lead straight over all 4 lanes in 2.3 s; 5.0 windows a minute, each 0.4 s; closed for up to 12.1 s" */
export function sayCrossing({
  lanes,
  seconds,
  straight,
  windowsPerMinute,
  windowSeconds,
  longestClosed,
}: CrossingFigures): string {
  const percent = (share: number) => Math.round(100 * Math.min(1, Math.max(0, share)));
  return `${percent(straight.value)} % (${percent(straight.low)}–${percent(straight.high)} %) of all moments lead straight over ${lanes.join(', ')} in ${seconds.toFixed(1)} s; ${windowsPerMinute.median.toFixed(1)} windows a minute, each open for ${windowSeconds.median.toFixed(1)} s; closed for up to ${longestClosed.median.toFixed(1)} s on end, all in the median`;
}
