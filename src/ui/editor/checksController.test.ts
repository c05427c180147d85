import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { errorAt, type Diagnostic, type PlayedCheck } from '@/core/index';
import { hallOnly } from '../../../tests/support/kilnYard';
import { ChecksController } from './checksController';

const FAULT = errorAt({ path: [] }, 'unknown-level', 'There is a fault.', 'Mend it.');

let asked: { name: string; answer: (found: Diagnostic[]) => void; refuse: (error: Error) => void }[];
let played: PlayedCheck[];
let started: number;
let ended: number;
let checks: ChecksController;

beforeEach(() => {
  jest.useFakeTimers();
  asked = [];
  played = [];
  started = ended = 0;
  checks = new ChecksController('drying-hall', () => {
    started++;
    return {
      check: ({ name }) => new Promise((answer, refuse) => asked.push({ name, answer, refuse })),
      play: () => Promise.resolve(played),
      end: () => void ended++,
    };
  });
});
afterEach(() => void jest.useRealTimers());

const game = (name: string) => ({ ...hallOnly(), name });
const state = () => checks.store.getState();

describe('checks beside the page', () => {
  test('look at the first game at once, and at what comes then when it rests', async () => {
    checks.show(game('first'));
    await jest.advanceTimersByTimeAsync(0);
    expect([asked.length, state().isChecking, state().found]).toEqual([1, true, undefined]);
    asked[0].answer([FAULT]);
    await jest.advanceTimersByTimeAsync(0);
    expect([state().found, state().game?.name, state().isChecking]).toEqual([[FAULT], 'first', false]);
    for (const name of ['a', 'b', 'c']) {
      checks.show(game(name));
      await jest.advanceTimersByTimeAsync(100);
    }
    await jest.advanceTimersByTimeAsync(100);
    expect([asked.map(({ name }) => name), started]).toEqual([['first', 'c'], 1]);
  });

  test('of a newer game wait for the end of one, and go on in the same thread with the newest', async () => {
    checks.show(game('old'));
    await jest.advanceTimersByTimeAsync(0);
    for (const name of ['newer', 'newest']) {
      checks.show(game(name));
      await jest.advanceTimersByTimeAsync(200);
    }
    expect(asked).toHaveLength(1);
    asked[0].answer([FAULT]);
    await jest.advanceTimersByTimeAsync(0);
    expect([state().found, state().isChecking, asked.map(({ name }) => name)]).toEqual([
      [FAULT],
      true,
      ['old', 'newest'],
    ]);
    asked[1].answer([]);
    await jest.advanceTimersByTimeAsync(2000);
    expect([state().found, state().game?.name, state().isChecking, started, ended]).toEqual([
      [],
      'newest',
      false,
      1,
      0,
    ]);
  });

  test('do not wait for long for one that is out of date', async () => {
    checks.show(game('old'));
    await jest.advanceTimersByTimeAsync(0);
    checks.show(game('new'));
    await jest.advanceTimersByTimeAsync(1200);
    expect([started, ended]).toEqual([2, 1]);
    asked[1].answer([]);
    asked[0].answer([FAULT]);
    await jest.advanceTimersByTimeAsync(0);
    expect([state().found, state().game?.name]).toEqual([[], 'new']);
  });

  test('are given up when they take too long, or fail, and go on with the next game', async () => {
    checks.show(game('endless'));
    await jest.advanceTimersByTimeAsync(10_000);
    expect([state().isChecking, ended]).toEqual([false, 1]);
    expect(state().failure).toContain('took longer than 10 s');
    checks.show(game('broken'));
    await jest.advanceTimersByTimeAsync(200);
    asked[1].refuse(new Error('out of memory'));
    await jest.advanceTimersByTimeAsync(0);
    expect([state().failure, ended]).toEqual(['out of memory', 2]);
    checks.show(game('sound'));
    await jest.advanceTimersByTimeAsync(200);
    asked[2].answer([]);
    await jest.advanceTimersByTimeAsync(0);
    expect([state().failure, state().found]).toEqual(['', []]);
  });

  test('end with the page', async () => {
    checks.show(game('first'));
    await jest.advanceTimersByTimeAsync(0);
    checks.stop();
    asked[0].answer([FAULT]);
    await jest.advanceTimersByTimeAsync(0);
    expect([state().found, ended]).toEqual([undefined, 1]);
  });
});
