import { createStore } from 'zustand/vanilla';
import type { GameDocument, Proof, RecordedRun, SlideFacts } from '@/core/index';
import type { ShownTrack } from '../canvas/arenaPicture';
import { OwnWorker, wordsOf } from '../workers/ownWorker';
import type { SimulationWorker } from '../workers/simulationWorker';

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

/**
 * Finds out whether the level can be won at all on a seed, in a worker of its own that ends with it: what was looked at
 * takes much memory.
 */
export class ProofController {
  readonly store = createStore<ProofState>(() => NOTHING_ASKED);
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
    this.store.setState({ ...NOTHING_ASKED, status: 'searching' });
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
        this.store.setState({ status: proof.status, slides, way: run && wayOf(run) });
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
    this.store.setState(NOTHING_ASKED);
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
