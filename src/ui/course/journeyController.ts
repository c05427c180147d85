import { createStore } from 'zustand/vanilla';
import { CourseTrial, type CourseState, type CourseTask, type GameDocument } from '@/core/index';
import { PlayPool } from '../tune/playPool';
import { carryOutTold } from '../workers/carryOutTold';
import { wordsOf } from '../workers/ownWorker';
import type { SimulationWorker } from '../workers/simulationWorker';

export interface JourneyState {
  status: 'none' | 'running' | 'done' | 'cancelled' | 'failed';
  standIn: string;
  found: CourseState | undefined;
  /** As it was when they set out. */
  game: GameDocument | undefined;
  /** Why it failed, in words. */
  failure: string;
  seconds: number;
}

/** Lets people of one kind go through all levels of a game, in workers of its own. */
export class JourneyController {
  readonly store = createStore<JourneyState>(() => ({
    ...{ status: 'none', standIn: 'casual', found: undefined, game: undefined, failure: '', seconds: 0 },
  }));
  private pool: PlayPool | undefined;

  constructor(
    private readonly startWorker?: () => SimulationWorker,
    private readonly workers?: number,
  ) {}

  async start(game: GameDocument, standIn: string, people: number): Promise<void> {
    this.end();
    const plan = new CourseTrial(game, standIn, people);
    const pool = (this.pool = new PlayPool(game, game.levels[0].id, this.startWorker, this.workers));
    const isWanted = () => this.pool === pool;
    const tell = (status: 'running' | 'done', seconds: number) =>
      this.store.setState({ status, found: plan.state, seconds });
    this.store.setState({ status: 'running', standIn, found: undefined, game, failure: '', seconds: 0 });
    try {
      const play = (task: CourseTask) => pool.play(task, task.levelId);
      const seconds = await carryOutTold(plan, play, pool.size, isWanted, (soFar) => tell('running', soFar));
      if (!isWanted()) return;
      tell('done', seconds);
    } catch (error) {
      if (isWanted()) this.store.setState({ status: 'failed', failure: wordsOf(error) });
    }
    if (isWanted()) this.end();
  }

  /** Ends what is under way; what is known by then stays. */
  cancel(): void {
    if (this.store.getState().status !== 'running') return;
    this.end();
    this.store.setState({ status: 'cancelled' });
  }

  end(): void {
    this.pool?.end();
    this.pool = undefined;
  }
}
