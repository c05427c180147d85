import { createStore } from 'zustand/vanilla';
import { MOST_TRIES, type GameDocument } from '@/core/index';
import { OwnWorker, wordsOf } from '../workers/ownWorker';
import type { SimulationWorker } from '../workers/simulationWorker';

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

/** Lets people try the level until they clear it, in a worker of its own, so that it never waits behind the Reading. */
export class TryAgainController {
  readonly store = createStore<TryAgainState>(() => NOTHING_ASKED);
  private readonly own: OwnWorker;

  constructor(
    private readonly levelId: string,
    startWorker?: () => SimulationWorker,
  ) {
    this.own = new OwnWorker(startWorker);
  }

  async start(game: GameDocument, standIns: readonly string[]): Promise<void> {
    const { worker, isWanted } = this.own.begin();
    this.store.setState({ ...NOTHING_ASKED, status: 'running', all: TRYING_PEOPLE * standIns.length });
    try {
      const { faults } = await worker.api.prepare(worker.feed.next(game), this.levelId, false);
      if (faults.length > 0) throw new Error(faults[0].message);
      for (const standIn of standIns)
        for (let first = 1; first <= TRYING_PEOPLE; first += STRETCH) {
          const chunk = await worker.api.runChunk(standIn, first, STRETCH, MOST_TRIES);
          if (!isWanted()) return;
          if (!chunk) throw new Error('Nobody can play this level.');
          const { firstClears, done } = this.store.getState();
          const own = [...(firstClears[standIn] ?? []), ...(chunk.firstClears ?? [])];
          this.store.setState({ firstClears: { ...firstClears, [standIn]: own }, done: done + STRETCH });
        }
      this.own.end();
      this.store.setState({ status: 'done' });
    } catch (error) {
      if (!isWanted()) return;
      this.own.end();
      this.store.setState({ status: 'failed', failure: wordsOf(error) });
    }
  }

  /** Ends; what is known by then stays. */
  cancel(): void {
    if (this.store.getState().status !== 'running') return;
    this.own.end();
    this.store.setState({ status: 'cancelled' });
  }

  /** Ends and forgets it: the level is another now. */
  stop(): void {
    this.own.end();
    this.store.setState(NOTHING_ASKED);
  }
}
