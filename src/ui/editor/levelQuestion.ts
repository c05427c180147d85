import { createStore, type StoreApi } from 'zustand/vanilla';
import type { GameDocument, Overrides } from '@/core/index';
import { OwnWorker, wordsOf } from '../workers/ownWorker';
import type { SimulationWorker } from '../workers/simulationWorker';

/** How a question stands. */
export interface AskedState {
  status: string;
  /** Why it failed, in words. */
  failure: string;
}

type Api = SimulationWorker['api'];

/**
 * A question about a level that takes a while: asked by a click and worked out in a worker of its own, so that it never waits
 * behind the Reading. Asked anew, it ends the one before; it can be cancelled, and is forgotten when the level is another.
 */
export abstract class LevelQuestion<State extends AskedState> {
  readonly store: StoreApi<State>;
  protected readonly own: OwnWorker;

  constructor(
    protected readonly levelId: string,
    private readonly nothing: State,
    private readonly underWay: State['status'],
    startWorker?: () => SimulationWorker,
  ) {
    this.store = createStore<State>(() => nothing);
    this.own = new OwnWorker(startWorker);
  }

  protected tell(known: Partial<State>): void {
    this.store.setState(known);
  }

  /** Prepares the level and has the answer worked out, which stops by itself once it is not wanted any more. */
  protected async ask<Answer>(
    game: GameDocument,
    begun: Partial<State>,
    work: (api: Api, isWanted: () => boolean) => Promise<Answer>,
    overrides?: Overrides,
  ): Promise<Answer | undefined> {
    const { worker, isWanted } = this.own.begin();
    this.store.setState({ ...this.nothing, ...begun, status: this.underWay });
    try {
      const { faults } = await worker.api.prepare(worker.feed.next(game), this.levelId, false, overrides);
      if (faults.length > 0) throw new Error(faults[0].message);
      return await work(worker.api, isWanted);
    } catch (error) {
      if (!isWanted()) return undefined;
      this.own.end();
      this.store.setState({ status: 'failed', failure: wordsOf(error) } as Partial<State>);
      return undefined;
    }
  }

  /** Ends; what is known by then stays. */
  cancel(): void {
    if (this.store.getState().status !== this.underWay) return;
    this.own.end();
    this.store.setState({ status: 'cancelled' } as Partial<State>);
  }

  /** Ends and forgets it: the level is another now. */
  stop(): void {
    this.own.end();
    this.store.setState(this.nothing);
  }
}
