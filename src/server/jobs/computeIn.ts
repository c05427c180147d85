import type { ChunkReply, ChunkTask } from '@/pool/chunkTask';
import { log } from '../log';

/** So often a chunk is computed whose worker dies. */
const MOST_ATTEMPTS = 3;

/** What computes chunks in threads of its own; one that dies is replaced. */
interface Pool {
  run: (task: ChunkTask, how: { signal: AbortSignal }) => Promise<ChunkReply>;
}

/** Computes a chunk. What a worker was at that died is computed anew, a few times. */
export async function computeIn(pool: Pool, task: ChunkTask, signal: AbortSignal): Promise<ChunkReply> {
  for (let attempt = 1; ; attempt++) {
    try {
      return await pool.run(task, { signal });
    } catch (error) {
      if (signal.aborted || attempt >= MOST_ATTEMPTS || !hasWorkerDied(error)) throw error;
      const { levelId, firstSeed } = task;
      log.warn({ err: error, level: levelId, firstSeed }, 'a worker died; its chunk is computed anew');
    }
  }
}

function hasWorkerDied(error: unknown): boolean {
  const { code, message } = error as { code?: string; message?: string };
  return code === 'ERR_WORKER_OUT_OF_MEMORY' || /worker exited|terminat/i.test(message ?? '');
}
