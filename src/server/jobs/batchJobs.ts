import { EventEmitter } from 'node:events';
import { areSameVersions, bug, CONTROL_RUNS, controlArms, NUMBER_VERSIONS, sheetOfLevel } from '@/core/index';
import { CachedChunks } from '@/queue/cachedChunks';
import { QueueWorkers } from '@/queue/queueWorkers';
import { FleetComputer, type FleetState } from '@/queue/redis/fleetComputer';
import { isThere } from '@/queue/redis/machines';
import { ThreadPool } from '@/queue/threads/threadPool';
import { WorkSpeed } from '@/queue/workSpeed';
import type { BatchInfo, BatchProgress } from '../contracts/batches';
import {
  addControls,
  armsOf,
  beginAnew,
  createBatch,
  endBatch,
  findBatch,
  keptControls,
  listRunningBatches,
  overridesOf,
  planChunks,
  type NewBatch,
} from '../database/batches';
import { DatabaseQueue, endIfDone, releaseLeases } from '../database/chunks';
import { isDatabaseAway } from '../database/connection';
import { findDocumentText, findRevision } from '../database/games';
import type { NewArm } from '../documents/readArms';
import type { ArmRow, BatchRow } from '../database/models';
import { log } from '../log';
import { serverMetrics } from '../metrics';
import { keptNumbers, playOfTask } from './keptNumbers';

/**
 * Batches on the server. What is known of them lies in the database: chunks that wait there are computed by threads of this
 * process, and one that is kept is never computed again. So a batch survives the death of server or database and ends as if
 * nothing had happened.
 */
class BatchJobs {
  private readonly events = new EventEmitter().setMaxListeners(200);
  private ownWorkers: QueueWorkers | undefined;
  private pool: ThreadPool | undefined;
  private fleet: FleetComputer | undefined;
  private counting: NodeJS.Timeout | undefined;
  private timing: NodeJS.Timeout | undefined;
  private readonly speed = new WorkSpeed(Date.now());
  private runsMade = 0;
  private ownRunsASecond = 0;

  /** Notes a batch down and begins it; gives its description at once. */
  async start(batch: NewBatch): Promise<BatchInfo> {
    const info = await createBatch(batch);
    this.workers.wake();
    return info;
  }

  /** Goes on with everything that was running when the server last stopped. */
  async resume(): Promise<void> {
    await releaseLeases();
    const batches = await listRunningBatches();
    for (const batch of batches) {
      try {
        await this.prepareAgain(batch);
      } catch (error) {
        if (isDatabaseAway(error)) throw error;
        log.error({ batch: batch.id, err: error }, 'a batch cannot go on');
        await endBatch(batch.id, 'failed', error instanceof Error ? error.message : String(error));
      }
    }
    if (batches.length > 0) this.workers.wake();
  }

  private async prepareAgain(batch: BatchRow): Promise<void> {
    log.info({ batch: batch.id }, 'going on with a batch');
    // Runs of two versions do not belong into one batch.
    if (!areSameVersions({ engine: batch.engine, standIns: batch.standIns }, NUMBER_VERSIONS))
      await beginAnew(batch.id);
    const arms = await armsOf(batch.id);
    if (!arms.some(({ isControl }) => isControl) && (await keptControls(batch.id)) === null)
      await addControls(batch.id, await controlsFor(batch.gameId, arms));
    await planChunks(batch, await armsOf(batch.id));
    await endIfDone(batch.id);
  }

  /** Ends a batch; what is finished stays. False when it was not running any more. */
  async cancel(batchId: number): Promise<boolean> {
    const wasRunning = await endBatch(batchId, 'cancelled');
    this.ownWorkers?.abandon(batchId);
    await this.tell(batchId);
    return wasRunning;
  }

  /** Calls back with every progress of a batch, first with the present one; gives the function that ends it. */
  async follow(batchId: number, listener: (progress: BatchProgress) => void): Promise<() => void> {
    const name = eventOf(batchId);
    this.events.on(name, listener);
    const batch = await findBatch(batchId);
    if (batch) listener(progressOf(batch));
    return () => this.events.off(name, listener);
  }

  /** Takes on nothing more; what is under way is given up and computed anew at the next start. */
  end(): void {
    this.ownWorkers?.end();
    clearInterval(this.counting);
    clearInterval(this.timing);
  }

  /** How fast the threads of this machine have made runs of late; 0 where others make them. */
  get runsASecond(): number {
    return this.fleet ? 0 : this.ownRunsASecond;
  }

