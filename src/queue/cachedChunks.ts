import { keptStretches, mergeChunks, type ChunkResult } from '@/core/index';
import type { ChunkComputer, ChunkTask } from './chunkTask';
import type { NumberStore } from './numberStore';

/** Larger chunks belong to batches that keep their runs themselves. */
const MOST_KEPT_RUNS = 100;

/**
 * Chunks that are kept once they were computed, so that nothing is measured twice, whoever asks for it. Where they can be, they
 * are cut into stretches that everybody cuts alike.
 */
export class CachedChunks implements ChunkComputer {
  /** How many runs were found, instead of made. */
  foundRuns = 0;

  constructor(
    private readonly inner: ChunkComputer,
    /** Where they are kept; nowhere where there is none. */
    private readonly openStore: () => NumberStore | undefined,
    /** Is the same for all versions of the document by which the level of the task plays alike. */
    private readonly playOf: (task: ChunkTask) => string | Promise<string>,
  ) {}

  async compute(task: ChunkTask, signal?: AbortSignal): Promise<ChunkResult> {
    const store = this.openStore();
    if (!store || task.count > MOST_KEPT_RUNS) return this.inner.compute(task, signal);
    const play = await this.playOf(task);
    const parts: ChunkResult[] = [];
    for (const stretch of keptStretches(task.firstSeed, task.count))
      parts.push(await this.computePart(store, play, { ...task, ...stretch }, signal));
    return parts.length === 1 ? parts[0] : mergeChunks(parts);
  }

  private async computePart(
    store: NumberStore,
    play: string,
    task: ChunkTask,
    signal: AbortSignal | undefined,
  ): Promise<ChunkResult> {
    const { levelId, overrides, standInId, firstSeed, count, tries } = task;
    const key = { play, levelId, overrides, standInId, firstSeed, count, ...(tries ? { tries } : {}) };
    const known = await store.find(key);
    if (known) {
      this.foundRuns += count;
      return known;
    }
    const result = await this.inner.compute(task, signal);
    await store.keep(key, result);
    return result;
  }
}
