import { randomUUID } from 'node:crypto';
import os from 'node:os';
import { Worker, type Job } from 'bullmq';
import type { Redis } from 'ioredis';
import type { ChunkTask } from '../chunkTask';
import { ThreadPool } from '../threads/threadPool';
import { connect, pack, unpack } from './connect';
import { NO_DOCUMENT } from './fleetComputer';
import {
  documentKey,
  DOCUMENT_SECONDS,
  FLEET_VERSIONS,
  queueName,
  resultKey,
  RESULT_SECONDS,
  sayVersions,
  VERSIONS_KEY,
  type FleetVersions,
} from './fleetNames';
import { BEAT_MS, removeMachine, sayMachine, type Machine } from './machines';
import { WorkSpeed } from '../workSpeed';

export interface FleetWorkerOptions {
  threads: number;
  projectFolder: string;
  /** Who does not renew its claim on a task for so long has lost it, ms. */
  claimMs?: number;
  /** What computes chunks; threads of this machine where left out. */
  makers?: Pick<ThreadPool, 'compute' | 'end'>;
  /** Is told what goes wrong, in words. */
  onTrouble?: (words: string) => void;
  /** Is told when whoever hands out work has another version: nothing is taken on any more. */
  onRefused?: (words: string) => void;
}

const CLAIM_MS = 30_000;
/** A task is given out so often again whose machine did not renew its claim. */
const MOST_LOST = 2;
/** No chunk takes this long: what does hangs, ms. */
const MOST_MS = 10 * 60_000;

/** A machine of the fleet: takes tasks from a queue on Redis and computes them in threads, until it is ended. */
export class FleetWorker {
  private readonly redis: Redis;
  /** What BullMQ is given it does not close. */
  private readonly given: Redis;
  private readonly pool: Pick<ThreadPool, 'compute' | 'end'>;
  private readonly worker: Worker<ChunkTask>;
  private readonly machine: Machine;
  private readonly beat: NodeJS.Timeout;
  private readonly speed = new WorkSpeed(Date.now());

  constructor(
    url: string,
    private readonly options: FleetWorkerOptions,
  ) {
    const { threads, projectFolder, claimMs = CLAIM_MS, onTrouble } = options;
    this.redis = connect(url);
    this.given = connect(url);
    this.pool =
      options.makers ?? new ThreadPool((hash) => this.findDocument(hash), { workers: threads, projectFolder });
    this.machine = {
      ...{ id: randomUUID(), host: os.hostname(), threads, versions: FLEET_VERSIONS },
      ...{ busy: 0, runs: 0, runsASecond: 0, since: Date.now(), at: Date.now() },
    };
    this.worker = new Worker<ChunkTask>(queueName(), (job) => this.compute(job), {
      connection: this.given,
      // One more than there are threads, so that none waits for the next task.
      concurrency: threads + 1,
      lockDuration: claimMs,
      stalledInterval: claimMs / 2,
      maxStalledCount: MOST_LOST,
    });
    this.worker.on('error', ({ message }) => onTrouble?.(message));
    this.beat = setInterval(() => void this.say(), BEAT_MS);
    void this.say();
  }

  get runs(): number {
    return this.machine.runs;
  }

  /** Takes on nothing more, ends what is under way, and leaves. */
  async drain(): Promise<void> {
    clearInterval(this.beat);
    await this.worker.close();
    await removeMachine(this.redis, this.machine.id).catch(() => undefined);
    for (const redis of [this.redis, this.given]) redis.disconnect();
    await this.pool.end();
  }

  /** As if the machine lost its current: nothing is handed in, nothing is said. */
  die(): void {
    clearInterval(this.beat);
    for (const redis of [this.redis, this.given]) redis.disconnect();
    void this.worker.close(true).catch(() => undefined);
  }

  private async compute(job: Job<ChunkTask>): Promise<void> {
    this.machine.busy++;
    try {
      const result = await this.pool.compute(job.data, AbortSignal.timeout(MOST_MS));
      await this.redis.set(resultKey(job.id!), await pack(result), 'EX', RESULT_SECONDS);
      this.machine.runs += job.data.count;
    } finally {
      this.machine.busy--;
    }
  }

  private async findDocument(hash: string): Promise<string> {
    const bytes = await this.redis.getexBuffer(documentKey(hash), 'EX', DOCUMENT_SECONDS);
    if (!bytes) throw new Error(`${NO_DOCUMENT} ${hash}`);
    return unpack<string>(bytes);
  }

  private async say(): Promise<void> {
    const { machine } = this;
    machine.at = Date.now();
    machine.runsASecond = this.speed.note(machine.at, machine.runs, machine.busy > 0);
    try {
      await sayMachine(this.redis, this.machine);
      const refusal = await whyRefused(this.redis);
      if (refusal) this.options.onRefused?.(refusal);
    } catch (error) {
      this.options.onTrouble?.((error as Error).message);
    }
  }
}

/** Why whoever hands out work has none for this version; undefined where it has, or nobody has asked yet. */
export async function whyRefused(redis: Redis): Promise<string | undefined> {
  const text = await redis.get(VERSIONS_KEY);
  if (text === null) return undefined;
  const wanted = JSON.parse(text) as FleetVersions;
  if (queueName(wanted) === queueName()) return undefined;
  return `Work is handed out for ${sayVersions(wanted)}; this machine has ${sayVersions(FLEET_VERSIONS)}.`;
}
