import { SAMPLES_PER_SECOND, type RunSamples } from '../simulate/runRecord';
import type { Join } from './measure';

/** Sums over runs of what was sampled, in bins of half a second; sums of several chunks add up. */
export interface PacingSums {
  /** For each bin, how many samples fell into each of twenty levels of pressure. */
  pressureLevels: number[][];
  /** For each bin, in how many samples any piece had the player in sight. */
  sightedSamples: number[];
  /** For each bin, samples taken: how many tenths of a second of play it stands for. */
  samples: number[];
}

export const PACING_BIN_SECONDS = 0.5;
const LEVELS = 20;

export function emptyPacing(): PacingSums {
  return { pressureLevels: [], sightedSamples: [], samples: [] };
}

/** Adds one run, sampled `samplesPerSecond` times a second. */
export function addRunPacing(
  sums: PacingSums,
  run: { pressure: readonly number[]; sighted: readonly number[] },
  samplesPerSecond: number,
): void {
  const samplesPerBin = samplesPerSecond * PACING_BIN_SECONDS;
  run.pressure.forEach((pressure, index) => {
    const bin = Math.floor(index / samplesPerBin);
    growTo(sums, bin);
    sums.pressureLevels[bin][Math.min(LEVELS - 1, Math.floor(pressure * LEVELS))]++;
    sums.samples[bin]++;
    if (run.sighted[index] > 0) sums.sightedSamples[bin]++;
  });
}

function growTo(sums: PacingSums, bin: number): void {
  while (sums.samples.length <= bin) {
    sums.pressureLevels.push(new Array<number>(LEVELS).fill(0));
    sums.sightedSamples.push(0);
    sums.samples.push(0);
  }
}

export function mergePacing(into: PacingSums, other: PacingSums): void {
  other.samples.forEach((count, bin) => {
    growTo(into, bin);
    into.samples[bin] += count;
    into.sightedSamples[bin] += other.sightedSamples[bin];
    for (let level = 0; level < LEVELS; level++) into.pressureLevels[bin][level] += other.pressureLevels[bin][level];
  });
}

/** Pressure and sight over the time of play. */
export function pacingJoin(): Join<RunSamples, PacingSums, PacingPoint[]> {
  return {
    kind: 'curve',
    empty: emptyPacing,
    add: (sums, samples) => addRunPacing(sums, samples, SAMPLES_PER_SECOND),
    merge: mergePacing,
    value: describePacing,
  };
}

/** Pacing at one time, over the runs that were still in play then. */
export interface PacingPoint {
  seconds: number;
  /** Quartiles of pressure, 0..1. */
  median: number;
  q1: number;
  q3: number;
  /** Share of play time in which any piece had the player in sight. */
  sighted: number;
  /** Samples that this rests on. */
  samples: number;
}

export function describePacing(sums: PacingSums): PacingPoint[] {
  return sums.samples.map((samples, bin) => ({
    seconds: (bin + 0.5) * PACING_BIN_SECONDS,
    median: levelQuantile(sums.pressureLevels[bin], samples, 0.5),
    q1: levelQuantile(sums.pressureLevels[bin], samples, 0.25),
    q3: levelQuantile(sums.pressureLevels[bin], samples, 0.75),
    sighted: sums.sightedSamples[bin] / samples,
    samples,
  }));
}

/** Quantile from counts by level; within a level, values are taken as spread evenly. The lowest level holds the many zeros. */
function levelQuantile(levels: readonly number[], total: number, share: number): number {
  let before = 0;
  for (let level = 0; level < LEVELS; level++) {
    const here = levels[level];
    if (here > 0 && before + here >= share * total) {
      return level === 0 ? 0 : (level + (share * total - before) / here) / LEVELS;
    }
    before += here;
  }
  return 0;
}
