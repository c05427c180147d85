import { BRIEF_MEASURES, type BriefLine, type BriefMeasure } from '../document/briefLine';
import type { Level } from '../document/gameDocument';
import { describeFirstClears } from '../measure/learning';
import type { Summary } from '../measure/sums';
import type { TimeSpread } from '../measure/statistics/timeSpread';
import { wilsonInterval } from '../measure/statistics/wilsonInterval';
import { MOST_TRIES } from '../simulate/playTries';

export interface Estimate {
  value: number;
  low: number;
  high: number;
}

/** What a measure of a brief is called and asks for, and how it is read. */
interface BriefRule {
  name: string;
  /** As in "casual CLEARS 45 to 60 %". */
  verb: string;
  unit: '%' | 's' | 'a run' | 'a minute' | 'times' | 'waves' | 'findings' | 'tries';
  /** The largest number that makes sense, and the step of a slider. */
  most: number;
  step: number;
  of(summary: BriefedSummary): Estimate | undefined;
}

/** As much of what runs come to as a brief asks of it; of runs that were only counted there is less. */
export type BriefedSummary = Partial<Omit<Summary, 'runs'>> & {
  runs: number;
  /** The least time, in seconds, in which a proof has won it; left out where nothing was proved. */
  provedSeconds?: number | undefined;
  /** On which try people clear it first, one more than {@link MOST_TRIES} where on none; left out where nobody tried again. */
  firstClears?: readonly number[] | undefined;
};

const times = ({ value, low, high }: Estimate, factor: number): Estimate => ({
  value: factor * value,
  low: factor * low,
  high: factor * high,
});
const inPercent = (estimate: Estimate): Estimate => times(estimate, 100);
const median = (spread: TimeSpread | undefined): Estimate | undefined =>
  spread && { value: spread.median, low: spread.medianLow, high: spread.medianHigh };
const medianPercent = (spread: TimeSpread | undefined): Estimate | undefined => {
  const estimate = median(spread);
  return estimate && inPercent(estimate);
};
/** What is counted is never less than nothing, whatever its interval says. */
const mean = (of: (Estimate & { runs: number }) | undefined): Estimate | undefined =>
  of && of.runs > 0 ? { value: of.value, low: Math.max(0, of.low), high: of.high } : undefined;

/** The largest share of the runs that ends of one sort have. */
function largestShare(
  { ends, runs }: BriefedSummary,
  sortOf: (end: Summary['ends'][number]) => string | undefined,
): Estimate | undefined {
  if (!ends || runs === 0) return undefined;
  const counts = new Map<string, number>();
  for (const end of ends) {
    const sort = sortOf(end);
    if (sort !== undefined) counts.set(sort, (counts.get(sort) ?? 0) + end.count);
  }
  return inPercent(wilsonInterval(Math.max(0, ...counts.values()), runs));
}

