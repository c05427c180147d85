import { Queue, QueueEvents } from 'bullmq';
import type { Redis } from 'ioredis';
import { areSameVersions, NUMBER_VERSIONS, type ChunkResult } from '@/core/index';
import { SetAsideError, type ChunkComputer, type ChunkTask, type FindDocument } from '../chunkTask';
import { connect, pack, unpack } from './connect';
import {
  documentKey,
  DOCUMENT_SECONDS,
  FLEET_VERSIONS,
  queueName,
  resultKey,
  taskId,
  VERSIONS_KEY,
} from './fleetNames';
import { isThere, listMachines, type Machine } from './machines';

/** So often it is looked whether what is waited for has come or has got lost, ms. */
const LOOK_MS = 4000;
/** What a worker says that has not found the document of a task. */
export const NO_DOCUMENT = 'no document';

interface Waiting {
  task: ChunkTask;
  resolve: (result: ChunkResult) => void;
  reject: (error: unknown) => void;
}

/** What is known of the whole fleet. */
export interface FleetState {
  machines: Machine[];
  /** Tasks that nobody has begun, and runs that are made a second, all together. */
  waiting: number;
  runsASecond: number;
}

/**
 * Has chunks computed by whatever machines have joined a queue on Redis. Nothing of a batch lies there but what is under way: what
 * gets lost is asked for again, so that machines and Redis may end at any time.
 */
export class FleetComputer implements ChunkComputer {
  private readonly redis: Redis;
  /** What BullMQ is given it does not close. */
  private readonly given: Redis[];
  private readonly queue: Queue<ChunkTask>;
  private readonly events: QueueEvents;
  private readonly waiting = new Map<string, Waiting[]>();
  private readonly texts = new Map<string, number>();
  private readonly looking: NodeJS.Timeout;

  constructor(
    url: string,
    private readonly findDocument: FindDocument,
    private readonly onTrouble: (error: unknown) => void = () => undefined,
    lookMs = LOOK_MS,
  ) {
    this.redis = connect(url);
    const [forQueue, forEvents] = (this.given = [connect(url), connect(url)]);
    this.queue = new Queue(queueName(), { connection: forQueue });
    this.events = new QueueEvents(queueName(), { connection: forEvents });
    this.queue.on('error', onTrouble);
    this.events.on('error', onTrouble);
    this.events.on('completed', ({ jobId }) => this.attempt(this.fetch(jobId)));
    this.events.on('failed', ({ jobId, failedReason }) => this.attempt(this.setAside(jobId, failedReason)));
    this.looking = setInterval(() => this.attempt(this.lookAfterAll()), lookMs);
    this.looking.unref();
    this.attempt(this.redis.set(VERSIONS_KEY, JSON.stringify(FLEET_VERSIONS)));
  }

  async compute(task: ChunkTask, signal?: AbortSignal): Promise<ChunkResult> {
    signal?.throwIfAborted();
    const id = taskId(task);
    return new Promise<ChunkResult>((resolve, reject) => {
      const own: Waiting = { task, resolve, reject };
      this.waiting.set(id, [...(this.waiting.get(id) ?? []), own]);
      signal?.addEventListener('abort', () => this.giveUp(id, own, signal.reason), { once: true });
      this.attempt(this.add(id, task));
    });
  }

  /** Who is there, and how much there is to do. */
  async state(): Promise<FleetState> {
    const machines = await listMachines(this.redis);
    const waiting = await this.queue.getWaitingCount();
    const there = machines.filter((machine) => isThere(machine));
    return { machines, waiting, runsASecond: there.reduce((sum, { runsASecond }) => sum + runsASecond, 0) };
  }

  async end(): Promise<void> {
    clearInterval(this.looking);
    for (const [id, all] of this.waiting) for (const own of all) this.giveUp(id, own, new Error('ended'));
    await Promise.allSettled([this.events.close(), this.queue.close()]);
    for (const redis of [this.redis, ...this.given]) redis.disconnect();
  }

  private attempt(act: Promise<unknown>): void {
    act.catch(this.onTrouble);
  }

  /** Puts a task on the queue, with its document; one that is there already is left as it is. */
  private async add(id: string, task: ChunkTask): Promise<void> {
    await this.putDocument(task.documentHash);
    const options = { jobId: id, removeOnComplete: true, removeOnFail: { age: DOCUMENT_SECONDS } };
    await this.queue.add('chunk', task, options);
  }

  private async putDocument(hash: string): Promise<void> {
    const put = this.texts.get(hash);
    // Often enough that it is there as long as it is asked for.
    if (put !== undefined && Date.now() - put < (DOCUMENT_SECONDS * 1000) / 4) return;
    await this.redis.set(documentKey(hash), await pack(await this.findDocument(hash)), 'EX', DOCUMENT_SECONDS);
    this.texts.set(hash, Date.now());
  }

  /** Takes in the result of a task if it has come; whether it has. */
  private async fetch(id: string): Promise<boolean> {
    const waiting = this.waiting.get(id);
    if (!waiting) return true;
    const bytes = await this.redis.getBuffer(resultKey(id));
    if (!bytes) return false;
    const result = await unpack<ChunkResult>(bytes);
    if (!isOf(waiting[0].task, result)) {
      // It is asked for again as one that never came.
      await this.redis.unlink(resultKey(id));
      this.onTrouble(new Error(`a result that is not of its task: ${id}`));
      return false;
    }
    this.waiting.delete(id);
    for (const { resolve } of waiting) resolve(result);
    await this.redis.unlink(resultKey(id));
    return true;
  }

  private async setAside(id: string, reason: string): Promise<void> {
    const waiting = this.waiting.get(id);
    if (!waiting) return;
    await this.queue.remove(id);
    if (reason.startsWith(NO_DOCUMENT)) {
      this.texts.delete(waiting[0].task.documentHash);
      await this.add(id, waiting[0].task);
      return;
    }
    this.waiting.delete(id);
    for (const { reject } of waiting) reject(new SetAsideError(saySetAside(waiting[0].task, reason)));
  }

  /** Looks after what is waited for: takes in what has come unnoticed, and asks again for what is not known any more. */
  private async lookAfterAll(): Promise<void> {
    for (const [id, [{ task }]] of [...this.waiting]) {
      if (await this.fetch(id)) continue;
      const job = await this.queue.getJob(id);
      if (!job) {
        this.texts.delete(task.documentHash);
        // It may have ended between the two looks.
        if (!(await this.fetch(id))) await this.add(id, task);
      } else if (await job.isFailed()) await this.setAside(id, job.failedReason);
    }
  }

  private giveUp(id: string, own: Waiting, reason: unknown): void {
    const left = (this.waiting.get(id) ?? []).filter((other) => other !== own);
    if (left.length > 0) this.waiting.set(id, left);
    else if (this.waiting.delete(id)) this.attempt(this.queue.remove(id).catch(() => undefined));
    own.reject(reason);
  }
}

function isOf({ firstSeed, count, tries = 1 }: ChunkTask, result: ChunkResult): boolean {
  return (
    result.firstSeed === firstSeed &&
    (tries > 1 || result.rows.length === count) &&
    areSameVersions(result.versions, NUMBER_VERSIONS)
  );
}

function saySetAside({ levelId, standInId, firstSeed, count }: ChunkTask, reason: string): string {
  const why = /stalled/.test(reason) ? 'the machines that took it on did not come back' : reason;
  return `Runs ${firstSeed} to ${firstSeed + count - 1} of ${standInId} in ${levelId} are set aside: ${why}.`;
}
