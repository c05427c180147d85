import { describe, expect, test } from '@jest/globals';
import { Turns } from './turns';

/** Goes on until something has happened, and counts its steps. */
function* until(hasHappened: () => boolean): Generator<void, number> {
  let count = 0;
  for (; !hasHappened(); count++) yield;
  return count;
}

describe('work in turns', () => {
  test('comes to what its steps come to', async () => {
    let left = 100;
    expect(await new Turns().work(until(() => --left < 0))).toBe(100);
  });

  test('lets questions be answered between its steps, or would never end here', async () => {
    let isAnswered = false;
    setImmediate(() => (isAnswered = true));
    expect(await new Turns().work(until(() => isAnswered))).toBeGreaterThan(0);
  });

  test('is left where it stands when it is given up, but not what comes after', async () => {
    const turns = new Turns();
    let isOver = false;
    setImmediate(() => turns.giveUp());
    expect(await turns.work(until(() => isOver))).toBeUndefined();
    setImmediate(() => (isOver = true));
    expect(await turns.work(until(() => isOver))).toBeGreaterThan(0);
  });

  test('is finished whatever is given up, where it is asked for whole', async () => {
    const turns = new Turns();
    let isOver = false;
    setImmediate(() => {
      turns.giveUp();
      setImmediate(() => (isOver = true));
    });
    expect(await turns.finish(until(() => isOver))).toBeGreaterThan(0);
  });

  test('stands still as long as it is to rest', async () => {
    const turns = new Turns();
    let toldAt = 0;
    let longestMs = 0;
    let last = performance.now();
    setImmediate(() => {
      turns.rest(60);
      toldAt = performance.now();
    });
    await turns.work(
      until(() => {
        const now = performance.now();
        longestMs = Math.max(longestMs, now - last);
        last = now;
        return toldAt > 0 && now > toldAt + 60;
      }),
    );
    expect(longestMs).toBeGreaterThan(40);
  });
});
