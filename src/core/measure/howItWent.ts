import type { RunFacts } from '../simulate/runFacts';
import { cellTimesJoin } from './joins/cellTimes';
import { meanJoin } from './joins/mean';
import { shareJoin } from './joins/share';
import { secondsJoin, spreadJoin } from './joins/spread';
import type { Join, Measure, MeasuredRun } from './measure';
import type { TimeSpread } from './statistics/timeSpread';
import { reachedJoin, type Reached } from './reached';
import { sayMean, sayPercent, saySeconds, sayShare } from './words';

/** Samples of pressure a second, and thousandths of a whole. */
const SAMPLES = 10;
const THOUSAND = 1000;

function measure<Read, Sums, Value>(entry: Measure<Read, Sums, Value>): Measure<Read, Sums, Value> {
  return entry;
}

/** A column that is kept of what was counted while the run went on. */
function kept(name: string, read: (facts: RunFacts) => number | undefined, decimals?: number) {
  const keep = ({ facts }: MeasuredRun) => facts && read(facts);
  return [{ name, keep, ...(decimals === undefined ? {} : { decimals }) }];
}

/** A measure of times in seconds: the median over the runs in which it happens. */
function timeOf(
  entry: Pick<Measure<number, never, never>, 'name' | 'about'> & {
    field: string;
    reads: (run: MeasuredRun) => number | undefined;
    join?: Join<number, Record<string, number>, TimeSpread | undefined>;
  },
) {
  const { name, about, field, reads, join = secondsJoin() } = entry;
  return measure({
    name,
    unit: 's',
    about,
    join,
    reads,
    figure: (spread) => spread && `${saySeconds(spread.median)}; middle half ${sayMiddle(spread, 1)} s`,
    brief: (spread) => spread && `${saySeconds(spread.median)} (${sayMiddle(spread, 1)})`,
    json: (spread) => ({ [field]: describe(spread) }),
  });
}

/** A measure of shares of each run: the median over the runs. */
function partOf(
  entry: Pick<Measure<number, never, never>, 'name' | 'about'> & {
    field: string;
    reads: (run: MeasuredRun) => number | undefined;
    column: ReturnType<typeof kept>;
  },
) {
  const { name, about, field, reads, column } = entry;
  return measure({
    name,
    unit: '%',
    about,
    join: spreadJoin(THOUSAND),
    reads,
    figure: (spread) =>
      spread && `${sayPercent(spread.median)}; middle half ${percent(spread.q1)}–${percent(spread.q3)} %`,
    brief: (spread) => spread && `${sayPercent(spread.median)} (${percent(spread.q1)}–${percent(spread.q3)})`,
    json: (spread) => ({ [field]: describe(spread) }),
    columns: column,
  });
}

