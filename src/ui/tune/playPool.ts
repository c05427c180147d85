import type { ChunkResult, GameDocument, PlayTask } from '@/core/index';
import { keptNumbers, type KeptNumbers } from '../requests/keptNumbers';
import { startSimulationWorker, type SimulationWorker } from '../workers/simulationWorker';

interface Lane {
  worker: SimulationWorker;
  /** The version of the game, the level and what is set otherwise in it that it has prepared last. */
  game: GameDocument | undefined;
  prepared: string | undefined;
  isBusy: boolean;
}

/** Workers that play runs of a level, or of others, with whatever is set otherwise; of one version of a game unless another is given. */
export class PlayPool {
  private readonly lanes: Lane[];

  constructor(
    private readonly game: GameDocument,
    private readonly levelId: string,
    startWorker: () => SimulationWorker = startSimulationWorker,
    count = workersForAll(),
    private readonly numbers: Pick<KeptNumbers, 'find' | 'keep'> = keptNumbers,
  ) {
    this.lanes = Array.from({ length: count }, () => ({
      ...{ worker: startWorker(), game: undefined, prepared: undefined, isBusy: false },
    }));
  }

  get size(): number {
    return this.lanes.length;
  }

  /**
   * Plays a task on a worker that is idle, unless what it comes to is known; no more tasks than there are workers may be under way.
   * @throws in words when the level cannot be run so, or nobody of that name can play it.
   */
  async play(
    { overrides, standInId, firstSeed, count, tries }: PlayTask,
    levelId = this.levelId,
    game = this.game,
  ): Promise<ChunkResult> {
    const runs = { overrides, standInId, firstSeed, count, ...(tries ? { tries } : {}) };
    const known: ChunkResult[] = [];
    await this.numbers.find(game, levelId, [runs], (_, result) => known.push(result));
    const [found] = known;
    if (found) return found;
    const chunk = await this.make(runs, levelId, game);
    void this.numbers.keep(game, levelId, runs, chunk);
    return chunk;
  }

  private async make(
    { overrides, standInId, firstSeed, count, tries }: PlayTask,
    levelId: string,
    game: GameDocument,
  ): Promise<ChunkResult> {
    const key = JSON.stringify([levelId, overrides]);
    const idle = this.lanes.filter(({ isBusy }) => !isBusy);
    const lane = idle.find((one) => one.prepared === key && one.game === game) ?? idle[0];
    lane.isBusy = true;
    try {
      const { api, feed } = lane.worker;
      if (lane.prepared !== key || lane.game !== game) {
        const { faults } = await api.prepare(feed.next(game), levelId, false, overrides);
        if (faults.length > 0) throw new Error(faults[0].message);
        lane.prepared = key;
        lane.game = game;
      }
      const chunk = await api.runChunk(standInId, firstSeed, count, tries);
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
