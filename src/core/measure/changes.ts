import { inOneGo } from '../foundation/steps';
import type { RunRecord } from '../simulate/runRecord';
import { differencesBySeed, meanDifference, type PairedDifference } from './statistics/pairedDifference';
import { MEASURES, type MeasureTable } from './measures';

/** A measure that has changed between two sets of runs on the same seeds. */
export interface MeasureChange {
  /** Id and name of the measure, and the name of the column that was compared. */
  id: string;
  name: string;
  column: string;
  /** Of shares in 0..1, of all else in the unit of the measure. */
  difference: PairedDifference;
  isShare: boolean;
}

/**
 * z for intervals that leave zero out by chance in one of twenty looks at all of so many numbers together: quantiles of the
 * normal distribution at 1 − 0.025 / looks (Bonferroni's correction).
 */
const STRICT_Z: readonly [mostLooks: number, z: number][] = [
  [1, 1.96],
  [5, 2.576],
  [10, 2.807],
  [20, 3.023],
  [40, 3.227],
  [80, 3.421],
  [160, 3.607],
  [320, 3.782],
];

export function strictZ(looks: number): number {
  return (STRICT_Z.find(([most]) => looks <= most) ?? STRICT_Z[STRICT_Z.length - 1])[1];
}

/** A measure of two sets of runs on the same seeds: the means over the seeds of which both say something, and how they differ. */
export interface MeasureComparison extends MeasureChange {
  before: number;
  after: number;
}

/**
 * What all that the table keeps of each run comes to before and after, seed by seed; first how often it is won, then the
 * plainest difference. How often it is won is what is asked first: its interval is widened for so many players only; those of
 * all else for so many numbers, too, so that of twenty comparisons of what is the same one is told to differ at the most.
 */
export function compareMeasures(
  before: readonly RunRecord[],
  after: readonly RunRecord[],
  players = 1,
  table: MeasureTable = MEASURES,
): MeasureComparison[] {
  const columns = columnsToCompare(table);
  const z = strictZ(players * columns.length);
  const compared = columns.flatMap((column) => compareColumn(column, before, after, z));
  return [
    ...compareColumn(WON, before, after, strictZ(players)),
    ...compared.sort((one, other) => strength(other) - strength(one)),
  ];
}

/** Something that is read of each run. */
interface ReadColumn extends Pick<MeasureChange, 'id' | 'name' | 'column' | 'isShare'> {
  read(run: RunRecord): number | undefined;
}

const WON: ReadColumn = {
  ...{ id: 'clearRate', name: 'Clear rate', column: 'outcome', isShare: true },
  read: ({ outcome }) => (outcome === 'won' ? 1 : 0),
};

function columnsToCompare(table: MeasureTable): ReadColumn[] {
  return Object.entries(table).flatMap(([id, { name, unit, columns = [] }]) =>
    columns.map((column) => ({
      ...{ id, column: column.name, isShare: unit === '%' },
      name: columns.length > 1 ? sayColumn(column.name) : name,
      read: column.of ?? ((record: RunRecord) => record.figures?.[column.name]),
    })),
  );
}

function compareColumn(
  { id, name, column, isShare, read }: ReadColumn,
  before: readonly RunRecord[],
  after: readonly RunRecord[],
  z: number,
): MeasureComparison[] {
  const differences = differencesBySeed(before, after, read);
  const difference = meanDifference(differences, z);
  if (!difference) return [];
  const known = new Set(before.flatMap((run) => (read(run) === undefined ? [] : [run.seed])));
  const both = after.flatMap((run) => (known.has(run.seed) ? (read(run) ?? []) : []));
  const mean = both.reduce((sum, value) => sum + value, 0) / both.length;
  return [{ id, name, column, isShare, difference, before: mean - difference.value, after: mean }];
}

/**
 * What has changed for certain between two sets of runs, seed by seed, over all that the table keeps of each run; the plainest
 * change first. The more numbers are looked at, the wider are the intervals, so that of twenty edits that change nothing one
 * is told at the most.
 */
export function measureChanges(
  before: readonly RunRecord[],
  after: readonly RunRecord[],
  table: MeasureTable = MEASURES,
): MeasureChange[] {
  return inOneGo(measureChangesInSteps(before, after, table));
}

/** As {@link measureChanges}, a column a step: who has others to answer can do so in between. */
export function* measureChangesInSteps(
  before: readonly RunRecord[],
  after: readonly RunRecord[],
  table: MeasureTable = MEASURES,
): Generator<void, MeasureChange[]> {
  const columns = columnsToCompare(table);
  const z = strictZ(columns.length);
  const compared: ReturnType<typeof compareColumn> = [];
  for (const column of columns) {
    compared.push(...compareColumn(column, before, after, z));
    yield;
  }
  return compared
    .filter(({ difference }) => difference.isReal && difference.halfWidth > 0)
    .map(({ before: _, after: __, ...change }) => change)
    .sort((one, other) => strength(other) - strength(one));
}

function strength({ difference: { value, halfWidth } }: MeasureChange): number {
  return value === 0 ? 0 : Math.abs(value) / halfWidth;
}

/** Of a measure with several columns each is told by its own name. */
function sayColumn(name: string): string {
  return name[0].toUpperCase() + name.slice(1).replaceAll('_', ' ');
}

/** "Lives lost +0.42 ± 0.10" or "Standing and waiting −8.1 points ± 2.0". */
export function sayChange(change: MeasureChange): string {
  return `${change.name} ${sayDifference(change)}`;
}

/** "+14.0 points ± 5.2", or that no difference is shown. */
export function sayDifference({ difference: { value, halfWidth, isReal }, isShare }: MeasureChange): string {
  const factor = isShare ? 100 : 1;
  const said = (size: number) => (factor * size).toFixed(isShare ? 1 : 2);
  const unit = isShare ? ' points' : '';
  if (value === 0 && halfWidth === 0) return 'the same in every run';
  if (!isReal) return `no difference shown (± ${said(halfWidth)}${unit})`;
  return `${value > 0 ? '+' : '−'}${said(Math.abs(value))}${unit} ± ${said(halfWidth)}`;
}

/** "41.0 % → 55.0 %" */
export function sayBothSides({ before, after, isShare }: MeasureComparison): string {
  const said = (value: number) => (isShare ? `${(100 * value).toFixed(1)} %` : value.toFixed(2));
  return `${said(before)} → ${said(after)}`;
}
