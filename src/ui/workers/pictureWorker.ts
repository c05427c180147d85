import { wrap, type Remote } from 'comlink';
import type { Pictures } from './picture.worker';

export interface PictureWorker {
  api: Remote<Pictures>;
  end: () => void;
}

/** Starts a worker that unpacks and reads pictures. */
export function startPictureWorker(): PictureWorker {
  const worker = new Worker(new URL('./picture.worker.ts', import.meta.url), { type: 'module' });
  return { api: wrap<Pictures>(worker), end: () => worker.terminate() };
}
