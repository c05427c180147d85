import { createStore } from 'zustand/vanilla';
import type { GameDocument, Proof, RecordedRun, SlideFacts } from '@/core/index';
import { OwnWorker, wordsOf } from '../workers/ownWorker';
import type { SimulationWorker } from '../workers/simulationWorker';

export interface ProofState {
  status: 'none' | Proof['status'] | 'cancelled' | 'failed';
  proof: Proof | undefined;
  /** What the board comes to where bodies slide. */
  slides: SlideFacts | undefined;
  /** Why it failed, in words. */
  failure: string;
}

/**
 * Finds out whether the level can be won at all on a seed, in a worker of its own that ends with it: what was looked at
 * takes much memory.
 */
export class ProofController {
  readonly store = createStore<ProofState>(() => ({
    status: 'none',
    proof: undefined,
    slides: undefined,
    failure: '',
  }));
  private readonly own: OwnWorker;

  constructor(
    private readonly levelId: string,
    startWorker?: () => SimulationWorker,
  ) {
    this.own = new OwnWorker(startWorker);
  }

  /** Searches on a seed, and gives the run that wins, written down for showing, if there is one. */
  async start(game: GameDocument, seed: number): Promise<RecordedRun | undefined> {
    const { worker, isWanted } = this.own.begin();
    this.store.setState({ status: 'searching', proof: undefined, slides: undefined, failure: '' });
    try {
      const { faults } = await worker.api.prepare(worker.feed.next(game), this.levelId, false);
      if (faults.length > 0) throw new Error(faults[0].message);
      for (;;) {
        const proof = await worker.api.proveOn(seed);
        if (!isWanted()) return undefined;
        if (!proof) throw new Error('This level cannot be searched.');
        this.store.setState({ proof });
        if (proof.status === 'searching') continue;
        const run = proof.witness && (await worker.api.recordInputs(seed, proof.witness.inputs));
        const slides = await worker.api.slideFacts();
        if (!isWanted()) return undefined;
        this.store.setState({ status: proof.status, slides });
        this.own.end();
        return run;
      }
    } catch (error) {
      if (!isWanted()) return undefined;
      this.own.end();
      this.store.setState({ status: 'failed', failure: wordsOf(error) });
      return undefined;
    }
  }

  cancel(): void {
    if (this.store.getState().status !== 'searching') return;
    this.own.end();
    this.store.setState({ status: 'cancelled' });
  }

  /** Ends and forgets it: the level is another now. */
  stop(): void {
    this.own.end();
    this.store.setState({ status: 'none', proof: undefined, slides: undefined, failure: '' });
  }
}
