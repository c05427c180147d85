import type { RunFacts } from '../simulate/runFacts';
import { meanJoin } from './joins/mean';
import { shareJoin } from './joins/share';
import { waveBeginsJoin } from './joins/waveBegins';
import { secondsJoin, spreadJoin } from './joins/spread';
import { lossesJoin, sayEnd, type LossGroup } from './ends';
import { entryOf, type Join, type Measure, type MeasuredRun } from './measure';
import type { TimeSpread } from './statistics/timeSpread';
import { reachedJoin, type Reached } from './reached';
import { sayAround, sayMean, sayPercent, saySeconds, sayShare } from './words';

/** Samples of pressure a second, thousandths of a whole, and tenths of one. */
const SAMPLES = 10;
const THOUSAND = 1000;
const TENTHS = 10;

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
  return entryOf({
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
  return entryOf({
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

/** A measure of numbers of which so many make one of the unit: the median over the runs. */
function countOf(
  entry: Pick<Measure<number, never, never>, 'name' | 'unit' | 'about' | 'reads'> & {
    field: string;
    parts?: number;
    column: ReturnType<typeof kept>;
  },
) {
  const { name, unit, about, reads, field, parts = 1, column } = entry;
  const decimals = parts > 1 ? 1 : 0;
  return entryOf({
    name,
    unit,
    about,
    join: spreadJoin(parts),
    reads,
    figure: (spread) => spread && `${sayCount(spread.median)} ${unit}; middle half ${sayMiddle(spread, decimals)}`,
    brief: (spread) => spread && `${sayCount(spread.median)} (${sayMiddle(spread, decimals)})`,
    json: (spread) => ({ [field]: describe(spread) }),
    columns: column,
  });
}

/** A measure of how much comes in a minute of play. */
function rateOf(
  entry: Pick<Measure<number, never, never>, 'name' | 'about'> & {
    field: string;
    counts: (facts: RunFacts) => number | undefined;
    column: ReturnType<typeof kept>;
  },
) {
  const { counts, ...rest } = entry;
  return countOf({
    ...rest,
    unit: 'a minute',
    parts: TENTHS,
    reads: ({ facts, record }, { ticksPerSecond }) => {
      const count = facts && counts(facts);
      return count === undefined || record.ticks === 0
        ? undefined
        : Math.round((TENTHS * 60 * ticksPerSecond * count) / record.ticks);
    },
  });
}

/** A measure of a number that every run has: the mean over all runs with its interval. `parts` make one of its unit. */
function meanOf(
  entry: Pick<Measure<number, never, never>, 'name' | 'about'> & {
    unit?: string;
    field: string;
    decimals?: number;
    parts?: number;
    reads: (run: MeasuredRun) => number | undefined;
    column: ReturnType<typeof kept>;
  },
) {
  const { name, unit = 'a run', about, field, decimals = 2, parts, reads, column } = entry;
  return entryOf({
    name,
    unit,
    about,
    join: meanJoin(parts),
    reads,
    figure: (mean) => (mean.runs > 0 ? `${sayMean(mean, decimals)} ${unit}` : undefined),
    brief: (mean) => (mean.runs > 0 ? sayAround(mean, decimals) : undefined),
    json: ({ value, low, high, runs }) => ({ [field]: runs > 0 ? { value, low, high } : null }),
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
  reached: entryOf({
    name: 'Wave reached',
    unit: 'waves',
    about:
      'The last wave that came: its median with the middle half of runs, and the first wave that fewer than half of the runs come to.',
    join: reachedJoin(),
    reads: ({ facts }) => facts?.wave,
    figure: sayReached,
    brief: (reached) => reached && `${sayCount(reached.spread.median)} (${sayMiddle(reached.spread, 0)})`,
    say: (reached) =>
      reached?.halfAt === undefined ? [] : [`Fewer than half of the runs come to wave ${reached.halfAt}.`],
    json: (reached) => ({
      wave_reached: reached ? { ...describe(reached.spread), first_below_half: reached.halfAt ?? null } : null,
    }),
    columns: kept('wave', ({ wave }) => wave),
  }),
  filled: meanOf({
    name: 'Goals filled',
    about: 'Goals that were filled, the mean of all runs with the 95 % interval.',
    field: 'goals_filled_per_run',
    decimals: 1,
    reads: ({ facts }) => facts?.filled,
    column: kept('filled', ({ filled }) => filled),
  }),
  mostAtOnce: countOf({
    name: 'Most foes at once',
    unit: 'foes',
    about:
      'How many that harm the player are there at once at the most, ten times a second: the median of all runs, with the middle half of them. Only where cues bring some in.',
    field: 'most_foes_at_once',
    reads: ({ facts }) => facts?.mostAtOnce,
    column: kept('most_at_once', ({ mostAtOnce }) => mostAtOnce),
  }),
  arrived: meanOf({
    name: 'Foes that came',
    about: 'How many that harm the player cues brought in, the mean of all runs with the 95 % interval.',
    field: 'foes_arrived_per_run',
    decimals: 1,
    reads: ({ facts }) => facts?.arrived,
    column: kept('arrived', ({ arrived }) => arrived),
  }),
  defeated: meanOf({
    name: 'Foes defeated',
    about:
      'How many that harm the player were defeated, by whatever, the mean of all runs with the 95 % interval. Beside those that came it tells whether they pile up. Only where cues bring some in, or the player can shoot.',
    field: 'foes_defeated_per_run',
    decimals: 1,
    reads: ({ facts }) => facts?.defeated,
    column: kept('defeated', ({ defeated }) => defeated),
  }),
  waveTime: timeOf({
    name: 'One wave takes',
    about:
      'How long a wave goes on until the next one comes, the mean of each run over its waves that were over: the median of the runs in which one was, with the middle half of them.',
    field: 'wave_time',
    reads: ({ facts }) => (facts?.wavesOver ? Math.round((facts.waveTicks ?? 0) / facts.wavesOver) : undefined),
  }),
  fired: rateOf({
    name: 'Shots of the player',
    about: 'Shots and blows of the player in a minute of play: the median of all runs, with the middle half of them.',
    field: 'shots_a_minute',
    counts: ({ fired }) => fired,
    column: kept('fired', ({ fired }) => fired),
  }),
  firedAgainst: rateOf({
    name: 'Shots of others',
    about: 'Shots of all others in a minute of play: the median of all runs, with the middle half of them.',
    field: 'shots_against_a_minute',
    counts: ({ firedAgainst }) => firedAgainst,
    column: kept('fired_against', ({ firedAgainst }) => firedAgainst),
  }),
  livesLost: meanOf({
    name: 'Lives lost',
    about: 'Lives that were lost, that with which a run ends among them: the mean of all runs with the 95 % interval.',
    field: 'lives_lost_per_run',
    reads: ({ facts }) => facts?.livesLost,
    column: kept('lives_lost', ({ livesLost }) => livesLost),
  }),
  losses: entryOf({
    name: 'What takes lives',
    unit: 'a run',
    about:
      'In what ways lives were lost, that with which a run ends among them: how many a run, and when in the median, s. Ends tell of the last one only. Only where there are lives.',
    join: lossesJoin(),
    reads: ({ facts }) => (facts?.livesLost === undefined ? undefined : facts.losses),
    say: sayWhatTakesLives,
    json: (losses) => ({
      losses: losses.map(({ cause, kind, piece, count, perRun, medianSeconds }) => ({
        ...{ cause, kind: kind ?? null, piece: piece ?? null },
        ...{ count, per_run: perRun, median_seconds: medianSeconds },
      })),
    }),
  }),
  harm: meanOf({
    name: 'Harm taken',
    unit: 'health a run',
    about:
      'Health that was lost, the mean of all runs with the 95 % interval. Only where a harm is not the end at once.',
    field: 'harm_per_run',
    parts: THOUSAND,
    reads: ({ facts }) => facts?.harm,
    column: kept('harm', ({ harm }) => (harm === undefined ? undefined : harm / THOUSAND), 3),
  }),
  firstLoss: timeOf({
    name: 'First loss after',
    about:
      'When the player is first harmed, or loses a life or the run: the median of the runs in which that happens, with the middle half of them.',
    field: 'first_loss',
    reads: ({ facts }) => facts?.firstLossTick,
  }),
  seen: entryOf({
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
  peaks: rateOf({
    name: 'Peaks of pressure',
    about:
      'How often in a minute of play much presses (pressure of 0.5 and more) after it had been calm (below 0.1): the median of all runs, with the middle half of them.',
    field: 'peaks_a_minute',
    counts: ({ peaks, hasThreats }) => (hasThreats ? peaks : undefined),
    column: kept('peaks', ({ peaks, hasThreats }) => (hasThreats ? peaks : undefined)),
  }),
  longestPeak: timeOf({
    name: 'Longest peak',
    about:
      'The longest stretch on end in which much presses (pressure of 0.5 and more): the median of the runs that have one, with the middle half of them.',
    field: 'longest_peak',
    reads: ({ facts }) => facts?.peakSamples || undefined,
    join: spreadJoin(SAMPLES),
  }),
  closeCalls: meanOf({
    name: 'Close calls',
    about:
      'How often something that harms and is no shot comes within half a cell of the player, box to box, and goes again without harm: the mean of all runs with the 95 % interval. Looked at ten times a second.',
    field: 'close_calls_per_run',
    decimals: 1,
    reads: ({ facts }) => facts?.closeCalls,
    column: kept('close_calls', ({ closeCalls }) => closeCalls),
  }),
  waveBegins: entryOf({
    name: 'When waves begin',
    unit: 's',
    about: 'For every wave when it begins: the median over the runs that come to it, and how many do.',
    join: waveBeginsJoin(),
    reads: ({ facts }) => facts?.waveBegins,
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

function sayWhatTakesLives([most]: readonly LossGroup[]): string[] {
  if (!most) return [];
  return [
    `What takes most lives is "${sayEnd(most)}": ${most.perRun.toFixed(2)} a run, at ${saySeconds(most.medianSeconds)} in the median.`,
  ];
}

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

/** A median of counts, which lies between two of them at times. */
function sayCount(value: number): string {
  return String(Number(value.toFixed(1)));
}

/** The middle half, as "3.1–5.4". */
function sayMiddle({ q1, q3 }: TimeSpread, decimals: number): string {
  return `${q1.toFixed(decimals)}–${q3.toFixed(decimals)}`;
}

function sayReached(reached: Reached | undefined): string | undefined {
  if (!reached) return undefined;
  const { spread, halfAt } = reached;
  const half = halfAt === undefined ? '' : `; fewer than half come to ${halfAt}`;
  return `wave ${sayCount(spread.median)}; middle half ${sayMiddle(spread, 0)}${half}`;
}

function describe(spread: TimeSpread | undefined): object | null {
  if (!spread) return null;
  const { median, q1, q3, medianLow, medianHigh } = spread;
  return { median, q1, q3, median_low: medianLow, median_high: medianHigh };
}
