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

const SUMMANDS = Float64Array.from({ length: 4096 }, (_, index) => index);

/**
 * CPU milliseconds of a loop of independent additions, always the same. Where it doubles, something else keeps the other
 * half of the core busy, and every row measured at the time is too low; a loop in which every step waits for the one
 * before would not show it.
 */
export function plainAdditionsMs(): number {
  return cpuMs(() => {
    let [a, b, c, d] = [0, 0, 0, 0];
    for (let round = 0; round < 1500; round++) {
      for (let index = 0; index < SUMMANDS.length; index += 4) {
        a += SUMMANDS[index] * 1.1;
        b += SUMMANDS[index + 1] * 1.2;
        c += SUMMANDS[index + 2] * 1.3;
        d += SUMMANDS[index + 3] * 1.4;
      }
    }
    if (a + b + c + d < 0) throw new Error('sums of what is not negative');
  });
}
