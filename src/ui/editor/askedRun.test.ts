import { describe, expect, test } from '@jest/globals';
import { createStore } from 'zustand/vanilla';
import type { RecordedRun } from '@/core/index';
import { addressOfRun, readAskedRun, showAskedRun } from './askedRun';
import { Playback } from './playback';
import type { ReadingController } from './readingController';

const read = (search: string) => readAskedRun(new URLSearchParams(search));

describe('the address of a run', () => {
  test('is read as it was written', () => {
    const run = { seed: 57, standIn: 'own careful', seconds: 12.25 };
    const address = addressOfRun('yard', 'hall', run);
    expect(address.split('?')[0]).toBe('/games/yard/levels/hall');
    expect(read(address.split('?')[1])).toEqual(run);
  });

  test('says casual and the start where it says nothing of them', () => {
    expect(read('run=3')).toEqual({ seed: 3, standIn: 'casual', seconds: 0 });
  });

  test.each(['', 'run=x', 'run=1.5', 'run=-1', 'run=5000000000', 'at=3'])('asks for none in ?%s', (search) => {
    expect(read(search)).toBeUndefined();
  });

  test.each(['run=3&at=x', 'run=3&at=-4', 'run=3&at=Infinity'])(
    'shows the start where the moment is none: ?%s',
    (search) => {
      expect(read(search)?.seconds).toBe(0);
    },
  );
});

describe('a run that was asked for', () => {
  test('is the first that is shown, at its moment as soon as it is there', async () => {
    const store = createStore<{ sampleRun: Partial<RecordedRun> | undefined }>(() => ({ sampleRun: undefined }));
    const asked: unknown[] = [];
    const reading = { store, beginWith: (...values: unknown[]) => asked.push(values) } as unknown as ReadingController;
    const playback = new Playback();
    showAskedRun({ seed: 9, standIn: 'expert', seconds: 4 }, reading, playback);
    expect(asked).toEqual([[9, 'expert']]);
    const arrive = async (seed: number) => {
      store.setState({ sampleRun: { seed, ticksPerSecond: 60 } });
      playback.setRun(1000, 60);
      await Promise.resolve();
      return playback.store.getState().tick;
    };
    expect(await arrive(1)).toBe(0);
    expect(await arrive(9)).toBe(240);
    playback.seek(0);
    // Once shown, it is never gone back to by itself.
    expect(await arrive(9)).toBe(0);
  });
});
