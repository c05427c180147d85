import type { Join } from '../measure';
import { wilsonInterval, type ShareWithInterval } from '../statistics/wilsonInterval';

/** The share of all runs of which something is true, with its interval after Wilson. */
export function shareJoin(): Join<boolean, { hits: number }, ShareWithInterval> {
  return {
    kind: 'share',
    empty: () => ({ hits: 0 }),
    add: (sums, read) => void (sums.hits += read ? 1 : 0),
    merge: (into, other) => void (into.hits += other.hits),
    value: ({ hits }, { runs }) => wilsonInterval(hits, runs),
  };
}
