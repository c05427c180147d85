import { wrap, type Remote } from 'comlink';
import type { Simulation } from './simulation';

export interface SimulationWorker {
  api: Remote<Simulation>;
  end: () => void;
}

/** Starts a worker that compiles and runs levels. */
export function startSimulationWorker(): SimulationWorker {
  const worker = new Worker(new URL('./simulation.worker.ts', import.meta.url), { type: 'module' });
  return { api: wrap<Simulation>(worker), end: () => worker.terminate() };
}
