/** How often each value came, by the value as text. Exact, and no larger than there are different values. */
export type ValueCounts = Record<string, number>;

export function countValue(counts: ValueCounts, value: number, times = 1): void {
  counts[value] = (counts[value] ?? 0) + times;
}

export function mergeValueCounts(into: ValueCounts, other: ValueCounts): void {
  for (const value in other) into[value] = (into[value] ?? 0) + other[value];
}

/** Values with how often each came, the least first. */
export type SortedCounts = readonly { value: number; count: number }[];

/** The values, each turned into a unit, the least first. */
export function sortedCounts(counts: ValueCounts, inUnit: (value: number) => number = (value) => value): SortedCounts {
  return Object.entries(counts)
    .map(([value, count]) => ({ value: inUnit(Number(value)), count }))
    .sort((a, b) => a.value - b.value);
}

export function totalOf(sorted: SortedCounts): number {
  return sorted.reduce((sum, { count }) => sum + count, 0);
}

/** The value at a place, counted from 0, of the whole list in its order. */
export function valueAt(sorted: SortedCounts, place: number): number {
  let before = 0;
  for (const { value, count } of sorted) {
    before += count;
    if (place < before) return value;
  }
  return sorted[sorted.length - 1].value;
}

/**
 * The quantile of a list of values of which only the counts are known; the same as of the sorted list: with n values and p·n
 * whole and n even the middle of two neighbours, otherwise the value of rank ⌈p·n⌉.
 */
export function quantileOfCounts(sorted: SortedCounts, share: number): number {
  const total = totalOf(sorted);
  const rank = share * total;
  if (share === 1) return valueAt(sorted, total - 1);
  if (share === 0) return valueAt(sorted, 0);
  if (rank % 1 !== 0) return valueAt(sorted, Math.ceil(rank) - 1);
  if (total % 2 === 0) return (valueAt(sorted, rank - 1) + valueAt(sorted, rank)) / 2;
  return valueAt(sorted, rank);
}
