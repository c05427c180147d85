import { createStore } from 'zustand/vanilla';
import {
  emptySums,
  measuredLevelOf,
  mergeSums,
  summaryOf,
  type GameDocument,
  type Overrides,
  type RecordedRun,
  type Summary,
} from '@/core/index';
import { OwnWorker, wordsOf } from '../workers/ownWorker';
import type { SimulationWorker } from '../workers/simulationWorker';

/** A moment of a run or a try: what was pressed up to there. */
export interface Moment {
  seed: number;
  inputs: readonly number[];
  seconds: number;
  /** What holds only in the try that it is a moment of. */
  overrides?: Overrides;
}

export interface GoOnState {
  status: 'none' | 'running' | 'done' | 'cancelled' | 'failed';
  /** From where, and who plays. */
  moment: Moment | undefined;
  standIn: string;
  /** People who have played so far, and what that comes to. */
  done: number;
  summary: Summary | undefined;
  /** Why it failed, in words. */
  failure: string;
}

/** So many people of a tier go on from a moment. */
export const PEOPLE = 50;
const AT_ONCE = 5;

/**
 * Hands a moment of a run or a try to a stand-in, as it stands there, many times: each time another person of its tier, with
 * everything that the level draws as it was. It has a worker of its own, so that it never waits behind the Reading.
 */
export class GoOnController {
  readonly store = createStore<GoOnState>(() => ({
    status: 'none',
    moment: undefined,
    standIn: 'casual',
    done: 0,
    summary: undefined,
    failure: '',
  }));
  private readonly own: OwnWorker;

  constructor(
    private readonly levelId: string,
    startWorker?: () => SimulationWorker,
  ) {
    this.own = new OwnWorker(startWorker);
  }

  async start(game: GameDocument, moment: Moment, standIn: string): Promise<void> {
    const { worker, isWanted } = this.own.begin();
    this.store.setState({ status: 'running', moment, standIn, done: 0, summary: undefined, failure: '' });
    try {
      const { faults } = await worker.api.prepare(worker.feed.next(game), this.levelId, false, moment.overrides);
      if (faults.length > 0) throw new Error(faults[0].message);
      const sums = emptySums();
      for (let first = 1; first <= PEOPLE; first += AT_ONCE) {
        const chunk = await worker.api.goOn(standIn, moment.seed, moment.inputs, first, AT_ONCE);
        if (!isWanted()) return;
        if (!chunk) throw new Error('Nobody can go on from there.');
        mergeSums(sums, chunk.sums);
        const done = first + AT_ONCE - 1;
        const summary = summaryOf(sums, measuredLevelOf(game, this.levelId));
        this.store.setState({ done, summary, status: done < PEOPLE ? 'running' : 'done' });
      }
    } catch (error) {
      if (isWanted()) this.store.setState({ status: 'failed', failure: wordsOf(error) });
    }
  }

  /** One of those runs, to be looked at; undefined while there is none. */
  async show(person: number): Promise<RecordedRun | undefined> {
    const { moment, standIn } = this.store.getState();
    return moment && this.own.current?.api.recordGoingOn(standIn, moment.seed, moment.inputs, person);
  }

  /** Ends what is under way; what has come in so far stays. */
  cancel(): void {
    if (this.store.getState().status !== 'running') return;
    this.own.end();
    this.store.setState({ status: 'cancelled' });
  }

  /** Ends and forgets it. */
  stop(): void {
    this.own.end();
    this.store.setState({ status: 'none', moment: undefined, done: 0, summary: undefined, failure: '' });
  }
}
