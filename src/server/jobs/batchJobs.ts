import { EventEmitter } from 'node:events';
import {
  areSameVersions,
  bug,
  controlRate,
  CONTROLS,
  mergeChunks,
  NUMBER_VERSIONS,
  summarise,
  type ControlRate,
} from '@/core/index';
import { cutIntoChunks, type ChunkTask, type SeedRange } from '@/pool/chunkTask';
import { createChunkPool, type ChunkPool } from '@/pool/chunkPool';
import type { BatchInfo, BatchProgress, BatchStatus } from '../contracts/batches';
import {
  beginAnew,
  createBatch,
  endBatch,
  findBatch,
  finishedChunks,
  hasControls,
  keepChunk,
  keepControls,
  listRunningBatches,
  sheetOf,
  type NewBatch,
} from '../database/batches';
import { isDatabaseAway } from '../database/connection';
import { findRevision } from '../database/games';
import { log } from '../log';
import { computeIn } from './computeIn';

const CHUNK_RUNS = 25;
/** So many runs of each control stand beside those of a batch. */
const CONTROL_RUNS = 100;
const FIRST_PAUSE_MS = 500;
const MOST_PAUSE_MS = 10_000;

interface RunningBatch {
  abort: AbortController;
  progress: BatchProgress;
}

/**
 * Batches on the server: each is cut into chunks, which the worker pool computes and the database keeps. What is kept is
 * never computed again, so a batch survives the death of server or database and ends as if nothing had happened.
 */
class BatchJobs {
  private readonly running = new Map<number, RunningBatch>();
  private readonly events = new EventEmitter().setMaxListeners(200);
  private pool: ChunkPool | undefined;

  /** Notes a batch down and begins it; gives its description at once. */
  async start(batch: NewBatch): Promise<BatchInfo> {
    const info = await createBatch(batch);
    this.begin(info);
    return info;
  }

  /** Goes on with everything that was running when the server last stopped. */
  async resume(): Promise<void> {
    for (const batch of await listRunningBatches()) {
      if (this.running.has(batch.id)) continue;
      log.info({ batch: batch.id, runsDone: batch.runsDone, runs: batch.runs }, 'going on with a batch');
      // Runs of two versions do not belong into one batch.
      this.begin(areSameVersions(batch.versions, NUMBER_VERSIONS) ? batch : ((await beginAnew(batch.id)) ?? batch));
    }
  }

  /** Ends a batch; what is finished stays. False when it was not running any more. */
  async cancel(batchId: number): Promise<boolean> {
    const job = this.running.get(batchId);
    await endBatch(batchId, 'cancelled');
    if (!job) return false;
    this.finish(batchId, 'cancelled', null);
    job.abort.abort();
    return true;
  }

  /** Calls back with every progress of a batch, first with the present one; gives the function that ends it. */
  async follow(batchId: number, listener: (progress: BatchProgress) => void): Promise<() => void> {
    const name = `batch ${batchId}`;
    this.events.on(name, listener);
    const batch = this.running.has(batchId) ? undefined : await findBatch(batchId);
    const progress = this.running.get(batchId)?.progress ?? batch;
    if (progress)
      listener({ runsDone: progress.runsDone, runs: progress.runs, status: progress.status, error: progress.error });
    return () => this.events.off(name, listener);
  }

  private begin(batch: BatchInfo): void {
    const job: RunningBatch = {
      abort: new AbortController(),
      progress: { runsDone: batch.runsDone, runs: batch.runs, status: 'running', error: null },
    };
    this.running.set(batch.id, job);
    this.compute(batch, job).catch((error: unknown) => this.fail(batch.id, job, error));
  }

  private async compute(batch: BatchInfo, job: RunningBatch): Promise<void> {
    const { signal } = job.abort;
    const kept = await withRetries(() => finishedChunks(batch.id), signal);
    const game =
      (await withRetries(() => findRevision(batch.gameId, batch.revision), signal)) ??
      bug(`batch ${batch.id} without its revision`);
    this.pool ??= createChunkPool();
    const { pool } = this;
    const chunks = cutIntoChunks(batch.firstSeed, batch.runs, CHUNK_RUNS).filter((chunk) => !kept.has(chunk.firstSeed));
    const taskFor = (standInId: string, chunk: SeedRange): ChunkTask => ({
      documentHash: batch.revision,
      game,
      levelId: batch.levelId,
      standInId,
      overrides: { knobs: [] },
      ...chunk,
    });
    await Promise.all([
      this.computeControls(batch, pool, taskFor, signal),
      ...chunks.map(async (chunk) => {
        const result = await computeIn(pool, taskFor(batch.standInId, chunk), signal);
        await withRetries(() => keepChunk(batch.id, result), signal);
        job.progress = { ...job.progress, runsDone: job.progress.runsDone + chunk.count };
        if (!signal.aborted) this.tell(batch.id, job.progress);
      }),
    ]);
    await withRetries(() => endBatch(batch.id, 'finished'), signal);
    this.finish(batch.id, 'finished', null);
  }

  /** What the level comes to without anybody playing it, so that the report can say whether its numbers are more than that. */
  private async computeControls(
    batch: BatchInfo,
    pool: ChunkPool,
    taskFor: (standInId: string, chunk: SeedRange) => ChunkTask,
    signal: AbortSignal,
  ): Promise<void> {
    if (await withRetries(() => hasControls(batch.id), signal)) return;
    const sheet = await withRetries(() => sheetOf(batch), signal);
    const rates = await Promise.all(
      CONTROLS.map(async (control): Promise<ControlRate> => {
        const ranges = cutIntoChunks(1, CONTROL_RUNS, CHUNK_RUNS);
        const chunks = await Promise.all(ranges.map((range) => computeIn(pool, taskFor(control, range), signal)));
        return controlRate(control, summarise(mergeChunks(chunks).rows, sheet));
      }),
    );
    await withRetries(() => keepControls(batch.id, rates), signal);
  }

  private fail(batchId: number, job: RunningBatch, error: unknown): void {
    if (job.abort.signal.aborted) return;
    job.abort.abort();
    const message = error instanceof Error ? error.message : String(error);
    log.error({ batch: batchId, err: error }, 'a batch failed');
    this.finish(batchId, 'failed', message);
    endBatch(batchId, 'failed', message).catch((fault: unknown) =>
      log.error({ batch: batchId, err: fault }, 'a failed batch could not be noted'),
    );
  }

  private finish(batchId: number, status: BatchStatus, error: string | null): void {
    const job = this.running.get(batchId);
    if (!job) return;
    this.running.delete(batchId);
    this.tell(batchId, { ...job.progress, status, error });
  }

  private tell(batchId: number, progress: BatchProgress): void {
    this.events.emit(`batch ${batchId}`, progress);
  }
}

/** Tries again while the database is away, for as long as that takes, ever more seldom. */
async function withRetries<Value>(work: () => Promise<Value>, signal: AbortSignal): Promise<Value> {
  for (let pauseMs = FIRST_PAUSE_MS; ; pauseMs = Math.min(MOST_PAUSE_MS, pauseMs * 2)) {
    try {
      return await work();
    } catch (error) {
      if (!isDatabaseAway(error) || signal.aborted) throw error;
      await new Promise((resolve) => setTimeout(resolve, pauseMs));
    }
  }
}

// Kept on globalThis, since the web server loads modules more than once.
const holder = globalThis as unknown as { gorgeBatchJobs?: BatchJobs };

export function batchJobs(): BatchJobs {
  holder.gorgeBatchJobs ??= new BatchJobs();
  return holder.gorgeBatchJobs;
}
