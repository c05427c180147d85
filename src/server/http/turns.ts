/** Lets whatever else waits for this thread have its turn: others are answered between the parts of what takes long. */
export function nextTurn(): Promise<void> {
  return new Promise((resolve) => setImmediate(resolve));
}

/** Does something step by step and lets others have their turn in between. */
export async function inTurns<Result>(steps: Generator<void, Result>): Promise<Result> {
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
    await nextTurn();
  }
}
