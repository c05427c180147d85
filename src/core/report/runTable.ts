import Papa from 'papaparse';
import type { NumberVersions } from '../simulate/numberVersions';
import type { RunRecord } from '../simulate/runRecord';

/** The table of runs as CSV with a header; times in seconds, places in cells. */
export function writeRunCsv(
  standIn: string,
  rows: readonly RunRecord[],
  ticksPerSecond: number,
  versions: NumberVersions,
): string {
  return Papa.unparse(
    rows.map((row) => ({
      standin: standIn,
      seed: row.seed,
      outcome: row.outcome,
      cause: row.cause,
      piece: row.piece ?? '',
      seconds: (row.ticks / ticksPerSecond).toFixed(3),
      x: row.x.toFixed(3),
      y: row.y.toFixed(3),
      box_only: row.boxOnly,
      near_misses: row.nearMisses,
      score: row.score ?? '',
      distance: row.distance?.toFixed(3) ?? '',
      hash: row.hash,
      engine: versions.engine,
      standins_version: versions.standIns,
    })),
    { newline: '\n' },
  );
}
