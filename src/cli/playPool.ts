import { createHash } from 'node:crypto';
import cliProgress from 'cli-progress';
import { writeGame, type ChunkResult, type PlayTask } from '@/core/index';
import { ThreadPool } from '@/queue/threads/threadPool';
import type { GameFile } from './gameFile';

/** Plays runs of one level in threads. */
export type PlayInThreads = (levelId: string, task: PlayTask) => Promise<ChunkResult>;

export interface PoolOptions {
  workers: number;
  projectFolder: string;
}

/** Opens threads that play a game, for as long as they are used. */
export async function withPool<Value>(
  { game }: GameFile,
  options: PoolOptions,
  use: (play: PlayInThreads) => Promise<Value>,
): Promise<Value> {
  const text = writeGame(game);
  const documentHash = createHash('sha256').update(text).digest('hex');
  const pool = new ThreadPool(() => Promise.resolve(text), options);
  try {
    return await use((levelId, { overrides, standInId, firstSeed, count }) =>
      pool.compute({ documentHash, levelId, overrides, standInId, firstSeed, count }),
    );
  } finally {
    await pool.end();
  }
}

/** A bar that shows how many runs are done; none where nobody looks. */
export function openBar(total: number): cliProgress.SingleBar | undefined {
  if (!process.stderr.isTTY) return undefined;
  const bar = new cliProgress.SingleBar({
    format: '{bar} {value} of {total} runs',
    stream: process.stderr,
    clearOnComplete: true,
  });
  bar.start(total, 0);
  return bar;
}
