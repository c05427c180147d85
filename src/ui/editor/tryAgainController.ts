import { MOST_TRIES, type GameDocument } from '@/core/index';
import type { SimulationWorker } from '../workers/simulationWorker';
import { LevelQuestion } from './levelQuestion';

export interface TryAgainState {
  status: 'none' | 'running' | 'done' | 'cancelled' | 'failed';
  /** On which try people clear the level first, by who plays; as many as have come so far. */
  firstClears: Readonly<Record<string, readonly number[]>>;
  /** Of how many people, all together. */
  done: number;
  all: number;
  /** Why it failed, in words. */
  failure: string;
}

/** So many people of each stand-in try again until they clear it. */
export const TRYING_PEOPLE = 100;
/** So many at once: progress is seen, and a cancel is soon heard. */
const STRETCH = 5;

const NOTHING_ASKED: TryAgainState = { status: 'none', firstClears: {}, done: 0, all: 0, failure: '' };

/** Lets people try the level until they clear it. */
export class TryAgainController extends LevelQuestion<TryAgainState> {
  constructor(levelId: string, startWorker?: () => SimulationWorker) {
    super(levelId, NOTHING_ASKED, 'running', startWorker);
  }

  async start(game: GameDocument, standIns: readonly string[]): Promise<void> {
    await this.ask(game, { all: TRYING_PEOPLE * standIns.length }, async (api, isWanted) => {
      for (const standIn of standIns)
        for (let first = 1; first <= TRYING_PEOPLE; first += STRETCH) {
          const chunk = await api.runChunk(standIn, first, STRETCH, MOST_TRIES);
          if (!isWanted()) return;
          if (!chunk) throw new Error('Nobody can play this level.');
          const { firstClears, done } = this.store.getState();
          const own = [...(firstClears[standIn] ?? []), ...(chunk.firstClears ?? [])];
          this.tell({ firstClears: { ...firstClears, [standIn]: own }, done: done + STRETCH });
        }
      this.own.end();
      this.tell({ status: 'done' });
    });
  }
}
