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
import type { SimulationWorker } from '../workers/simulationWorker';
import { LevelQuestion } from './levelQuestion';

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

const NOTHING_ASKED: GoOnState = {
  ...{ status: 'none', moment: undefined, standIn: 'casual' },
  ...{ done: 0, summary: undefined, failure: '' },
};

/**
 * Hands a moment of a run or a try to a stand-in, as it stands there, many times: each time another person of its tier, with
 * everything that the level draws as it was.
 */
export class GoOnController extends LevelQuestion<GoOnState> {
  constructor(levelId: string, startWorker?: () => SimulationWorker) {
    super(levelId, NOTHING_ASKED, 'running', startWorker);
  }

  async start(game: GameDocument, moment: Moment, standIn: string): Promise<void> {
    const { seed, inputs, overrides } = moment;
    const sums = emptySums();
    const playOn = async (api: SimulationWorker['api'], isWanted: () => boolean) => {
      for (let first = 1; first <= PEOPLE; first += AT_ONCE) {
        const chunk = await api.goOn(standIn, seed, inputs, first, AT_ONCE);
        if (!isWanted()) return;
        if (!chunk) throw new Error('Nobody can go on from there.');
        mergeSums(sums, chunk.sums);
        const done = first + AT_ONCE - 1;
        const summary = summaryOf(sums, measuredLevelOf(game, this.levelId));
        this.tell({ done, summary, status: done < PEOPLE ? 'running' : 'done' });
      }
    };
    // The worker stays: each of those runs can be looked at.
    await this.ask(game, { moment, standIn }, playOn, overrides);
  }

  /** One of those runs, to be looked at; undefined while there is none. */
  async show(person: number): Promise<RecordedRun | undefined> {
    const { moment, standIn } = this.store.getState();
    return moment && this.own.current?.api.recordGoingOn(standIn, moment.seed, moment.inputs, person);
  }
}
