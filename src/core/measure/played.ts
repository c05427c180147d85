import type { RulesProgram } from '../compile/cueProgram';
import type { RunRecord } from '../simulate/runRecord';
import { wilsonInterval, type ShareWithInterval } from './statistics/wilsonInterval';
import { measureTimeSpread, type TimeSpread } from './statistics/timeSpread';

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

/** What a level is played for over many runs; undefined for one that is won, and without runs. */
export function measurePlayed(
  rows: readonly RunRecord[],
  what: PlayedFor | undefined,
  ticksPerSecond: number,
): Played | undefined {
  if (what === undefined) return undefined;
  const valueOf = ({ ticks, score, distance }: RunRecord) =>
    what === 'time' ? ticks / ticksPerSecond : ((what === 'points' ? score : distance) ?? 0);
  const values = rows.map(valueOf);
  const spread = measureTimeSpread(values);
  if (!spread) return undefined;
  const value = values.reduce((most, own) => Math.max(most, own));
  const share = wilsonInterval(values.filter((own) => value - own < SAME[what]).length, rows.length);
  return { what, unit: UNITS[what], spread, most: { value, share } };
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
