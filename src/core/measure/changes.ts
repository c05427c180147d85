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
];

export function strictZ(looks: number): number {
  return (STRICT_Z.find(([most]) => looks <= most) ?? STRICT_Z[STRICT_Z.length - 1])[1];
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
  const columns = Object.entries(table).flatMap(([id, { name, unit, columns: own = [] }]) =>
    own.map((column) => ({ id, name: own.length > 1 ? sayColumn(column.name) : name, isShare: unit === '%', column })),
  );
  const z = strictZ(columns.length);
  return columns
    .flatMap(({ id, name, isShare, column }): MeasureChange[] => {
      const read = column.of ?? ((record: RunRecord) => record.figures?.[column.name]);
      const difference = meanDifference(differencesBySeed(before, after, read), z);
      return difference?.isReal && difference.halfWidth > 0
        ? [{ id, name, column: column.name, difference, isShare }]
        : [];
    })
    .sort((one, other) => strength(other) - strength(one));
}

function strength({ difference: { value, halfWidth } }: MeasureChange): number {
  return Math.abs(value) / halfWidth;
}

/** Of a measure with several columns each is told by its own name. */
function sayColumn(name: string): string {
  return name[0].toUpperCase() + name.slice(1).replaceAll('_', ' ');
}

/** "Lives lost +0.42 ± 0.10" or "Standing and waiting −8.1 points ± 2.0". */
export function sayChange({ name, difference: { value, halfWidth }, isShare }: MeasureChange): string {
  const factor = isShare ? 100 : 1;
  const digits = isShare ? 1 : 2;
  const sign = value > 0 ? '+' : '−';
  const size = (factor * Math.abs(value)).toFixed(digits);
  return `${name} ${sign}${size}${isShare ? ' points' : ''} ± ${(factor * halfWidth).toFixed(digits)}`;
}
