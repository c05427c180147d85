import type { RulesProgram } from '../compile/cueProgram';
import type { RunRecord } from '../simulate/runRecord';
import { countValue, mergeValueCounts, sortedCounts, totalOf, type ValueCounts } from './joins/valueCounts';
import type { Join, MeasuredLevel } from './measure';
import { wilsonInterval, type ShareWithInterval } from './statistics/wilsonInterval';
import { spreadOfCounts, type TimeSpread } from './statistics/timeSpread';

type PlayedFor = NonNullable<RulesProgram['playsFor']>;

/** What runs came to in a level that nothing wins: how long they lasted, how many points they made, or how far they came. */
export interface Played {
  what: PlayedFor;
  /** `s`, `points` or `cells`. */
  unit: string;
  spread: TimeSpread;
  /** The most that any run comes to, in the unit, and the share of runs that come to it. */
  most: { value: number; share: ShareWithInterval };
}

/** Where more runs than this share end on the very same most, the level has a ceiling: above it nothing tells players apart. */
const CEILING_SHARE = 0.2;

const UNITS: Readonly<Record<PlayedFor, string>> = { time: 's', points: 'points', distance: 'cells' };

/** What lies closer together than this is the same: a tenth of a second, one point, a quarter of a cell. */
const SAME: Readonly<Record<PlayedFor, number>> = { time: 0.1, points: 0.5, distance: 0.25 };

/** Points and ways are counted by thousandths, so that there are no more different ones than a level has room for. */
const STEPS = 1000;

/** What a run comes to, as it is counted: ticks, or thousandths of points or cells; undefined where something wins the level. */
export function playedCount({ ticks, score, distance }: RunRecord, { rules }: MeasuredLevel): number | undefined {
  switch (rules?.playsFor) {
    case undefined:
      return undefined;
    case 'time':
      return ticks;
    case 'points':
      return Math.round((score ?? 0) * STEPS);
    case 'distance':
      return Math.round((distance ?? 0) * STEPS);
  }
}

/** What a level is played for over many runs; undefined for one that is won, and without runs. */
export function playedJoin(): Join<number, ValueCounts, Played | undefined> {
  return {
    kind: 'quantiles',
    empty: () => ({}),
    add: (sums, count) => countValue(sums, count),
    merge: mergeValueCounts,
    value(sums, { level, runs }) {
      const what = level.rules?.playsFor;
      if (what === undefined) return undefined;
      const steps = what === 'time' ? level.ticksPerSecond : STEPS;
      const sorted = sortedCounts(sums, (count) => count / steps);
      const spread = spreadOfCounts(sorted);
      if (!spread) return undefined;
      const { value } = sorted[sorted.length - 1];
      const atTheMost = totalOf(sorted.filter((own) => value - own.value < SAME[what]));
      return { what, unit: UNITS[what], spread, most: { value, share: wilsonInterval(atTheMost, runs) } };
    },
  };
}

/** "34.1 s", "120 points", "18.0 cells" */
export function sayPlayed({ what, unit }: Pick<Played, 'what' | 'unit'>, value: number): string {
  if (what !== 'points') return `${value.toFixed(1)} ${unit}`;
  const points = Math.round(value);
  return `${points} ${Math.abs(points) === 1 ? 'point' : unit}`;
}

/** "34.1 s (30.2–38.0)", with the 95 % interval of the median. */
export function sayPlayedSpread(played: Played): string {
  const { median, medianLow, medianHigh } = played.spread;
  const short = (value: number) => (played.what === 'points' ? String(Math.round(value)) : value.toFixed(1));
  return `${sayPlayed(played, median)} (${short(medianLow)}–${short(medianHigh)})`;
}

/** That the level has a ceiling, which hides how good the better runs are; undefined where it has none. */
export function sayCeiling(played: Played): string | undefined {
  const { value, share } = played.most;
  if (share.low < CEILING_SHARE) return undefined;
  return `${Math.round(share.value * 100)} % of runs come to ${sayPlayed(played, value)}, the most there is: who could come farther is not told apart.`;
}
