import { createStore } from 'zustand/vanilla';
import type { GameDocument, PartsStudyState } from '@/core/index';
import { OwnWorker, wordsOf } from '../workers/ownWorker';
import type { SimulationWorker } from '../workers/simulationWorker';

export interface PartsState {
  status: 'none' | 'running' | 'done' | 'cancelled' | 'failed';
  /** Who plays. */
  standIn: string;
  study: PartsStudyState | undefined;
  /** Why it failed, in words. */
  failure: string;
}

/** So many runs with all parts and without each of them. */
export const PART_RUNS = 100;

const NOTHING_ASKED: PartsState = { status: 'none', standIn: 'casual', study: undefined, failure: '' };

/** Finds out what each part of the level does, in a worker of its own, so that it never waits behind the Reading. */
export class PartsController {
  readonly store = createStore<PartsState>(() => NOTHING_ASKED);
  private readonly own: OwnWorker;

  constructor(
    private readonly levelId: string,
    startWorker?: () => SimulationWorker,
  ) {
    this.own = new OwnWorker(startWorker);
  }

  async start(game: GameDocument, standIn: string): Promise<void> {
    const { worker, isWanted } = this.own.begin();
    this.store.setState({ ...NOTHING_ASKED, status: 'running', standIn });
    try {
      const { faults } = await worker.api.prepare(worker.feed.next(game), this.levelId, false);
      if (faults.length > 0) throw new Error(faults[0].message);
      for (;;) {
        const study = await worker.api.studyParts(standIn, PART_RUNS);
        if (!isWanted()) return;
        if (!study) throw new Error('Nobody can play this level.');
        const isDone = study.done >= study.all;
        this.store.setState({ study, status: isDone ? 'done' : 'running' });
        if (!isDone) continue;
        this.own.end();
        return;
      }
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
