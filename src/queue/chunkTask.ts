import type { ChunkResult, Overrides } from '@/core/index';

/**
 * A stretch of seeds of one arm, to be run anywhere. The document is named by its hash; who computes the task fetches it once.
 * Same task, same result, to the last bit.
 */
export interface ChunkTask {
  documentHash: string;
  levelId: string;
  standInId: string;
  overrides: Overrides;
  firstSeed: number;
  count: number;
  /** How often each person may try it until it is cleared; once where left out. */
  tries?: number | undefined;
}

/** Gives the text of the document of a hash. */
export type FindDocument = (hash: string) => Promise<string>;

/** A task that was tried several times where it was to be computed, and cannot be: it is not given out again. */
export class SetAsideError extends Error {}

/** Computes tasks somewhere; given up with the signal. */
export interface ChunkComputer {
  compute(task: ChunkTask, signal?: AbortSignal): Promise<ChunkResult>;
}

/** Seeds from the first on. */
export type SeedRange = Pick<ChunkTask, 'firstSeed' | 'count'>;

/** A chunk has so many runs at least, and at most; in between it is so large that an arm has some two hundred. */
const LEAST_CHUNK_RUNS = 25;
const MOST_CHUNK_RUNS = 250;
const CHUNKS_PER_ARM = 200;

/** Into chunks of how many runs an arm of so many runs is cut. What the runs come to does not hang on it. */
export function chunkRunsFor(runs: number): number {
  return Math.min(MOST_CHUNK_RUNS, Math.max(LEAST_CHUNK_RUNS, Math.ceil(runs / CHUNKS_PER_ARM)));
}

/** Cuts a range of seeds into chunks of at most `size` runs. */
export function cutIntoChunks(firstSeed: number, runs: number, size = chunkRunsFor(runs)): SeedRange[] {
  const chunks: SeedRange[] = [];
  for (let done = 0; done < runs; done += size)
    chunks.push({ firstSeed: firstSeed + done, count: Math.min(size, runs - done) });
  return chunks;
}
