import type { BriefLine, BriefMeasure } from '../document/briefLine';
import type { Level } from '../document/gameDocument';
import type { Summary } from '../measure/sums';
import type { TimeSpread } from '../measure/statistics/timeSpread';

interface Estimate {
  value: number;
  low: number;
  high: number;
}

/** What a measure of a brief is called and asks for, and how it is read. */
interface BriefRule {
  name: string;
  /** As in "casual CLEARS 45 to 60 %". */
  verb: string;
  unit: '%' | 's' | 'a run';
  /** The largest number that makes sense, and the step of a slider. */
  most: number;
  step: number;
  of(summary: BriefedSummary): Estimate | undefined;
}

/** As much of what runs come to as a brief asks of it; of runs that were only counted there is less. */
export type BriefedSummary = Partial<
  Pick<Summary, 'clearRate' | 'played' | 'timeToClear' | 'firstLoss' | 'lull' | 'pressed' | 'livesLost'>
> &
  Pick<Summary, 'runs'>;

const inPercent = ({ value, low, high }: Estimate): Estimate => ({
  value: 100 * value,
  low: 100 * low,
  high: 100 * high,
});
const median = (spread: TimeSpread | undefined): Estimate | undefined =>
  spread && { value: spread.median, low: spread.medianLow, high: spread.medianHigh };

export const BRIEF_RULES: Readonly<Record<BriefMeasure, BriefRule>> = {
  clears: {
    ...{ name: 'Clear rate', verb: 'clears', unit: '%', most: 100, step: 1 },
    of: ({ runs, clearRate, played }) => (runs > 0 && clearRate && !played ? inPercent(clearRate) : undefined),
  },
  takes: {
    ...{ name: 'Median time to clear', verb: 'takes, in the median of cleared runs,', unit: 's', most: 600, step: 1 },
    of: ({ timeToClear }) => median(timeToClear),
  },
  firstLoss: {
    ...{ name: 'First loss', verb: 'loses first, in the median, after', unit: 's', most: 600, step: 1 },
    of: ({ firstLoss }) => median(firstLoss),
  },
  longestLull: {
    ...{ name: 'Longest lull', verb: 'has a longest lull, in the median, of', unit: 's', most: 120, step: 1 },
    of: ({ lull }) => median(lull),
  },
  pressed: {
    ...{ name: 'Under pressure', verb: 'is under pressure, in the median, for', unit: '%', most: 100, step: 1 },
    of({ pressed }) {
      const estimate = median(pressed);
      return estimate && inPercent(estimate);
    },
  },
  livesLost: {
    ...{ name: 'Lives lost', verb: 'loses lives:', unit: 'a run', most: 20, step: 0.1 },
    of: ({ livesLost }) => (livesLost && livesLost.runs > 0 ? livesLost : undefined),
  },
};

/**
 * How a line of a brief stands. `met`: the whole 95 % interval lies in the band. `not met`: the whole of it lies outside.
 * `open`: it lies across an edge, and more runs may tell. `unknown`: these runs do not say.
 */
export interface BriefVerdict {
  line: BriefLine;
  status: 'met' | 'not met' | 'open' | 'unknown';
  value: Estimate | undefined;
  /** About how many runs in all would tell, where it is open: the interval shrinks with the root of them. */
  runsToDecide: number | undefined;
}

/** More runs than this nobody waits for. */
const MOST_RUNS = 20_000;

export function judgeBriefLine(line: BriefLine, summary: BriefedSummary | undefined): BriefVerdict {
  const value = summary && BRIEF_RULES[line.measure].of(summary);
  if (!value) return { line, status: 'unknown', value, runsToDecide: undefined };
  const { least = -Infinity, most = Infinity } = line;
  const { low, high } = value;
  if (low >= least && high <= most) return { line, status: 'met', value, runsToDecide: undefined };
  if (high < least || low > most) return { line, status: 'not met', value, runsToDecide: undefined };
  return { line, status: 'open', value, runsToDecide: runsToDecide(value, least, most, summary.runs) };
}

/** The interval has to shrink until it reaches the nearest edge of the band no more. */
function runsToDecide({ value, low, high }: Estimate, least: number, most: number, runs: number): number {
  const gap = Math.min(Math.abs(value - least), Math.abs(value - most));
  const half = (high - low) / 2;
  const shrink = half / gap;
  const needed = gap > 0 ? Math.ceil(runs * Math.max(1, shrink * shrink)) : Infinity;
  return Math.min(MOST_RUNS, Math.max(runs + 1, needed));
}

/** The lines of a level for somebody, each with how it stands. */
export function judgeBrief(brief: Level['brief'], standIn: string, summary: Summary | undefined): BriefVerdict[] {
  return (brief ?? []).filter((line) => line.standIn === standIn).map((line) => judgeBriefLine(line, summary));
}

/** "casual clears 45 to 60 %" */
export function sayBriefLine({ measure, least, most }: BriefLine, standIn: string): string {
  const { verb, unit } = BRIEF_RULES[measure];
  const band =
    least !== undefined && most !== undefined
      ? `${least} to ${most}`
      : least !== undefined
        ? `at least ${least}`
        : most !== undefined
          ? `at most ${most}`
          : 'anything,';
  return `${standIn} ${verb} ${band} ${unit}`;
}

/** "not met: 62 (58–66) %", "not decided yet: 47 (41–53) %, about 1,200 runs would tell" */
export function sayBriefVerdict({ line, status, value, runsToDecide: runs }: BriefVerdict): string {
  if (!value) return 'these runs do not say';
  const { unit, step } = BRIEF_RULES[line.measure];
  const decimals = unit === '%' ? 0 : step < 1 ? 2 : 1;
  const [said, low, high] = [value.value, value.low, value.high].map((number) => number.toFixed(decimals));
  const number = `${said} (${low}–${high}) ${unit}`;
  if (status !== 'open') return `${status}: ${number}`;
  const more =
    runs === undefined || runs >= MOST_RUNS
      ? 'it lies on the edge'
      : `about ${roundedUp(runs).toLocaleString('en-GB')} runs would tell`;
  return `not decided yet: ${number}, ${more}`;
}

/** Two digits are enough. */
function roundedUp(runs: number): number {
  let unit = 1;
  while (runs >= 100 * unit) unit *= 10;
  return Math.ceil(runs / unit) * unit;
}
