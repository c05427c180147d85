import path from 'node:path';
import { Piscina } from 'piscina';
import { RequestFault } from '../http/requestFault';
import type { DocumentResult, DocumentTask } from './document.worker';
import type { DocumentWork, Look } from './documentWork';
import { revisionOf } from './writtenGame';

/** Two read at once; the third waits. */
const MOST_THREADS = 2;
const IDLE_MS = 60_000;
/** So many texts are known to be readable or not. */
const KEPT_LOOKS = 500;

/** The threads that read, check, write and compare documents, so that the one that answers requests is never held up. */
export class DocumentThreads {
  private readonly looks = new Map<string, Promise<Look>>();

  constructor(private readonly threads: Pick<Piscina<DocumentTask, DocumentResult>, 'run'> = openThreads()) {}

  /** Does a piece of work; throws the fault of the request that it came to. */
  async do<Name extends keyof DocumentWork>(
    name: Name,
    input: Parameters<DocumentWork[Name]>[0],
  ): Promise<ReturnType<DocumentWork[Name]>> {
    const result = await this.threads.run({ name, input });
    if ('fault' in result) throw new RequestFault(result.fault.status, result.fault.fault);
    return result.value as ReturnType<DocumentWork[Name]>;
  }

  /** What the text of a hash is; undefined where it has not been looked at yet. */
  async lookOf(hash: string): Promise<Look | undefined> {
    return this.looks.get(hash);
  }

  /** What has just been written down can be read. */
  know(revision: string): void {
    this.keep(revision, Promise.resolve({ isReadable: true, json: undefined }));
  }

  /** What a stored text is; each text is looked at once. */
  look(text: string): Promise<Look> {
    const key = revisionOf(text);
    const known = this.looks.get(key);
    if (known) return known;
    const look = this.do('look', { text });
    this.keep(key, look);
    look.catch(() => this.looks.delete(key));
    return look;
  }

  private keep(key: string, look: Promise<Look>): void {
    this.looks.delete(key);
    this.looks.set(key, look);
    for (const [oldest] of this.looks) if (this.looks.size > KEPT_LOOKS) this.looks.delete(oldest);
  }
}

function openThreads(): Piscina<DocumentTask, DocumentResult> {
  return new Piscina({
    filename: path.join(/* turbopackIgnore: true */ process.cwd(), 'dist/server/document.worker.mjs'),
    minThreads: 0,
    maxThreads: MOST_THREADS,
    idleTimeout: IDLE_MS,
    // The largest document that is taken in fits many times.
    resourceLimits: { maxOldGenerationSizeMb: 512, maxYoungGenerationSizeMb: 16 },
  });
}

// Kept on globalThis, since the web server loads modules more than once.
const holder = globalThis as unknown as { gorgeDocumentThreads?: DocumentThreads };

export function documentThreads(): DocumentThreads {
  holder.gorgeDocumentThreads ??= new DocumentThreads();
  return holder.gorgeDocumentThreads;
}
