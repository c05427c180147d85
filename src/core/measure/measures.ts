import { endsJoin, sayEnd, type EndGroup } from './ends';
import { findingsJoin, type Finding } from './findings';
import { cellsJoin } from './joins/cells';
import { countJoin } from './joins/count';
import { durationsJoin } from './joins/durations';
import { fingerprintJoin } from './joins/fingerprint';
import { HOW_IT_WENT } from './howItWent';
import { meanJoin } from './joins/mean';
import { shareJoin } from './joins/share';
import { secondsJoin } from './joins/spread';
import { entryOf, type Join, type Measure, type MeasuredRun } from './measure';
import { pacingJoin } from './pacing';
import { playedCount, playedJoin, sayCeiling, sayPlayed, sayPlayedSpread, type Played } from './played';
import { durationHistogram } from './statistics/histogram';
import { survivalCurve } from './statistics/survivalCurve';
import type { TimeSpread } from './statistics/timeSpread';
import { WHERE } from './where';
import { sayMean, saySeconds, sayShare } from './words';

const isOutcome = (outcome: string) => (run: MeasuredRun) => (run.record.outcome === outcome ? 1 : 0);

function counted(name: string, about: string, field: string, reads: (run: MeasuredRun) => number) {
  return entryOf({ name, unit: 'runs', about, join: countJoin(), reads, json: (count) => ({ [field]: count }) });
}

/**
 * All measures, in the order in which they are told. What is written here is shown by desk and report, written into CSV and
 * JSON and described in the docs; what a batch sums up follows from it.
 */
export const MEASURES = {
  runs: counted('Runs', 'How many runs are summed up.', 'runs', () => 1),
  won: counted('Cleared', 'Runs that were won.', 'won', isOutcome('won')),
  lost: counted('Lost', 'Runs that were lost.', 'lost', isOutcome('lost')),
  outOfTime: counted('Out of time', 'Runs that the clock ended.', 'out_of_time', isOutcome('out of time')),
  clearRate: entryOf({
    name: 'Clear rate',
    unit: '%',
    about: 'Share of all runs that were won, with the 95 % interval after Wilson.',
    join: shareJoin(),
    reads: ({ record }) => record.outcome === 'won',
    figure: sayShare,
    say: (rate, { standIn, runs, isPlayedFor }) =>
      isPlayedFor
        ? []
        : [`The ${standIn} stand-in clears ${sayShare(rate)} of ${runs} runs; in brackets the 95 % interval.`],
    json: (rate) => ({ clear_rate: rate }),
  }),
  played: entryOf({
    name: 'Comes to',
    unit: 's, points or cells',
    about:
      'Where nothing wins a level: the median over all runs of what it is played for, with the 95 % interval from order statistics.',
    join: playedJoin(),
    reads: ({ record }, level) => playedCount(record, level),
    figure: (played) => played && sayPlayedSpread(played),
    say: sayAllPlayed,
    json: (played) => (played ? { played: describePlayed(played) } : {}),
    columns: [
      { name: 'score', of: ({ score }) => score },
      { name: 'distance', of: ({ distance }) => distance, decimals: 3 },
    ],
  }),
  timeToClear: entryOf({
    name: 'Time to clear',
    unit: 's',
    about: 'Median over the runs that were won, with the 95 % interval from order statistics, and their quartiles.',
    join: secondsJoin(),
    reads: ({ record }) => (record.outcome === 'won' ? record.ticks : undefined),
    figure: (time) => time && `${saySeconds(time.median)} (${sayBetween(time.medianLow, time.medianHigh)})`,
    say: (time, { isPlayedFor }) => (isPlayedFor ? [] : [sayTimeToClear(time)]),
    json: (time) => ({ time_to_clear: describeSpread(time) }),
  }),
  ends: entryOf({
    name: 'Ends',
    unit: '%',
    about:
      'In what ways runs ended without being cleared: the share of all runs with the 95 % interval, and the median time, s.',
    join: endsJoin(),
    reads: ({ record }) => (record.outcome === 'won' ? undefined : record),
    say: sayCommonestEnd,
    json: (ends) => ({ ends: ends.map(describeEnd) }),
  }),
  boxOnly: entryOf({
    name: 'Spared by exact shapes',
    unit: 'times a run',
    about:
      'Encounters in which the box round a hit shape met the player and the shape itself did not: with boxes each would have been a hit. The mean of a run with the 95 % interval.',
    join: meanJoin(),
    reads: ({ record }) => record.boxOnly,
    figure: (mean) => `${sayMean(mean, 2)} a run`,
    say: ({ value }) =>
      value > 0
        ? [
            `${value.toFixed(2)} times a run only the box round a hit shape met the player and the shape itself did not: a box would have hit there unfairly.`,
          ]
        : [],
    json: ({ value, low, high }) => ({ box_only_per_run: value, box_only_per_run_interval: { low, high } }),
    columns: [{ name: 'box_only', of: ({ boxOnly }) => boxOnly }],
  }),
  nearMisses: entryOf({
    name: 'Near misses',
    unit: 'shots a run',
    about: 'Shots that passed the player at half a cell or less without touching it, with the 95 % interval.',
    join: meanJoin(),
    reads: ({ record }) => record.nearMisses,
    figure: (mean) => `${sayMean(mean, 1)} shots a run`,
    say: ({ value }) => (value > 0 ? [`${value.toFixed(1)} shots a run miss the player by half a cell or less.`] : []),
    json: ({ value, low, high }) => ({ near_misses_per_run: value, near_misses_per_run_interval: { low, high } }),
    columns: [{ name: 'near_misses', of: ({ nearMisses }) => nearMisses }],
  }),
  ...HOW_IT_WENT,
  ...WHERE,
  histogram: entryOf({
    name: 'How long runs took',
    unit: 's',
    about: 'Runs by how long they took, in bins of a round width, by outcome.',
    join: durationsJoin(durationHistogram),
    reads: ({ record }) => record,
  }),
  survival: entryOf({
    name: 'Still in play',
    unit: '%',
    about:
      'Of players who keep on playing, the share that has not lost by a time, after Kaplan and Meier: who cleared it, or ran out of time, leaves without counting.',
    join: durationsJoin(survivalCurve),
    reads: ({ record }) => record,
  }),
  pacing: entryOf({
    name: 'Pressure and sight',
    unit: '0–1',
    about:
      'Quartiles of pressure, and the share of play in which any piece sees the player, over the runs still in play.',
    join: pacingJoin(),
    reads: ({ samples }) => samples,
  }),
  endCells: entryOf({
    name: 'Where runs ended',
    unit: 'runs a cell',
    about: 'For every cell in which runs ended without being cleared, how many.',
    join: cellsJoin(),
    reads: ({ record }) => (record.outcome === 'won' ? undefined : record),
  }),
  findings: entryOf({
    name: 'Findings',
    unit: '%',
    about: 'Mistakes that runs show: the share of runs with the 95 % interval, and the run that shows each best.',
    join: findingsJoin(),
    reads: ({ notes }) => notes,
    json: (findings) => ({ findings: findings.map(describeFinding) }),
  }),
  hash: entryOf({
    name: 'Fingerprint',
    unit: '',
    about: 'Sum over the fingerprints of all runs with their seeds; equal only if every run was equal in every tick.',
    join: fingerprintJoin(),
    reads: ({ record }) => record.hash,
    json: (hash) => ({ hash }),
  }),
} satisfies MeasureTable;

