import { NORMAL_97_5 } from './wilsonInterval';

/** Difference of two clear rates on the same seeds, in −1..1, with half the width of its 95 % interval. */
export interface PairedDifference {
  value: number;
  halfWidth: number;
  /** How many seeds both have. */
  seeds: number;
  /** Whether the interval leaves zero out. */
  isReal: boolean;
}

/**
 * Compares two sets of runs seed by seed: the mean of after − before over the seeds that both have, ± z·s/√n with s the
 * standard deviation of these differences. Undefined with fewer than two common seeds.
 */
export function pairedDifference(
  before: readonly { seed: number; outcome: string }[],
  after: readonly { seed: number; outcome: string }[],
): PairedDifference | undefined {
  const wonBefore = new Map(before.map((run) => [run.seed, run.outcome === 'won' ? 1 : 0]));
  const differences = after.flatMap((run) => {
    const earlier = wonBefore.get(run.seed);
    return earlier === undefined ? [] : [(run.outcome === 'won' ? 1 : 0) - earlier];
  });
  const seeds = differences.length;
  if (seeds < 2) return undefined;
  const value = differences.reduce<number>((sum, difference) => sum + difference, 0) / seeds;
  const variance =
    differences.reduce((sum, difference) => sum + (difference - value) * (difference - value), 0) / (seeds - 1);
  const halfWidth = NORMAL_97_5 * Math.sqrt(variance / seeds);
  return { value, halfWidth, seeds, isReal: Math.abs(value) > halfWidth };
}
