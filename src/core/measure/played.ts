import type { RulesProgram } from '../compile/cueProgram';
import type { RunRecord } from '../simulate/runRecord';
import { measureTimeSpread, type TimeSpread } from './statistics/timeSpread';

type PlayedFor = NonNullable<RulesProgram['playsFor']>;

/** What runs came to in a level that nothing wins: how long they lasted, how many points they made, or how far they came. */
export interface Played {
  what: PlayedFor;
  /** `s`, `points` or `cells`. */
  unit: string;
  spread: TimeSpread;
}

const UNITS: Readonly<Record<PlayedFor, string>> = { time: 's', points: 'points', distance: 'cells' };

/** What a level is played for over many runs; undefined for one that is won, and without runs. */
export function measurePlayed(
  rows: readonly RunRecord[],
  what: PlayedFor | undefined,
  ticksPerSecond: number,
): Played | undefined {
  if (what === undefined) return undefined;
  const valueOf = ({ ticks, score, distance }: RunRecord) =>
    what === 'time' ? ticks / ticksPerSecond : ((what === 'points' ? score : distance) ?? 0);
  const spread = measureTimeSpread(rows.map(valueOf));
  return spread && { what, unit: UNITS[what], spread };
}

/** "34.1 s", "120 points", "18.0 cells" */
export function sayPlayed({ what, unit }: Pick<Played, 'what' | 'unit'>, value: number): string {
  return `${what === 'points' ? Math.round(value) : value.toFixed(1)} ${unit}`;
}

/** "34.1 s (30.2–38.0)", with the 95 % interval of the median. */
export function sayPlayedSpread(played: Played): string {
  const { median, medianLow, medianHigh } = played.spread;
  const short = (value: number) => (played.what === 'points' ? String(Math.round(value)) : value.toFixed(1));
  return `${sayPlayed(played, median)} (${short(medianLow)}–${short(medianHigh)})`;
}
