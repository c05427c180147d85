import { HEARTBEAT_MS, type ChunkQueue, type LeasedChunk } from './chunkQueue';
import type { ChunkComputer } from './chunkTask';

/** What is told of the work. */
export interface WorkEvents {
  /** A chunk has been handed in. */
  onDone?: (chunk: LeasedChunk) => void;
  /** The queue cannot be reached, or a chunk could not be computed. */
  onTrouble?: (error: unknown, chunk: LeasedChunk | undefined) => void;
}

/** How long is waited when nothing is to be done, or when the queue cannot be reached, ms. */
const IDLE_MS = 5000;
const FIRST_PAUSE_MS = 500;
const MOST_PAUSE_MS = 10_000;

/**
 * Takes chunks from a queue, has them computed, so many at a time, and hands them in. Goes on until it is ended; where the queue
 * cannot be reached it waits, ever longer, for as long as that takes.
 */
export class QueueWorkers {
  private readonly underWay = new Map<string, { chunk: LeasedChunk; abort: AbortController }>();
  private wakers: (() => void)[] = [];
  private isEnding = false;
  private hasBegun = false;

  constructor(
    private readonly queue: ChunkQueue,
    private readonly computer: ChunkComputer,
    private width: number,
    private readonly events: WorkEvents = {},
  ) {}

  /** Begins to work, or looks for work at once where it waits for some. */
  wake(): void {
    this.isEnding = false;
    if (!this.hasBegun) {
      this.hasBegun = true;
      for (let index = 0; index < this.width; index++) void this.work();
    }
    for (const waken of this.wakers.splice(0)) waken();
  }

  /** Takes on so many chunks at a time, where that is more than before. */
  widen(width: number): void {
    for (; this.width < width; this.width++) if (this.hasBegun) void this.work();
  }

  /** How many chunks are being computed just now. */
  get busy(): number {
    return this.underWay.size;
  }

  /** Gives up what is under way of a batch. */
  abandon(batchId: number): void {
    for (const { chunk, abort } of this.underWay.values()) if (chunk.batchId === batchId) abort.abort();
  }

  /** Takes on nothing more and gives up what is under way. */
  end(): void {
    this.isEnding = true;
    this.hasBegun = false;
    for (const { abort } of this.underWay.values()) abort.abort();
    for (const waken of this.wakers.splice(0)) waken();
  }

  private async work(): Promise<void> {
    for (let pauseMs = FIRST_PAUSE_MS; !this.isEnding;) {
      try {
        const chunk = await this.queue.lease();
        if (chunk) await this.computeOne(chunk);
        else await this.rest(IDLE_MS);
        pauseMs = FIRST_PAUSE_MS;
      } catch (error) {
        this.events.onTrouble?.(error, undefined);
        await this.rest(pauseMs);
        pauseMs = Math.min(MOST_PAUSE_MS, pauseMs * 2);
      }
    }
  }

  private async computeOne(chunk: LeasedChunk): Promise<void> {
    const abort = new AbortController();
    this.underWay.set(chunk.lease, { chunk, abort });
    const beat = setInterval(() => {
      this.queue.heartbeat(chunk).then(
        (wanted) => wanted === 'unwanted' && abort.abort(),
        (error: unknown) => this.events.onTrouble?.(error, chunk),
      );
    }, HEARTBEAT_MS);
    try {
      const result = await this.computer.compute(chunk.task, abort.signal);
      // What has been computed is handed in however long that takes.
      await this.insist(() => this.queue.complete(chunk, result));
      this.events.onDone?.(chunk);
    } catch (error) {
      if (abort.signal.aborted) return;
      this.events.onTrouble?.(error, chunk);
      await this.insist(() => this.queue.fail(chunk, error));
      this.events.onDone?.(chunk);
    } finally {
      clearInterval(beat);
      this.underWay.delete(chunk.lease);
    }
  }

  /** Does something, again and again while the queue cannot be reached, unless all work is ended. */
  private async insist(act: () => Promise<unknown>): Promise<void> {
    for (let pauseMs = FIRST_PAUSE_MS; !this.isEnding; pauseMs = Math.min(MOST_PAUSE_MS, pauseMs * 2)) {
      try {
        await act();
        return;
      } catch (error) {
        this.events.onTrouble?.(error, undefined);
        await this.rest(pauseMs);
      }
    }
  }

  /** Waits for a time, or until somebody wakes. */
  private rest(forMs: number): Promise<void> {
    return new Promise((resolve) => {
      const timer = setTimeout(done, forMs);
      timer.unref();
      function done() {
        clearTimeout(timer);
        resolve();
      }
      this.wakers.push(done);
    });
  }
}