/** Measures by their ids. What they read, sum up and come to differs from one to the other. */
// eslint-disable-next-line @typescript-eslint/no-explicit-any
export type MeasureTable = Readonly<Record<string, Measure<any, any, any>>>;

/** What the measures of a table come to, by their ids. */
export type ValuesOf<Table extends MeasureTable> = {
  [Id in keyof Table]: Table[Id] extends { join: Join<never, infer _Sums, infer Value> } ? Value : never;
};

function sayBetween(low: number, high: number): string {
  return `${low.toFixed(1)}–${saySeconds(high)}`;
}

function sayAllPlayed(played: Played | undefined, { standIn, runs }: { standIn: string; runs: number }): string[] {
  if (!played) return [];
  const { q1, q3 } = played.spread;
  const ceiling = sayCeiling(played);
  return [
    `Nothing wins this level; it is played for ${played.what}. The ${standIn} stand-in comes to ${sayPlayedSpread(played)} in the median of ${runs} runs, in brackets the 95 % interval; the middle half to ${sayPlayed(played, q1)} to ${sayPlayed(played, q3)}.`,
    ...(ceiling ? [ceiling] : []),
  ];
}

function sayTimeToClear(time: TimeSpread | undefined): string {
  if (!time) return 'No run was cleared.';
  const { median, medianLow, medianHigh, q1, q3 } = time;
  return `A cleared run takes ${saySeconds(median)} in the median (${sayBetween(medianLow, medianHigh)}); the middle half takes ${q1.toFixed(1)} to ${saySeconds(q3)}.`;
}

function sayCommonestEnd([commonest]: readonly EndGroup[], { isPlayedFor }: { isPlayedFor: boolean }): string[] {
  if (!commonest) return isPlayedFor ? [] : ['Every run was cleared.'];
  return [
    `The commonest end is "${sayEnd(commonest)}": ${sayShare(commonest.share)} of all runs, at ${saySeconds(commonest.medianSeconds)} in the median.`,
  ];
}

function describeSpread(spread: TimeSpread | undefined): object {
  return {
    median: spread?.median ?? null,
    q1: spread?.q1 ?? null,
    q3: spread?.q3 ?? null,
    median_low: spread?.medianLow ?? null,
    median_high: spread?.medianHigh ?? null,
  };
}

/** As the documented JSON has it. */
export function describePlayed({ what, unit, spread, most }: Played): object {
  return { for: what, unit, ...describeSpread(spread), most };
}

function describeEnd({ cause, kind, piece, count, share, medianSeconds }: EndGroup): object {
  return { cause, kind: kind ?? null, piece: piece ?? null, count, share, median_seconds: medianSeconds };
}

function describeFinding({ code, message, hint, share, seed, seconds, x, y }: Finding): object {
  return { code, message, hint, share, shown_by: { seed, seconds, x, y } };
}
