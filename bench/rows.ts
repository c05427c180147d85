/** One line of the bench. Names stay stable, so that lines of different days can be compared. */
export interface BenchRow {
  name: string;
  value: number;
  unit: string;
  /** The same work done in the plainest way, in the same unit. */
  floor?: number;
  ratio?: number;
}

/** Median of several measurements, each of them given in the unit of the row. */
export function medianOf(times: number, measure: () => number): number {
  return median(Array.from({ length: times }, measure));
}

export function median(values: readonly number[]): number {
  return [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];
}

/** Milliseconds of CPU time that a piece of work takes on this thread. */
export function cpuMs(work: () => void): number {
  const before = process.cpuUsage();
  work();
  const { user, system } = process.cpuUsage(before);
  return (user + system) / 1000;
}

export function wallMs(work: () => void): number {
  const before = performance.now();
  work();
  return performance.now() - before;
}
