import type { Remote } from 'comlink';
import { GameFeed } from '@/ui/workers/gameFeed';
import { createSimulation, type Simulation } from '@/ui/workers/simulation';
import type { SimulationWorker } from '@/ui/workers/simulationWorker';

/** Workers in this process that answer a moment later, as those in other threads do. */
export function localWorker() {
  const workers = {
    /** How many have been ended. */
    ended: 0,
    /** Called before each answer, with how often that was asked. */
    beforeAnswer: (_name: string, _count: number): void => undefined,
    start: (): SimulationWorker => {
      const simulation = createSimulation() as unknown as Record<string, (...values: unknown[]) => unknown>;
      const counts = new Map<string, number>();
      const api = Object.fromEntries(
        Object.entries(simulation).map(([name, work]) => [
          name,
          async (...values: unknown[]) => {
            await new Promise(setImmediate);
            counts.set(name, (counts.get(name) ?? 0) + 1);
            workers.beforeAnswer(name, counts.get(name)!);
            return work(...values);
          },
        ]),
      );
      return { api: api as unknown as Remote<Simulation>, feed: new GameFeed(), end: () => workers.ended++ };
    },
  };
  return workers;
}