/** How runs went before they ended: how far, what was lost on the way, where it was quiet and where it pressed. */
export const HOW_IT_WENT = {
  wayMade: partOf({
    name: 'How far lost runs came',
    about:
      'Of the quickest way to the exit, the part that was made at the best: the median of runs that were not cleared, with the middle half of them. Only where there is an exit.',
    field: 'way_made_when_lost',
    reads: ({ record, facts }) => (record.outcome === 'won' ? undefined : facts?.wayMade),
    column: kept('way_made', ({ wayMade }) => wayMade && wayMade / THOUSAND, 3),
  }),
  reached: measure({
    name: 'Wave reached',
    unit: 'waves',
    about:
      'The last wave that came: its median with the middle half of runs, and the first wave that fewer than half of the runs come to.',
    join: reachedJoin(),
    reads: ({ facts }) => facts?.wave,
    figure: sayReached,
    brief: (reached) => reached && `${Number(reached.spread.median.toFixed(1))} (${sayMiddle(reached.spread, 0)})`,
    say: (reached) =>
      reached?.halfAt === undefined ? [] : [`Fewer than half of the runs come to wave ${reached.halfAt}.`],
    json: (reached) => ({
      wave_reached: reached ? { ...describe(reached.spread), first_below_half: reached.halfAt ?? null } : null,
    }),
    columns: kept('wave', ({ wave }) => wave),
  }),
  filled: measure({
    name: 'Goals filled',
    unit: 'a run',
    about: 'Goals that were filled, the mean of all runs with the 95 % interval.',
    join: meanJoin(),
    reads: ({ facts }) => facts?.filled,
    figure: (mean) => (mean.runs > 0 ? `${sayMean(mean, 1)} a run` : undefined),
    brief: (mean) => (mean.runs > 0 ? sayMean(mean, 1) : undefined),
    json: ({ value, low, high, runs }) => ({ goals_filled_per_run: runs > 0 ? { value, low, high } : null }),
    columns: kept('filled', ({ filled }) => filled),
  }),
  livesLost: measure({
    name: 'Lives lost',
    unit: 'a run',
    about: 'Lives that were lost, that with which a run ends among them: the mean of all runs with the 95 % interval.',
    join: meanJoin(),
    reads: ({ facts }) => facts?.livesLost,
    figure: (mean) => (mean.runs > 0 ? `${sayMean(mean, 2)} a run` : undefined),
    brief: (mean) => (mean.runs > 0 ? sayMean(mean, 2) : undefined),
    json: ({ value, low, high, runs }) => ({ lives_lost_per_run: runs > 0 ? { value, low, high } : null }),
    columns: kept('lives_lost', ({ livesLost }) => livesLost),
  }),
  harm: measure({
    name: 'Harm taken',
    unit: 'health a run',
    about:
      'Health that was lost, the mean of all runs with the 95 % interval. Only where a harm is not the end at once.',
    join: meanJoin(THOUSAND),
    reads: ({ facts }) => facts?.harm,
    figure: (mean) => (mean.runs > 0 ? `${sayMean(mean, 2)} health a run` : undefined),
    json: ({ value, low, high, runs }) => ({ harm_per_run: runs > 0 ? { value, low, high } : null }),
    columns: kept('harm', ({ harm }) => (harm === undefined ? undefined : harm / THOUSAND), 3),
  }),
  firstLoss: timeOf({
    name: 'First loss after',
    about:
      'When the player is first harmed, or loses a life or the run: the median of the runs in which that happens, with the middle half of them.',
    field: 'first_loss',
    reads: ({ facts }) => facts?.firstLossTick,
  }),
  seen: measure({
    name: 'Ever seen',
    unit: '%',
    about: 'Share of runs in which any piece comes to see the player, with the 95 % interval.',
    join: shareJoin(),
    reads: ({ facts }) => facts?.firstSightTick !== undefined,
    figure: (share) => (share.value > 0 ? sayShare(share) : undefined),
    json: (share) => ({ ever_seen: share }),
  }),
  firstSight: timeOf({
    name: 'First seen after',
    about:
      'When a piece first sees the player: the median of the runs in which one does, with the middle half of them.',
    field: 'first_sight',
    reads: ({ facts }) => facts?.firstSightTick,
  }),
  sightToLoss: timeOf({
    name: 'From sight to loss',
    about:
      'How long after the first sight the player is first harmed, or loses a life or the run: the median of the runs in which it was seen first, with the middle half of them.',
    field: 'sight_to_loss',
    reads: ({ facts }) => facts && sightToLoss(facts),
  }),
  standing: partOf({
    name: 'Standing and waiting',
    about:
      'Of the time in which the player can go, the part in which it stands where it is: the median of all runs, with the middle half of them.',
    field: 'standing',
    reads: ({ facts }) => facts && thousandths(facts.stoodTicks, facts.freeTicks),
    column: kept('standing', (facts) => share(facts.stoodTicks, facts.freeTicks), 3),
  }),
  lull: timeOf({
    name: 'Longest lull',
    about:
      'The longest stretch on end in which nothing presses (pressure below 0.1): the median of all runs, with the middle half of them.',
    field: 'longest_lull',
    reads: ({ facts }) => (facts && facts.samples > 0 ? facts.lullSamples : undefined),
    join: spreadJoin(SAMPLES),
  }),
  timeSpent: measure({
    name: 'Where time is spent',
    unit: 's a run',
    about: 'For every cell how long the player is in it while it can go, the mean of all runs.',
    join: cellTimesJoin(),
    reads: ({ facts }) => facts?.spent,
  }),
  waiting: measure({
    name: 'Where players wait',
    unit: 's a run',
    about: 'For every cell how long the player stands in it though it could go, the mean of all runs.',
    join: cellTimesJoin(),
    reads: ({ facts }) => facts?.waited,
  }),
  pressed: partOf({
    name: 'Under pressure',
    about:
      'Of the time of a run, the part in which much presses (pressure of 0.5 and more): the median of all runs, with the middle half of them.',
    field: 'pressed',
    reads: ({ facts }) => facts && thousandths(facts.pressedSamples, facts.samples),
    column: kept('pressed', (facts) => share(facts.pressedSamples, facts.samples), 3),
  }),
} as const;

function sightToLoss({ firstSightTick, firstLossTick }: RunFacts): number | undefined {
  if (firstSightTick === undefined || firstLossTick === undefined || firstLossTick < firstSightTick) return undefined;
  return firstLossTick - firstSightTick;
}

function share(part: number, whole: number): number | undefined {
  return whole > 0 ? part / whole : undefined;
}

function thousandths(part: number, whole: number): number | undefined {
  return whole > 0 ? Math.round((THOUSAND * part) / whole) : undefined;
}

function percent(value: number): number {
  return Math.round(100 * value);
}

/** The middle half, as "3.1–5.4". */
function sayMiddle({ q1, q3 }: TimeSpread, decimals: number): string {
  return `${q1.toFixed(decimals)}–${q3.toFixed(decimals)}`;
}

function sayReached(reached: Reached | undefined): string | undefined {
  if (!reached) return undefined;
  const { spread, halfAt } = reached;
  const half = halfAt === undefined ? '' : `; fewer than half come to ${halfAt}`;
  return `wave ${Number(spread.median.toFixed(1))}; middle half ${sayMiddle(spread, 0)}${half}`;
}

function describe(spread: TimeSpread | undefined): object | null {
  if (!spread) return null;
  const { median, q1, q3, medianLow, medianHigh } = spread;
  return { median, q1, q3, median_low: medianLow, median_high: medianHigh };
}
