/**
 * Whether something that happens so many times a second falls due with a tick, however many ticks a second has; the first with
 * tick 0, and of every second as many.
 */
export function isBeatOfSecond(tick: number, ticksPerSecond: number, beatsPerSecond: number): boolean {
  const beats = (ticks: number) => Math.floor((ticks * beatsPerSecond) / ticksPerSecond);
  return beats(tick) !== beats(tick - 1);
}
