import { describePlayed, MEASURES, type MeasureTable } from '../measure/measures';
import type { Learning } from '../measure/learning';
import type { Summary } from '../measure/sums';
import { judgeTrust, type ControlRate, type Trust } from '../measure/trust';
import { NUMBER_VERSIONS } from '../simulate/numberVersions';
import type { Level } from '../document/gameDocument';
import { judgeBrief } from '../tune/brief';
import { overridesByName } from '../tune/overrides';
import type { Arm } from '../tune/arms';

/** Version of the JSON that `gorge run --json` prints. 2: fingerprints of batches are sums, so that parts of them add up. */
export const RUN_JSON_VERSION = 2;

/** What the runs of an arm come to. */
export interface ArmSummary {
  arm: Arm;
  /** What tells it from the other arms. */
  name: string;
  firstSeed: number;
  summary: Summary;
  /** What its level comes to with nobody playing it. */
  controls: readonly ControlRate[];
  learning?: Learning;
  /** What its level is meant to be, of all who play it. */
  brief?: Level['brief'];
}

/** The documented JSON of a batch of runs. Times in seconds, rates in 0..1. */
export function writeRunJson(results: readonly ArmSummary[], table: MeasureTable = MEASURES): object {
  const [first] = results;
  return {
    version: RUN_JSON_VERSION,
    engine: NUMBER_VERSIONS.engine,
    standins_version: NUMBER_VERSIONS.standIns,
    level: first?.arm.levelId ?? null,
    controls: (first?.controls ?? []).map(describeControl),
    standins: results.map(({ arm, name, firstSeed, summary, controls, learning, brief }) => ({
      arm: name,
      standin: arm.standInId,
      level: arm.levelId,
      overrides: overridesByName(arm.overrides),
      first_seed: firstSeed,
      ...describeMeasures(summary, table),
      ...describeTrust(judgeTrust(summary, summary.findings, controls)),
      ...describeTries(learning),
      ...describeBrief(brief, arm.standInId, summary),
    })),
  };
}

function describeMeasures(summary: Summary, table: MeasureTable): Record<string, unknown> {
  const values = summary as Record<string, unknown>;
  return Object.assign({}, ...Object.entries(table).map(([id, { json }]) => json?.(values[id]) ?? {})) as Record<
    string,
    unknown
  >;
}

function describeControl({ control, runs, clearRate, played }: ControlRate): object {
  return { control, runs, clear_rate: clearRate, ...(played ? { played: describePlayed(played) } : {}) };
}

function describeTrust({ isTrusted, reasons }: Trust): object {
  return { trusted: isTrusted, not_trusted_because: reasons };
}

function describeBrief(brief: Level['brief'], standIn: string, summary: Summary): object {
  const verdicts = judgeBrief(brief, standIn, summary);
  if (verdicts.length === 0) return {};
  return {
    brief: verdicts.map(({ line: { measure, least, most }, status, value, runsToDecide }) => ({
      ...{ measure, least: least ?? null, most: most ?? null, status },
      ...{ value: value?.value ?? null, low: value?.low ?? null, high: value?.high ?? null },
      runs_to_decide: runsToDecide ?? null,
    })),
  };
}

function describeTries(learning: Learning | undefined): object {
  if (!learning) return {};
  const { people, byTry, byThen, medianFirstClear } = learning;
  return {
    tries: { people, by_try: byTry, cleared_by_then: byThen, median_first_clear: medianFirstClear ?? null },
  };
}
