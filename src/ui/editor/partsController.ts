import type { GameDocument, PartsStudyState } from '@/core/index';
import type { SimulationWorker } from '../workers/simulationWorker';
import { LevelQuestion } from './levelQuestion';

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

/** Finds out what each part of the level does. */
export class PartsController extends LevelQuestion<PartsState> {
  constructor(levelId: string, startWorker?: () => SimulationWorker) {
    super(levelId, NOTHING_ASKED, 'running', startWorker);
  }

  async start(game: GameDocument, standIn: string): Promise<void> {
    await this.ask(game, { standIn }, async (api, isWanted) => {
      for (;;) {
        const study = await api.studyParts(standIn, PART_RUNS);
        if (!isWanted()) return;
        if (!study) throw new Error('Nobody can play this level.');
        const isDone = study.done >= study.all;
        this.tell({ study, status: isDone ? 'done' : 'running' });
        if (!isDone) continue;
        this.own.end();
        return;
      }
    });
  }
}
