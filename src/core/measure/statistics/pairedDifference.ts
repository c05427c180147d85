import { NORMAL_97_5 } from './wilsonInterval';

/** Difference of a number of runs on the same seeds, with half the width of its interval. */
export interface PairedDifference {
  /** Of clear rates −1..1; of other numbers in their unit. */
  value: number;
  halfWidth: number;
  /** How many seeds both have. */
  seeds: number;
  /** Whether the interval leaves zero out. */
  isReal: boolean;
}

/**
 * The mean of differences, one for each seed, ± z·s/√n with s their standard deviation. Undefined with fewer than two.
 * The normal approximation: good for some thirty seeds and more.
 */
export function meanDifference(differences: readonly number[], z = NORMAL_97_5): PairedDifference | undefined {
  const seeds = differences.length;
  if (seeds < 2) return undefined;
  const value = differences.reduce((sum, difference) => sum + difference, 0) / seeds;
  const variance =
    differences.reduce((sum, difference) => sum + (difference - value) * (difference - value), 0) / (seeds - 1);
  const halfWidth = z * Math.sqrt(variance / seeds);
  return { value, halfWidth, seeds, isReal: Math.abs(value) > halfWidth };
}

/** Differences seed by seed, after less before, over the seeds in which both have the number. */
export function differencesBySeed<Run extends { seed: number }>(
  before: readonly Run[],
  after: readonly Run[],
  read: (run: Run) => number | undefined,
): number[] {
  const earlier = new Map(before.map((run) => [run.seed, read(run)]));
  return after.flatMap((run) => {
    const [then, now] = [earlier.get(run.seed), read(run)];
    return then === undefined || now === undefined ? [] : [now - then];
  });
}

/** Compares two sets of runs seed by seed by how many of them were won, with the 95 % interval. */
export function pairedDifference(
  before: readonly { seed: number; outcome: string }[],
  after: readonly { seed: number; outcome: string }[],
): PairedDifference | undefined {
  return meanDifference(differencesBySeed(before, after, ({ outcome }) => (outcome === 'won' ? 1 : 0)));
}
