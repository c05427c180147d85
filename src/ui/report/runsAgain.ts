import { createStore } from 'zustand/vanilla';
import {
  emptySums,
  measuredLevelOf,
  mergeSums,
  summaryOf,
  type GameDocument,
  type Overrides,
  type Summary,
} from '@/core/index';
import { OwnWorker, wordsOf } from '../workers/ownWorker';
import type { SimulationWorker } from '../workers/simulationWorker';

/** Which runs are played again, and of which seconds of them maps are made. */
export interface AgainQuestion {
  game: GameDocument;
  levelId: string;
  overrides: Overrides;
  standIn: string;
  seeds: readonly number[];
  during: readonly [from: number, to: number] | undefined;
}

export interface AgainState {
  status: 'none' | 'playing' | 'done' | 'failed';
  done: number;
  wanted: number;
  /** What they come to; only once all are played. */
  summary: Summary | undefined;
  /** Why it failed, in words. */
  failure: string;
}

/** So many runs are played again at the most: enough for a map, and done in seconds. */
export const MOST_AGAIN = 200;
const CHUNK = 10;

const NOTHING_ASKED: AgainState = { status: 'none', done: 0, wanted: 0, summary: undefined, failure: '' };

/**
 * Plays some runs of a batch again. Of single runs only their rows are kept, so what a filter leaves says where it ended and
 * not where it was, nor what pressed; that is worked out anew from the seeds.
 */
export class RunsAgain {
  readonly store = createStore<AgainState>(() => NOTHING_ASKED);
  private readonly own: OwnWorker;

  constructor(startWorker?: () => SimulationWorker) {
    this.own = new OwnWorker(startWorker);
  }

  /** Plays what `ask` comes to; what was asked before is wanted no longer. */
  async play(ask: () => Promise<AgainQuestion>): Promise<void> {
    const { worker, isWanted } = this.own.begin();
    this.store.setState({ ...NOTHING_ASKED, status: 'playing' });
    try {
      const { game, levelId, overrides, standIn, seeds, during } = await ask();
      if (!isWanted()) return;
      // A filter may leave none.
      if (seeds.length === 0) {
        this.stop();
        return;
      }
      this.store.setState({ wanted: seeds.length });
      const { faults } = await worker.api.prepare(worker.feed.next(game), levelId, false, overrides);
      if (faults.length > 0) throw new Error(faults[0].message);
      const sums = emptySums();
      for (let first = 0; first < seeds.length; first += CHUNK) {
        const chunk = await worker.api.runAgain(standIn, seeds.slice(first, first + CHUNK), during);
        if (!isWanted()) return;
        if (!chunk) throw new Error('These runs cannot be played again.');
        mergeSums(sums, chunk.sums);
        this.store.setState({ done: Math.min(seeds.length, first + CHUNK) });
      }
      this.own.end();
      this.store.setState({ status: 'done', summary: summaryOf(sums, measuredLevelOf(game, levelId)) });
    } catch (error) {
      if (!isWanted()) return;
      this.own.end();
      this.store.setState({ status: 'failed', failure: wordsOf(error) });
    }
  }

  /** Ends and forgets it. */
  stop(): void {
    this.own.end();
    this.store.setState(NOTHING_ASKED);
  }
}
