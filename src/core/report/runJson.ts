import type { Finding } from '../measure/findings';
import type { Learning } from '../measure/learning';
import type { Played } from '../measure/played';
import type { Summary } from '../measure/summary';
import { judgeTrust, type ControlRate, type Trust } from '../measure/trust';
import { NUMBER_VERSIONS } from '../simulate/numberVersions';

/** Version of the JSON that `gorge run --json` prints. */
export const RUN_JSON_VERSION = 1;

export interface StandInSummary {
  standIn: string;
  firstSeed: number;
  summary: Summary;
  findings: readonly Finding[];
}

/** The documented JSON of a batch of runs. Times in seconds, rates in 0..1. */
export function writeRunJson(
  level: string,
  results: readonly StandInSummary[],
  controls: readonly ControlRate[],
  learning: readonly Learning[] = [],
): object {
  return {
    version: RUN_JSON_VERSION,
    engine: NUMBER_VERSIONS.engine,
    standins_version: NUMBER_VERSIONS.standIns,
    level,
    controls: controls.map(({ control, runs, clearRate, played }) => ({
      control,
      runs,
      clear_rate: clearRate,
      ...describePlayed(played),
    })),
    standins: results.map(({ standIn, firstSeed, summary, findings }, index) => ({
      standin: standIn,
      runs: summary.runs,
      first_seed: firstSeed,
      won: summary.won,
      lost: summary.lost,
      out_of_time: summary.outOfTime,
      clear_rate: summary.clearRate,
      ...describeTrust(judgeTrust(summary, findings, controls)),
      ...describeTries(learning[index]),
      time_to_clear: summary.timeToClear
        ? {
            median: summary.timeToClear.median,
            q1: summary.timeToClear.q1,
            q3: summary.timeToClear.q3,
            median_low: summary.timeToClear.medianLow,
            median_high: summary.timeToClear.medianHigh,
          }
        : { median: null, q1: null, q3: null, median_low: null, median_high: null },
      ...describePlayed(summary.played),
      ends: summary.ends.map((end) => ({
        cause: end.cause,
        kind: end.kind ?? null,
        piece: end.piece ?? null,
        count: end.count,
        share: end.share,
        median_seconds: end.medianSeconds,
      })),
      box_only_per_run: summary.boxOnlyPerRun,
      near_misses_per_run: summary.nearMissesPerRun,
      findings: findings.map(({ code, message, hint, share, seed, seconds, x, y }) => ({
        code,
        message,
        hint,
        share,
        shown_by: { seed, seconds, x, y },
      })),
      hash: summary.hash,
    })),
  };
}

function describePlayed(played: Played | undefined): object {
  if (!played) return {};
  const { median, q1, q3, medianLow, medianHigh } = played.spread;
  const { value, share } = played.most;
  return {
    played: {
      for: played.what,
      unit: played.unit,
      median,
      q1,
      q3,
      median_low: medianLow,
      median_high: medianHigh,
      most: { value, share },
    },
  };
}

function describeTrust({ isTrusted, reasons }: Trust): object {
  return { trusted: isTrusted, not_trusted_because: reasons };
}

function describeTries(learning: Learning | undefined): object {
  if (!learning) return {};
  const { people, byTry, byThen, medianFirstClear } = learning;
  return {
    tries: { people, by_try: byTry, cleared_by_then: byThen, median_first_clear: medianFirstClear ?? null },
  };
}
