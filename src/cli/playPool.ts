import { createHash } from 'node:crypto';
import cliProgress from 'cli-progress';
import { carryOut, playKey, writeGame, type ChunkResult, type PlayTask, type RunPlan } from '@/core/index';
import { CachedChunks } from '@/queue/cachedChunks';
import type { ChunkComputer } from '@/queue/chunkTask';
import { hashOfPlay, numbersFolder, NumberStore } from '@/queue/numberStore';
import { ThreadPool } from '@/queue/threads/threadPool';
import type { GameFile } from './gameFile';

/** Plays runs of one level in threads. */
export type PlayInThreads = (levelId: string, task: PlayTask) => Promise<ChunkResult>;

export interface PoolOptions {
  workers: number;
  /** Of the machines that play instead of threads of this one. */
  queue?: string | undefined;
  projectFolder: string;
}

/** Opens what plays a game, threads or the machines of a queue, for as long as it is used; so many tasks at a time keep it busy. */
export async function withPool<Value>(
  opened: GameFile,
  options: PoolOptions,
  work: (play: PlayInThreads, width: number) => Promise<Value>,
): Promise<Value> {
  const text = writeGame(opened.game);
  const documentHash = createHash('sha256').update(text).digest('hex');
  const { pool, width } = await openPool(text, options);
  const chunks = withCache(pool, opened, options);
  try {
    return await work(
      (levelId, { overrides, standInId, firstSeed, count, tries }) =>
        chunks.compute({ documentHash, levelId, overrides, standInId, firstSeed, count, tries }),
      width,
    );
  } finally {
    await pool.end();
  }
}

async function openPool(
  text: string,
  options: PoolOptions,
): Promise<{ pool: ChunkComputer & { end: () => Promise<void> }; width: number }> {
  if (options.queue === undefined)
    return { pool: new ThreadPool(() => Promise.resolve(text), options), width: options.workers };
  // Loaded only where there is a queue.
  const { openFleet } = await import('./fleet');
  return openFleet(options.queue, text);
}

/** Lets what was measured before be found again. */
function withCache(pool: ChunkComputer, { game }: GameFile, { projectFolder }: PoolOptions): ChunkComputer {
  const folder = numbersFolder(projectFolder);
  if (folder === undefined) return pool;
  const plays = new Map(game.levels.map(({ id }) => [id, hashOfPlay(playKey(game, id))]));
  const store = new NumberStore(folder);
  return new CachedChunks(
    pool,
    () => store,
    ({ levelId }) => plays.get(levelId)!,
  );
}

/** Carries out a plan of runs in threads, of one level or of that which each task names; the bar goes up to about so many runs. */
export async function carryOutInThreads<Task extends PlayTask>(
  opened: GameFile,
  level: string | ((task: Task) => string),
  plan: RunPlan<Task>,
  aboutRuns: number,
  options: PoolOptions,
): Promise<void> {
  const bar = openBar(aboutRuns);
  const played = (play: PlayInThreads) => async (task: Task) => {
    const result = await play(typeof level === 'string' ? level : level(task), task);
    bar?.increment(task.count);
    return result;
  };
  try {
    await withPool(opened, options, (play, width) => carryOut(plan, played(play), width));
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
