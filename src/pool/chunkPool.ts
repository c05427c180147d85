import { availableParallelism } from 'node:os';
import path from 'node:path';
import { Piscina } from 'piscina';
import type { ChunkReply, ChunkTask } from './chunkTask';

export type ChunkPool = Piscina<ChunkTask, ChunkReply>;

/** Threads that compute chunks. The worker is bundled by the build; the project folder must be the working directory, or given. */
export function createChunkPool(workers = availableParallelism(), projectFolder = process.cwd()): ChunkPool {
  return new Piscina<ChunkTask, ChunkReply>({
    filename: path.join(/* turbopackIgnore: true */ projectFolder, 'dist/pool/chunk.worker.mjs'),
    minThreads: 1,
    maxThreads: Math.max(1, workers),
    idleTimeout: 30_000,
    resourceLimits: { maxOldGenerationSizeMb: 160 },
  });
}
