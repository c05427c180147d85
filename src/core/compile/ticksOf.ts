/** Ticks that a duration takes: the first tick at which at least this time has passed. */
export function ticksOf(seconds: number, ticksPerSecond: number): number {
  return Math.max(0, Math.ceil(seconds * ticksPerSecond - 1e-9));
}
