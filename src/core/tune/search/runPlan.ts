import type { Overrides } from '../../compile/levelProgram';
import type { ChunkResult } from '../../measure/chunk';

/** Runs that are wanted next: who plays, with what set otherwise, on which seeds. */
export interface PlayTask {
  overrides: Overrides;
  standInId: string;
  firstSeed: number;
  count: number;
  /** How often each person may try it until it is cleared; once where left out. */
  tries?: number;
}

/** Work that says itself which runs it wants next, and learns from what comes of them. */
export interface RunPlan<Task extends PlayTask> {
  /** The next runs; undefined where none are wanted before others have come in, or none any more. */
  next(): Task | undefined;
  take(task: Task, result: ChunkResult): void;
  /** Is told why a task cannot be played, and goes on; where it is left out, that ends the whole plan. */
  refuse?(task: Task, why: string): void;
}

/**
 * Carries out a plan, with so many tasks under way at once, wherever they are played. What comes of it may depend on the order
 * in which results come in only as far as the plan lets it. Ends when nothing is wanted any more, or soon after it is not to
 * go on; a task that cannot be played ends it with its error.
 */
export async function carryOut<Task extends PlayTask>(
  plan: RunPlan<Task>,
  play: (task: Task) => Promise<ChunkResult>,
  lanes: number,
  goesOn: () => boolean = () => true,
  onTaken: () => void = () => undefined,
): Promise<void> {
  const running = new Set<Promise<void>>();
  for (;;) {
    while (running.size < lanes && goesOn()) {
      const task = plan.next();
      if (!task) break;
      const one: Promise<void> = play(task)
        .then(
          (result) => goesOn() && plan.take(task, result),
          (error: unknown) => {
            if (!plan.refuse) throw error;
            plan.refuse(task, error instanceof Error ? error.message : String(error));
          },
        )
        .then(() => {
          running.delete(one);
          if (goesOn()) onTaken();
        });
      running.add(one);
    }
    if (running.size === 0) return;
    await Promise.race(running);
  }
}
