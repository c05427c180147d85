import Papa from 'papaparse';
import type { RunColumn } from '../measure/measure';
import { columnsOf } from '../measure/sums';
import type { NumberVersions } from '../simulate/numberVersions';
import type { RunRecord } from '../simulate/runRecord';

/** Whose runs a table holds. */
export interface RunTableHead {
  /** Name of the arm. */
  arm: string;
  standIn: string;
  level: string;
  ticksPerSecond: number;
  versions: NumberVersions;
}

/**
 * Runs as lines of CSV, below a header unless it is left out; times in seconds, places in cells. Behind what every run has come
 * the columns of the measures.
 */
export function writeRunCsv(
  head: RunTableHead,
  rows: readonly RunRecord[],
  { header = true, columns = columnsOf() }: { header?: boolean; columns?: readonly RunColumn[] } = {},
): string {
  const { arm, standIn, level, ticksPerSecond, versions } = head;
  const table = rows.map((row) => ({
    arm,
    standin: standIn,
    level,
    seed: row.seed,
    outcome: row.outcome,
    cause: row.cause,
    piece: row.piece ?? '',
    seconds: (row.ticks / ticksPerSecond).toFixed(3),
    x: row.x.toFixed(3),
    y: row.y.toFixed(3),
    ...Object.fromEntries(columns.map((column) => [column.name, cell(column, row)])),
    hash: row.hash,
    engine: versions.engine,
    standins_version: versions.standIns,
  }));
  return Papa.unparse(table, { newline: '\n', header });
}

function cell({ name, of, decimals }: RunColumn, row: RunRecord): string | number {
  const value = of ? of(row) : row.figures?.[name];
  if (value === undefined) return '';
  return decimals === undefined ? value : value.toFixed(decimals);
}
