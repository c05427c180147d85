/** So long work goes on before others have their turn, milliseconds. */
const TURN_MS = 16;

/** Work of a thread that is done in steps: questions that come meanwhile are answered in between, and it rests when told to. */
export class Turns {
  private restsUntil = 0;
  private givenUp = 0;

  /** Does nothing for a while, milliseconds. */
  rest(forMs: number): void {
    this.restsUntil = performance.now() + forMs;
  }

  /** Leaves at that what is under way. */
  giveUp(): void {
    this.givenUp++;
  }

  /** Does something to its end, whatever is given up. */
  async finish<Value>(steps: Generator<void, Value>): Promise<Value> {
    for (let since = performance.now(); ;) {
      const step = steps.next();
      if (step.done) return step.value;
      if (performance.now() - since < TURN_MS) continue;
      await nextTurn();
      for (let left = this.leftToRest(); left > 0; left = this.leftToRest()) await passed(left);
      since = performance.now();
    }
  }

  /** Does something to its end; undefined when it was given up. */
  work<Value>(steps: Generator<void, Value>): Promise<Value | undefined> {
    const { givenUp } = this;
    const isWanted = () => givenUp === this.givenUp;
    return this.finish(asLongAs(isWanted, steps));
  }

  private leftToRest(): number {
    return this.restsUntil - performance.now();
  }
}

/** The steps of something, as long as it is wanted. */
function* asLongAs<Value>(isWanted: () => boolean, steps: Generator<void, Value>): Generator<void, Value | undefined> {
  while (isWanted()) {
    const step = steps.next();
    if (step.done) return step.value;
    yield;
  }
  return undefined;
}

/** Comes after the messages that wait already; sooner than any timer, which browsers hold back for some milliseconds. */
function nextTurn(): Promise<void> {
  const { port1, port2 } = new MessageChannel();
  return new Promise((resolve) => {
    port1.onmessage = () => {
      port1.close();
      resolve();
    };
    port2.postMessage(undefined);
  });
}

/** Some milliseconds later. */
export function passed(ms: number): Promise<void> {
  return new Promise((resolve) => setTimeout(resolve, ms));
}
