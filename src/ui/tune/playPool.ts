import type { ChunkResult, GameDocument, PlayTask } from '@/core/index';
import { startSimulationWorker, type SimulationWorker } from '../workers/simulationWorker';

interface Lane {
  worker: SimulationWorker;
  /** What is set otherwise in the level that it has prepared last. */
  prepared: string | undefined;
  isBusy: boolean;
}

/** Workers that play runs of one version of a level, with whatever is set otherwise. */
export class PlayPool {
  private readonly lanes: Lane[];

  constructor(
    private readonly game: GameDocument,
    private readonly levelId: string,
    startWorker: () => SimulationWorker = startSimulationWorker,
    count = workersForAll(),
  ) {
    this.lanes = Array.from({ length: count }, () => ({ worker: startWorker(), prepared: undefined, isBusy: false }));
  }

  get size(): number {
    return this.lanes.length;
  }

  /**
   * Plays a task on a worker that is idle; no more tasks than there are workers may be under way.
   * @throws in words when the level cannot be run so, or nobody of that name can play it.
   */
  async play({ overrides, standInId, firstSeed, count }: PlayTask, levelId = this.levelId): Promise<ChunkResult> {
    const key = JSON.stringify([levelId, overrides]);
    const idle = this.lanes.filter(({ isBusy }) => !isBusy);
    const lane = idle.find(({ prepared }) => prepared === key) ?? idle[0];
    lane.isBusy = true;
    try {
      const { api, feed } = lane.worker;
      if (lane.prepared !== key) {
        const { faults } = await api.prepare(feed.next(this.game), levelId, false, overrides);
        if (faults.length > 0) throw new Error(faults[0].message);
        lane.prepared = key;
      }
      const chunk = await api.runChunk(standInId, firstSeed, count);
      if (!chunk) throw new Error('Nobody of that name can play this level.');
      return chunk;
    } finally {
      lane.isBusy = false;
    }
  }

  end(): void {
    for (const { worker } of this.lanes) worker.end();
  }
}

/** Whoever asks for this waits for it: all cores are used. */
function workersForAll(): number {
  return Math.max(1, Math.min(8, globalThis.navigator?.hardwareConcurrency || 2));
}