  /** Threads that make runs, and how many chunks are under way; none before the first batch. */
  async load(): Promise<{ threads: number; busy: number; machines?: number }> {
    const busy = this.ownWorkers?.busy ?? 0;
    if (!this.fleet) return { threads: this.pool?.workers ?? 0, busy };
    const { machines } = await this.fleet.state();
    const there = machines.filter((machine) => isThere(machine));
    return { threads: threadsOf(machines), busy, machines: there.length };
  }

  /** The machines that make runs; undefined where this one does. */
  async fleetState(): Promise<FleetState | undefined> {
    void this.workers;
    return this.fleet?.state();
  }

  private get workers(): QueueWorkers {
    if (this.ownWorkers) return this.ownWorkers;
    const { runs, troubles } = serverMetrics();
    const url = process.env.GORGE_QUEUE;
    const computer = url ? this.openFleet(url) : this.openPool();
    const chunks = new CachedChunks(computer, keptNumbers, playOfTask);
    this.ownWorkers = new QueueWorkers(new DatabaseQueue(), chunks, this.pool?.workers ?? FLEET_WIDTH, {
      onDone: ({ batchId, task }) => {
        runs.inc(task.count);
        this.runsMade += task.count;
        void this.tell(batchId).catch((error: unknown) => log.warn({ err: error }, 'not told'));
      },
      onTrouble: (error, chunk) => {
        troubles.inc();
        log[isDatabaseAway(error) ? 'warn' : 'error']({ err: error, batch: chunk?.batchId }, 'a chunk waits');
      },
    });
    this.timing = setInterval(() => {
      this.ownRunsASecond = this.speed.note(Date.now(), this.runsMade, (this.ownWorkers?.busy ?? 0) > 0);
    }, TIME_MS).unref();
    return this.ownWorkers;
  }

  private openPool(): ThreadPool {
    return (this.pool = new ThreadPool(findDocumentText, {
      onDeath: (error, { levelId, firstSeed }) =>
        log.warn({ err: error, level: levelId, firstSeed }, 'a worker died; its chunk is computed anew'),
    }));
  }

  /** Machines of a queue; so much is handed out at a time as they are at, and the same again. */
  private openFleet(url: string): FleetComputer {
    const fleet = new FleetComputer(url, findDocumentText, (error) => log.warn({ err: error }, 'the queue is away'));
    const count = async () => {
      const { machines } = await fleet.state();
      this.ownWorkers?.widen(Math.min(MOST_FLEET_WIDTH, 2 * threadsOf(machines)));
    };
    this.counting = setInterval(() => void count().catch(() => undefined), COUNT_MS);
    this.counting.unref();
    return (this.fleet = fleet);
  }

  /** Tells everybody who follows a batch how it stands. */
  private async tell(batchId: number): Promise<void> {
    if (this.events.listenerCount(eventOf(batchId)) === 0) return;
    const batch = await findBatch(batchId);
    if (batch) this.events.emit(eventOf(batchId), progressOf(batch));
  }
}

/** So many chunks are handed to a fleet at a time at first, and at most; so often its threads are counted, ms. */
const FLEET_WIDTH = 4;
const MOST_FLEET_WIDTH = 2000;
const COUNT_MS = 5000;
/** So often it is looked how fast runs are made, ms. */
const TIME_MS = 2000;

function threadsOf(machines: FleetState['machines']): number {
  return machines.filter((machine) => isThere(machine)).reduce((sum, { threads }) => sum + threads, 0);
}

function eventOf(batchId: number): string {
  return `batch ${batchId}`;
}

function progressOf({ runsDone, runs, status, ahead, error }: BatchInfo): BatchProgress {
  return { runsDone, runs, status, ahead, error };
}

/** What levels come to without anybody playing, for arms of a batch that was kept before there were arms for that. */
async function controlsFor(gameId: string, arms: readonly ArmRow[]): Promise<NewArm[]> {
  const [{ revision, levelName }] = arms;
  const document = (await findRevision(gameId, revision)) ?? bug(`no revision ${revision}`);
  const asked = arms.map((row) => ({ standInId: row.standInId, levelId: row.levelId, overrides: overridesOf(row) }));
  return controlArms(asked).map((arm) => ({
    ...arm,
    revision,
    levelName,
    runs: CONTROL_RUNS,
    isControl: true,
    sheet: sheetOfLevel(document, arm.levelId, arm.standInId) ?? bug(`no level ${arm.levelId}`),
  }));
}

// Kept on globalThis, since the web server loads modules more than once.
const holder = globalThis as unknown as { gorgeBatchJobs?: BatchJobs };

export function batchJobs(): BatchJobs {
  holder.gorgeBatchJobs ??= new BatchJobs();
  return holder.gorgeBatchJobs;
}
