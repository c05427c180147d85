import type { ChunkResult, GameDocument, Overrides } from '@/core/index';

/** A stretch of seeds of one level, to be run anywhere. Same task, same result, to the last bit. */
export interface ChunkTask {
  /** Fingerprint of the document; tasks with equal fingerprints share a compiled level inside a worker. */
  documentHash: string;
  game: GameDocument;
  levelId: string;
  standInId: string;
  overrides: Overrides;
  firstSeed: number;
  count: number;
}

/** Seeds from the first on. */
export type SeedRange = Pick<ChunkTask, 'firstSeed' | 'count'>;

export type ChunkReply = ChunkResult;

/** Cuts a range of seeds into chunks of at most `size` runs. */
export function cutIntoChunks(firstSeed: number, runs: number, size: number): SeedRange[] {
  const chunks: SeedRange[] = [];
  for (let done = 0; done < runs; done += size)
    chunks.push({ firstSeed: firstSeed + done, count: Math.min(size, runs - done) });
  return chunks;
}
