import type { GameDocument, Proof, RecordedRun, SlideFacts } from '@/core/index';
import type { ShownTrack } from '../canvas/arenaPicture';
import type { SimulationWorker } from '../workers/simulationWorker';
import { LevelQuestion } from './levelQuestion';

export interface ProofState {
  status: 'none' | Proof['status'] | 'cancelled' | 'failed';
  proof: Proof | undefined;
  /** The way that wins, to be drawn. */
  way: ShownTrack | undefined;
  /** What the board comes to where bodies slide. */
  slides: SlideFacts | undefined;
  /** Why it failed, in words. */
  failure: string;
}

const NOTHING_ASKED: ProofState = {
  status: 'none',
  proof: undefined,
  way: undefined,
  slides: undefined,
  failure: '',
};

/** Finds out whether the level can be won at all on a seed. What was looked at takes much memory, and goes with its worker. */
export class ProofController extends LevelQuestion<ProofState> {
  constructor(levelId: string, startWorker?: () => SimulationWorker) {
    super(levelId, NOTHING_ASKED, 'searching', startWorker);
  }

  /** Searches on a seed, and gives the run that wins, written down for showing, if there is one. */
  start(game: GameDocument, seed: number): Promise<RecordedRun | undefined> {
    return this.ask(game, {}, async (api, isWanted) => {
      for (;;) {
        const proof = await api.proveOn(seed);
        if (!isWanted()) return undefined;
        if (!proof) throw new Error('This level cannot be searched.');
        this.tell({ proof });
        if (proof.status === 'searching') continue;
        const run = proof.witness && (await api.recordInputs(seed, proof.witness.inputs));
        const slides = await api.slideFacts();
        if (!isWanted()) return undefined;
        this.tell({ status: proof.status, slides, way: run && wayOf(run) });
        this.own.end();
        return run;
      }
    });
  }
}

/** So many times at the most are written along a way. */
const MOST_STOPS = 10;
const TICKS_APART = 3;

/** The way of the player in a run, with the time at every so many whole seconds. */
export function wayOf({ frames, frameSize, ticksPerSecond, pieces }: RecordedRun): ShownTrack {
  const ticks = frames.length / frameSize - 1;
  const at = (tick: number) => ({ x: frames[tick * frameSize], y: frames[tick * frameSize + 1] });
  const track: number[] = [];
  for (let tick = 0; tick <= ticks; tick += TICKS_APART) track.push(at(tick).x, at(tick).y);
  track.push(at(ticks).x, at(ticks).y);
  const every = Math.max(1, Math.ceil(ticks / ticksPerSecond / MOST_STOPS));
  const seconds = Array.from({ length: Math.floor(ticks / ticksPerSecond / every) }, (_, index) => (index + 1) * every);
  const stops = seconds.map((second) => ({ ...at(Math.round(second * ticksPerSecond)), label: `${second} s` }));
  return { piece: pieces[0] ?? '', track, stops, isFull: true };
}
