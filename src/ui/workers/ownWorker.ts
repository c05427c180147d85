import { startSimulationWorker, type SimulationWorker } from './simulationWorker';

/** A worker for one question at a time, which ends with it: a new question ends the one before. */
export class OwnWorker {
  private worker: SimulationWorker | undefined;
  /** Counts the questions: what comes of older ones is not wanted. */
  private asked = 0;

  constructor(private readonly start: () => SimulationWorker = startSimulationWorker) {}

  /** The worker of the question that is under way. */
  get current(): SimulationWorker | undefined {
    return this.worker;
  }

  /** Begins a question, with a fresh worker and a way to tell whether its answer is still wanted. */
  begin(): { worker: SimulationWorker; isWanted: () => boolean } {
    this.end();
    const { asked } = this;
    const worker = (this.worker = this.start());
    return { worker, isWanted: () => asked === this.asked };
  }

  /** Ends the worker; no answer is wanted any more. */
  end(): void {
    this.asked++;
    this.worker?.end();
    this.worker = undefined;
  }
}

/** An error in words. */
export function wordsOf(error: unknown): string {
  return error instanceof Error ? error.message : String(error);
}