export const BRIEF_RULES: Readonly<Record<BriefMeasure, BriefRule>> = {
  clears: {
    ...{ name: 'Clear rate', verb: 'clears', unit: '%', most: 100, step: 1 },
    of: ({ runs, clearRate, played }) => (runs > 0 && clearRate && !played ? inPercent(clearRate) : undefined),
  },
  takes: {
    ...{ name: 'Median time to clear', verb: 'takes, in the median of cleared runs,', unit: 's', most: 600, step: 1 },
    of: ({ timeToClear }) => median(timeToClear),
  },
  headroom: {
    ...{ name: 'Median time over the proved least', unit: 'times', most: 10, step: 0.1 },
    verb: 'takes, against the proved least time,',
    of({ timeToClear, provedSeconds }) {
      const time = median(timeToClear);
      return time && provedSeconds ? times(time, 1 / provedSeconds) : undefined;
    },
  },
  firstLoss: {
    ...{ name: 'First loss', verb: 'loses first, in the median, after', unit: 's', most: 600, step: 1 },
    of: ({ firstLoss }) => median(firstLoss),
  },
  livesLost: {
    ...{ name: 'Lives lost', verb: 'loses lives:', unit: 'a run', most: 20, step: 0.1 },
    of: ({ livesLost }) => mean(livesLost),
  },
  harm: {
    ...{ name: 'Harm taken', verb: 'loses health:', unit: 'a run', most: 50, step: 0.1 },
    of: ({ harm }) => mean(harm),
  },
  commonestEnd: {
    ...{
      name: 'Commonest cause of ends',
      verb: 'is ended by one and the same cause in',
      unit: '%',
      most: 100,
      step: 1,
    },
    of: (summary) => largestShare(summary, ({ cause, kind }) => `${cause} ${kind ?? ''}`),
  },
  onePiece: {
    ...{
      name: 'Runs that one piece ends',
      verb: 'is ended by one and the same piece in',
      unit: '%',
      most: 100,
      step: 1,
    },
    of: (summary) => largestShare(summary, ({ piece }) => piece),
  },
  wave: {
    ...{ name: 'Wave reached', verb: 'meets, in the median,', unit: 'waves', most: 50, step: 1 },
    of: ({ reached }) => median(reached?.spread),
  },
  goals: {
    ...{ name: 'Goals filled', verb: 'fills goals:', unit: 'a run', most: 50, step: 0.1 },
    of: ({ filled }) => mean(filled),
  },
  longestLull: {
    ...{ name: 'Longest lull', verb: 'has a longest lull, in the median, of', unit: 's', most: 120, step: 1 },
    of: ({ lull }) => median(lull),
  },
  pressed: {
    ...{ name: 'Under pressure', verb: 'is under pressure, in the median, for', unit: '%', most: 100, step: 1 },
    of: ({ pressed }) => medianPercent(pressed),
  },
  peaks: {
    ...{
      name: 'Peaks of pressure',
      verb: 'meets peaks of pressure, in the median,',
      unit: 'a minute',
      most: 30,
      step: 0.5,
    },
    of: ({ peaks }) => median(peaks),
  },
  longestPeak: {
    ...{ name: 'Longest peak', verb: 'has a longest peak, in the median, of', unit: 's', most: 120, step: 1 },
    of: ({ longestPeak }) => median(longestPeak),
  },
  closeCalls: {
    ...{ name: 'Close calls', verb: 'has close calls:', unit: 'a run', most: 50, step: 0.1 },
    of: ({ closeCalls }) => mean(closeCalls),
  },
  tries: {
    ...{ name: 'Tries to first clear', verb: 'needs, in the median,', unit: 'tries', most: MOST_TRIES, step: 1 },
    of: ({ firstClears }) => median(firstClears && describeFirstClears(firstClears, MOST_TRIES).median),
  },
  waits: {
    ...{ name: 'Standing and waiting', verb: 'stands and waits, in the median, for', unit: '%', most: 100, step: 1 },
    of: ({ standing }) => medianPercent(standing),
  },
  findings: {
    ...{ name: 'Findings', verb: 'shows', unit: 'findings', most: 20, step: 1 },
    // What the runs show is counted, not estimated.
    of: ({ findings, runs }) =>
      findings && runs > 0 ? { value: findings.length, low: findings.length, high: findings.length } : undefined,
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

/** Whether a line cannot be told without a proof. */
export function needsProof({ measure }: BriefLine): boolean {
  return measure === 'headroom';
}

/** Whether a line is about people who may try again. */
export function needsTries({ measure }: BriefLine): boolean {
  return measure === 'tries';
}

/** Whether plain runs are enough to tell how a line stands. */
export function isToldByRuns(line: BriefLine): boolean {
  return !needsProof(line) && !needsTries(line);
}

/** More runs than this nobody waits for. */
const MOST_RUNS = 20_000;

export function judgeBriefLine(line: BriefLine, summary: BriefedSummary | undefined): BriefVerdict {
  const value = summary && BRIEF_RULES[line.measure].of(summary);
  const asked = needsTries(line) ? summary?.firstClears?.length : summary?.runs;
  return judgeEstimate(line, value, asked ?? 0);
}

/** How a line stands by the number that so many runs, or people, have come to. */
export function judgeEstimate(line: BriefLine, value: Estimate | undefined, asked: number): BriefVerdict {
  if (!value) return { line, status: 'unknown', value, runsToDecide: undefined };
  const { least = -Infinity, most = Infinity } = line;
  const { low, high } = value;
  if (low >= least && high <= most) return { line, status: 'met', value, runsToDecide: undefined };
  if (high < least || low > most) return { line, status: 'not met', value, runsToDecide: undefined };
  return { line, status: 'open', value, runsToDecide: runsToDecide(value, least, most, asked) };
}

/** The numbers by which lines of a brief are judged, as far as runs say them; plain data, as JSON keeps it. */
export type BriefEstimates = Partial<Record<BriefMeasure, Estimate>>;

export function briefEstimatesOf(summary: BriefedSummary): BriefEstimates {
  const known = BRIEF_MEASURES.map((measure) => [measure, BRIEF_RULES[measure].of(summary)] as const);
  return Object.fromEntries(known.filter(([, estimate]) => estimate && Number.isFinite(estimate.high)));
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
export function judgeBrief(
  brief: Level['brief'],
  standIn: string,
  summary: BriefedSummary | undefined,
): BriefVerdict[] {
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
  if (!value) return sayUnknown(line);
  const { unit, step } = BRIEF_RULES[line.measure];
  const decimals = unit === '%' || unit === 'findings' || unit === 'tries' ? 0 : step < 1 ? 2 : 1;
  const isOver = (number: number) => unit === 'tries' && number > MOST_TRIES;
  const [said, low, high] = [value.value, value.low, value.high].map((number) =>
    isOver(number) ? `over ${MOST_TRIES}` : number.toFixed(decimals),
  );
  const number = value.low === value.high ? `${said} ${unit}` : `${said} (${low}–${high}) ${unit}`;
  if (status !== 'open') return `${status}: ${number}`;
  const more =
    runs === undefined || runs >= MOST_RUNS
      ? 'it lies on the edge'
      : `about ${roundedUp(Math.max(LEAST_TOLD, runs)).toLocaleString('en-GB')} ${needsTries(line) ? 'people' : 'runs'} would tell`;
  return `not decided yet: ${number}, ${more}`;
}

/** What a few runs say of how many are needed is not worth telling: no fewer are named. */
const LEAST_TOLD = 100;

function sayUnknown(line: BriefLine): string {
  if (needsProof(line)) return 'needs a proof, and cleared runs';
  return needsTries(line) ? 'needs people who try again' : 'these runs do not say';
}

/** Two digits are enough. */
function roundedUp(runs: number): number {
  let unit = 1;
  while (runs >= 100 * unit) unit *= 10;
  return Math.ceil(runs / unit) * unit;
}
