import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { Frames } from './frames';

/** Frames that are asked for, drawn by hand. */
let asked: Map<number, (now: number) => void>;
let count: number;
const screen = globalThis as { requestAnimationFrame?: unknown; cancelAnimationFrame?: unknown };

beforeEach(() => {
  asked = new Map();
  count = 0;
  screen.requestAnimationFrame = (frame: (now: number) => void) => {
    asked.set(++count, frame);
    return count;
  };
  screen.cancelAnimationFrame = (request: number) => void asked.delete(request);
});
afterEach(() => {
  delete screen.requestAnimationFrame;
  delete screen.cancelAnimationFrame;
});

function draw(now: number): void {
  const due = [...asked.values()];
  asked.clear();
  for (const frame of due) frame(now);
}

describe('frames of the screen', () => {
  test('come once for each time that they are asked for, however often in between', () => {
    const told: number[] = [];
    const frames = new Frames(
      () => false,
      (elapsed) => told.push(elapsed),
    );
    for (let time = 0; time < 3; time++) frames.ask();
    expect(asked.size).toBe(1);
    draw(1000);
    expect([told, asked.size]).toEqual([[0], 0]);
    frames.ask();
    draw(5000);
    // How long it rested is no time that has passed.
    expect([told, asked.size]).toEqual([[0, 0], 0]);
  });

  test('follow each other while something goes on, and say how long each took', () => {
    const told: number[] = [];
    let goesOn = true;
    const frames = new Frames(
      () => goesOn,
      (elapsed) => told.push(elapsed),
    );
    frames.ask();
    for (const now of [100, 117, 150]) draw(now);
    goesOn = false;
    for (const now of [166, 183]) draw(now);
    expect([told, asked.size]).toEqual([[0, 17, 33, 16], 0]);
  });

  test('come no more once they are stopped', () => {
    const told: number[] = [];
    const frames = new Frames(
      () => true,
      (elapsed) => told.push(elapsed),
    );
    frames.ask();
    draw(100);
    frames.stop();
    frames.ask();
    expect([asked.size, told]).toEqual([0, [0]]);
  });

  test('come no more where the last one stopped them', () => {
    const frames: Frames = new Frames(
      () => true,
      () => frames.stop(),
    );
    frames.ask();
    draw(100);
    expect(asked.size).toBe(0);
  });
});
