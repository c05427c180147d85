import type { Join } from '../measure';

/** Adds up whole numbers. */
export function countJoin(): Join<number, { count: number }, number> {
  return {
    kind: 'count',
    empty: () => ({ count: 0 }),
    add: (sums, read) => void (sums.count += read),
    merge: (into, other) => void (into.count += other.count),
    value: ({ count }) => count,
  };
}
