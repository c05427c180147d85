/** Does something that is worked out in steps in one go. */
export function inOneGo<Value>(steps: Generator<void, Value>): Value {
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}
