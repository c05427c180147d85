/** Numbers are kept in stretches of so many runs, from the first seed on. */
export const KEPT_RUNS = 25;

/** Cuts seeds into the stretches in which they are kept; seeds that do not fill whole ones are one stretch as they are. */
export function keptStretches(firstSeed: number, count: number): { firstSeed: number; count: number }[] {
  const isWhole = (firstSeed - 1) % KEPT_RUNS === 0 && count % KEPT_RUNS === 0;
  if (!isWhole) return [{ firstSeed, count }];
  return Array.from({ length: count / KEPT_RUNS }, (_, at) => ({
    firstSeed: firstSeed + at * KEPT_RUNS,
    count: KEPT_RUNS,
  }));
}
