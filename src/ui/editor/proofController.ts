import { createStore } from 'zustand/vanilla';
import type { GameDocument, Proof, RecordedRun } from '@/core/index';
import { startSimulationWorker, type SimulationWorker } from '../workers/simulationWorker';

export interface ProofState {
  status: 'none' | 'searching' | 'won' | 'not found' | 'cancelled' | 'failed';
  proof: Proof | undefined;
  /** Why it failed, in words. */
  failure: string;
}

/**
 * Finds out whether the level can be won at all on a seed, in a worker of its own that ends with it: what was looked at
 * takes much memory.
 */
export class ProofController {
  readonly store = createStore<ProofState>(() => ({ status: 'none', proof: undefined, failure: '' }));
  private worker: SimulationWorker | undefined;
  /** Counts what was asked for: what came of older questions is not wanted. */
  private asked = 0;

  constructor(
    private readonly levelId: string,
    private readonly startWorker: () => SimulationWorker = startSimulationWorker,
  ) {}

  /** Searches on a seed, and gives the run that wins, written down for showing, if there is one. */
  async start(game: GameDocument, seed: number): Promise<RecordedRun | undefined> {
    const asked = ++this.asked;
    this.endWorker();
    const worker = (this.worker = this.startWorker());
    this.store.setState({ status: 'searching', proof: undefined, failure: '' });
    try {
      const { faults } = await worker.api.prepare(worker.feed.next(game), this.levelId, false);
      if (faults.length > 0) throw new Error(faults[0].message);
      for (;;) {
        const proof = await worker.api.proveOn(seed);
        if (asked !== this.asked) return undefined;
        if (!proof) throw new Error('This level cannot be searched.');
        this.store.setState({ proof });
        if (proof.status === 'searching') continue;
        const run = proof.witness && (await worker.api.recordInputs(seed, proof.witness.inputs));
        if (asked !== this.asked) return undefined;
        this.store.setState({ status: proof.status });
        this.endWorker();
        return run;
      }
    } catch (error) {
      if (asked !== this.asked) return undefined;
      this.endWorker();
      this.store.setState({ status: 'failed', failure: error instanceof Error ? error.message : String(error) });
      return undefined;
    }
  }

  cancel(): void {
    if (this.store.getState().status !== 'searching') return;
    this.asked++;
    this.endWorker();
    this.store.setState({ status: 'cancelled' });
  }

  /** Ends and forgets it: the level is another now. */
  stop(): void {
    this.asked++;
    this.endWorker();
    this.store.setState({ status: 'none', proof: undefined, failure: '' });
  }

  private endWorker(): void {
    this.worker?.end();
    this.worker = undefined;
  }
}
