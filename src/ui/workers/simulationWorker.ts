import { wrap, type Remote } from 'comlink';
import { GameFeed } from './gameFeed';
import type { Simulation } from './simulation';

export interface SimulationWorker {
  api: Remote<Simulation>;
  /** Tells it of games: everything that goes to it goes through here. */
  feed: GameFeed;
  end: () => void;
}

/** Starts a worker that compiles and runs levels. */
export function startSimulationWorker(): SimulationWorker {
  const worker = new Worker(new URL('./simulation.worker.ts', import.meta.url), { type: 'module' });
  return { api: wrap<Simulation>(worker), feed: new GameFeed(), end: () => worker.terminate() };
}
