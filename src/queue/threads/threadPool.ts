import { availableParallelism } from 'node:os';
import path from 'node:path';
import { Piscina } from 'piscina';
import type { ChunkResult } from '@/core/index';
import type { ChunkComputer, ChunkTask, FindDocument } from '../chunkTask';
import type { ThreadTask } from './chunk.worker';

/** So often a chunk is computed whose thread dies. */
const MOST_ATTEMPTS = 3;
/** So many texts of documents are kept in memory. */
const KEPT_TEXTS = 8;

/** What runs tasks in threads; one that dies is replaced. */
export interface Threads {
  run: (task: ThreadTask, how: { signal?: AbortSignal }) => Promise<ChunkResult>;
  destroy: () => Promise<void>;
}

export interface ThreadPoolOptions {
  workers?: number;
  /** Where the bundled worker lies; the working directory where left out. */
  projectFolder?: string;
  /** Is told of a thread that died. */
  onDeath?: (error: unknown, task: ChunkTask) => void;
}

/** Threads of this machine that compute chunks. Texts of documents lie in memory that they share, each once. */
export class ThreadPool implements ChunkComputer {
  private readonly texts = new Map<string, Promise<SharedArrayBuffer>>();
  readonly workers: number;

  constructor(
    private readonly findDocument: FindDocument,
    private readonly options: ThreadPoolOptions = {},
    private readonly threads: Threads = openThreads(options),
  ) {
    this.workers = options.workers ?? availableParallelism();
  }

  /** Computes a chunk. What a thread was at that died is computed anew, a few times. */
  async compute(task: ChunkTask, signal?: AbortSignal): Promise<ChunkResult> {
    const text = await this.textOf(task.documentHash);
    for (let attempt = 1; ; attempt++) {
      try {
        return await this.threads.run({ task, text }, { signal });
      } catch (error) {
        if (signal?.aborted || attempt >= MOST_ATTEMPTS || !hasThreadDied(error)) throw error;
        this.options.onDeath?.(error, task);
      }
    }
  }

  private textOf(hash: string): Promise<SharedArrayBuffer> {
    const known = this.texts.get(hash);
    const text = known ?? this.findDocument(hash).then(shareText);
    this.texts.delete(hash);
    this.texts.set(hash, text);
    // A text that could not be fetched is fetched anew the next time.
    if (!known) text.catch(() => this.texts.delete(hash));
    for (const [oldest] of this.texts) if (this.texts.size > KEPT_TEXTS) this.texts.delete(oldest);
    return text;
  }

  async end(): Promise<void> {
    await this.threads.destroy();
  }
}

function openThreads({ workers = availableParallelism(), projectFolder = process.cwd() }: ThreadPoolOptions): Threads {
  return new Piscina<ThreadTask, ChunkResult>({
    filename: path.join(/* turbopackIgnore: true */ projectFolder, 'dist/queue/chunk.worker.mjs'),
    minThreads: 0,
    maxThreads: Math.max(1, workers),
    idleTimeout: 30_000,
    resourceLimits: { maxOldGenerationSizeMb: 160, maxYoungGenerationSizeMb: 24 },
  });
}

function shareText(text: string): SharedArrayBuffer {
  const bytes = new TextEncoder().encode(text);
  const shared = new SharedArrayBuffer(bytes.length);
  new Uint8Array(shared).set(bytes);
  return shared;
}

function hasThreadDied(error: unknown): boolean {
  const { code, message } = error as { code?: string; message?: string };
  return code === 'ERR_WORKER_OUT_OF_MEMORY' || /worker exited|terminat/i.test(message ?? '');
}
