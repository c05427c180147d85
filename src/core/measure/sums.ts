import type { RunRecord } from '../simulate/runRecord';
import type { MeasuredLevel, MeasuredRun, RunColumn } from './measure';
import { MEASURES, type MeasureTable, type ValuesOf } from './measures';

/** How sums are kept. It is raised when sums of before would be read wrongly. */
export const SUMS_VERSION = 1;

/** What some runs come to, as sums that add up; plain data, as JSON keeps it. */
export interface MeasureSums {
  version: number;
  runs: number;
  /** By the ids of the measures. */
  of: Record<string, unknown>;
}

export function emptySums(table: MeasureTable = MEASURES): MeasureSums {
  const of = Object.fromEntries(Object.entries(table).map(([id, { join }]) => [id, join.empty() as unknown]));
  return { version: SUMS_VERSION, runs: 0, of };
}

/** Adds one run. */
export function addRun(
  sums: MeasureSums,
  run: MeasuredRun,
  level: MeasuredLevel,
  table: MeasureTable = MEASURES,
): void {
  sums.runs++;
  for (const [id, { reads, join }] of listOf(table).entries) {
    const read: unknown = reads(run, level);
    if (read !== undefined) join.add(sums.of[id], read, run.record.seed);
  }
}

/** Adds other sums to the first ones, which change. A measure that was not there yet begins with the sums that know it. */
export function mergeSums(into: MeasureSums, other: MeasureSums, table: MeasureTable = MEASURES): void {
  into.runs += other.runs;
  for (const [id, { join }] of Object.entries(table)) {
    into.of[id] ??= join.empty();
    if (other.of[id] !== undefined) join.merge(into.of[id], other.of[id]);
  }
}

/** What all measures come to. */
export function summaryOf(sums: MeasureSums, level: MeasuredLevel): Summary;
export function summaryOf<Table extends MeasureTable>(
  sums: MeasureSums,
  level: MeasuredLevel,
  table: Table,
): ValuesOf<Table>;
export function summaryOf(sums: MeasureSums, level: MeasuredLevel, table: MeasureTable = MEASURES): unknown {
  const summed = { runs: sums.runs, level };
  return Object.fromEntries(
    Object.entries(table).map(([id, { join }]) => [id, join.value(sums.of[id] ?? join.empty(), summed) as unknown]),
  );
}

/** What many runs of one stand-in say about a level: the value of every measure, by its id. Durations in seconds. */
export type Summary = ValuesOf<typeof MEASURES>;

const NO_SAMPLES = { pressure: [], sighted: [] };

/** The sums of runs of which only the records are known. */
export function sumsOfRecords(
  records: readonly RunRecord[],
  level: MeasuredLevel,
  table: MeasureTable = MEASURES,
): MeasureSums {
  const sums = emptySums(table);
  for (const record of records) addRun(sums, { record, samples: NO_SAMPLES, notes: [] }, level, table);
  return sums;
}

/** What runs come to of which only the records are known. */
export function summarise(records: readonly RunRecord[], level: MeasuredLevel): Summary {
  return summaryOf(sumsOfRecords(records, level), level);
}

/** The columns that measures have in the table of runs, in the order of the table. */
export function columnsOf(table: MeasureTable = MEASURES): readonly RunColumn[] {
  return listOf(table).columns;
}

interface TableList {
  entries: readonly [id: string, measure: MeasureTable[string]][];
  columns: readonly RunColumn[];
}

const lists = new WeakMap<MeasureTable, TableList>();

/** A table as lists, which are made once: they are gone through after every run. */
function listOf(table: MeasureTable): TableList {
  const known = lists.get(table);
  if (known) return known;
  const list = {
    entries: Object.entries(table),
    columns: Object.values(table).flatMap(({ columns }) => columns ?? []),
  };
  lists.set(table, list);
  return list;
}

/** Keeps with a run what its columns say that can be known only while it runs. */
export function keepFigures(run: MeasuredRun, level: MeasuredLevel, table: MeasureTable = MEASURES): void {
  for (const { name, keep } of columnsOf(table)) {
    const value = keep?.(run, level);
    if (value !== undefined) (run.record.figures ??= {})[name] = value;
  }
}
