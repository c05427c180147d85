import { wrap, type Remote } from 'comlink';
import type { Checks } from './checks.worker';

export interface ChecksWorker {
  api: Remote<Checks>;
  end: () => void;
}

/** Starts a worker that checks games. */
export function startChecksWorker(): ChecksWorker {
  const worker = new Worker(new URL('./checks.worker.ts', import.meta.url), { type: 'module' });
  return { api: wrap<Checks>(worker), end: () => worker.terminate() };
}
