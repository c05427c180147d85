import { createHash } from 'node:crypto';
import cliProgress from 'cli-progress';
import { carryOut, writeGame, type ChunkResult, type PlayTask, type RunPlan } from '@/core/index';
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
  work: (play: PlayInThreads) => Promise<Value>,
): Promise<Value> {
  const text = writeGame(game);
  const documentHash = createHash('sha256').update(text).digest('hex');
  const pool = new ThreadPool(() => Promise.resolve(text), options);
  try {
    return await work((levelId, { overrides, standInId, firstSeed, count }) =>
      pool.compute({ documentHash, levelId, overrides, standInId, firstSeed, count }),
    );
  } finally {
    await pool.end();
  }
}

/** Carries out a plan of runs of one level in threads; the bar goes up to about so many runs. */
export async function carryOutInThreads<Task extends PlayTask>(
  opened: GameFile,
  levelId: string,
  plan: RunPlan<Task>,
  aboutRuns: number,
  options: PoolOptions,
): Promise<void> {
  const bar = openBar(aboutRuns);
  const played = (play: PlayInThreads) => async (task: Task) => {
    const result = await play(levelId, task);
    bar?.increment(task.count);
    return result;
  };
  try {
    await withPool(opened, options, (play) => carryOut(plan, played(play), options.workers));
  } finally {
    bar?.stop();
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
