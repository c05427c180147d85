import { beforeEach, describe, expect, test } from '@jest/globals';
import { createStore } from 'zustand/vanilla';
import type { RunRecord } from '@/core/index';
import { Playback } from './playback';
import type { ReadingController } from './readingController';
import { runsEndingAbout, runsEndingBy, runsEndingNear, Visits } from './visits';

const LEVEL = { pieces: [{ id: 'w', name: 'Yard warden' }], kinds: [{ id: 'ember', name: 'Ember' }] };

function row(seed: number, more: Partial<RunRecord> = {}): RunRecord {
  return {
    seed,
    outcome: 'lost',
    cause: 'touched',
    piece: 'w',
    x: seed,
    y: 1,
    ticks: 60 * seed,
    boxOnly: 0,
    nearMisses: 0,
    hash: '',
    ...more,
  };
}

const won = (seed: number) => row(seed, { outcome: 'won', cause: 'reached the exit', piece: undefined });

/** A Reading that shows runs when it is let. */
class SlowReading {
  readonly store = createStore<{ rows: RunRecord[]; sampleSeed: number }>(() => ({ rows: [], sampleSeed: 1 }));
  private waiting: (() => void)[] = [];

  showSample(sampleSeed: number): Promise<void> {
    this.store.setState({ sampleSeed });
    return new Promise((resolve) => this.waiting.push(resolve));
  }

  async arrive(): Promise<void> {
    this.waiting.splice(0).forEach((resolve) => resolve());
    await new Promise(setImmediate);
  }
}

describe('going from a number to its runs', () => {
  let reading: SlowReading;
  let playback: Playback;
  let visits: Visits;
  const shown = () => [reading.store.getState().sampleSeed, playback.store.getState().tick];
  beforeEach(() => {
    reading = new SlowReading();
    playback = new Playback();
    playback.setRun(6000, 60);
    visits = new Visits(reading as unknown as ReadingController, playback);
  });

  test('shows the first of them three seconds before it ends, once it is there', async () => {
    void visits.open('touched', [row(7), row(9)], LEVEL);
    expect(shown()).toEqual([7, 0]);
    await reading.arrive();
    expect(shown()).toEqual([7, 4 * 60]);
    expect(visits.store.getState().visit).toMatchObject({
      title: 'touched',
      at: 0,
      runs: [{ says: 'touched by Yard warden', seed: 7 }, { seed: 9 }],
    });
  });

  test('goes on and back, and round at both ends', async () => {
    void visits.open('touched', [row(7), row(8), row(9)], LEVEL);
    await reading.arrive();
    const seeds: number[] = [];
    for (const by of [1, 1, 1, -1, -1]) {
      void visits.step(by);
      await reading.arrive();
      seeds.push(shown()[0]);
    }
    expect(seeds).toEqual([8, 9, 7, 9, 8]);
    void visits.goTo(2);
    await reading.arrive();
    expect(shown()).toEqual([9, 6 * 60]);
  });

  test('of two that were asked for one after the other, only the later moves the moment', async () => {
    void visits.open('touched', [row(7), row(20)], LEVEL);
    void visits.step(1);
    await reading.arrive();
    expect(shown()).toEqual([20, 17 * 60]);
  });

  test('a run that ends at once is shown from its start', async () => {
    void visits.open('touched', [row(1)], LEVEL);
    await reading.arrive();
    expect(shown()).toEqual([1, 0]);
  });

  test('nothing happens where there is no run, and none is left once it is closed', async () => {
    await visits.open('touched', [], LEVEL);
    expect(visits.store.getState().visit).toBeUndefined();
    void visits.open('touched', [row(7)], LEVEL);
    await reading.arrive();
    visits.close();
    await visits.step(1);
    expect(visits.store.getState().visit).toBeUndefined();
  });

  test('lost runs begin behind the one that is shown, and at the first again behind the last', async () => {
    const rows = [row(2), won(3), row(5), row(8, { outcome: 'out of time', cause: 'clock', piece: undefined })];
    reading.store.setState({ rows, sampleSeed: 3 });
    void visits.openLost(LEVEL);
    await reading.arrive();
    expect([shown()[0], visits.store.getState().visit?.runs.map(({ says }) => says)]).toEqual([
      5,
      ['touched by Yard warden', 'touched by Yard warden', 'out of time'],
    ]);
    reading.store.setState({ rows, sampleSeed: 9 });
    void visits.openLost(LEVEL);
    await reading.arrive();
    expect(shown()[0]).toBe(2);
  });
});

describe('runs behind a number', () => {
  const rows = [
    row(1),
    won(2),
    row(3, { piece: 'ember.4' }),
    row(4, { piece: 'ember.9' }),
    row(5, { cause: 'fell', piece: undefined }),
  ];
  const seeds = (found: RunRecord[]) => found.map(({ seed }) => seed);

  test('by their end: what cues brought in counts as its kind', () => {
    expect(seeds(runsEndingBy(rows, { cause: 'touched', piece: 'ember' }))).toEqual([3, 4]);
    expect(seeds(runsEndingBy(rows, { cause: 'fell', piece: undefined }))).toEqual([5]);
    expect(seeds(runsEndingBy(rows, { cause: 'drowned', piece: undefined }))).toEqual([]);
  });

  test('by the place where they were lost, the nearest first, within three quarters of a cell', () => {
    expect(seeds(runsEndingNear(rows, 3.4, 1))).toEqual([3, 4]);
    expect(seeds(runsEndingNear(rows, 3.6, 1))).toEqual([4, 3]);
    expect(seeds(runsEndingNear(rows, 2, 1))).toEqual([]);
    expect(seeds(runsEndingNear(rows, 4, 1.8))).toEqual([]);
  });

  test('by when they ended and whether they were won, the nearest first', () => {
    expect(seeds(runsEndingAbout(rows, 200, false, 70))).toEqual([3, 4]);
    expect(seeds(runsEndingAbout(rows, 130, true, 70))).toEqual([2]);
    expect(seeds(runsEndingAbout(rows, 1000, false, 70))).toEqual([5]);
    expect(seeds(runsEndingAbout([won(1)], 10, false, 70))).toEqual([]);
  });
});
