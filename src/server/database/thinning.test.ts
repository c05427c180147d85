import { describe, expect, test } from '@jest/globals';
import { saveIdsToThin, type ThinnedSave } from './thinning';

const NOW = new Date('2031-05-20T12:30:00Z');
const hoursAgo = (hours: number) => new Date(NOW.getTime() - hours * 3_600_000);
const save = (id: number, hours: number, isHeld = false): ThinnedSave => ({ id, savedAt: hoursAgo(hours), isHeld });

describe('old saves thin out', () => {
  test('but none of the last 24 hours', () => {
    const saves = Array.from({ length: 500 }, (_, index) => save(index, (index / 500) * 23.99));
    expect(saveIdsToThin(saves, NOW)).toEqual([]);
  });

  test('to the last one of each hour after a day, and of each day after thirty', () => {
    const minutely = Array.from({ length: 120 }, (_, index) => save(index, 48 - index / 60));
    const kept = (saves: ThinnedSave[]) => {
      const gone = new Set(saveIdsToThin(saves, NOW));
      return saves.filter(({ id }) => !gone.has(id)).map(({ savedAt }) => savedAt.toISOString().slice(5, 16));
    };
    expect(kept(minutely)).toEqual(['05-18T12:59', '05-18T13:59', '05-18T14:29']);
    const hourly = Array.from({ length: 72 }, (_, index) => save(index, 24 * 40 - index));
    expect(kept(hourly)).toEqual(['04-10T23:30', '04-11T23:30', '04-12T23:30', '04-13T11:30']);
  });

  test('but never what is held, which also keeps no other away', () => {
    const saves = [save(1, 48.4, true), save(2, 48.3), save(3, 48.2), save(4, 2000.3, true), save(5, 2000.2, true)];
    expect(saveIdsToThin(saves, NOW)).toEqual([2]);
  });

  test('to the same when thinned again', () => {
    const saves = Array.from({ length: 3000 }, (_, index) => save(index, index * 0.7, index % 97 === 0));
    const gone = new Set(saveIdsToThin(saves, NOW));
    const left = saves.filter(({ id }) => !gone.has(id));
    expect([left.length < 1200, saveIdsToThin(left, NOW)]).toEqual([true, []]);
  });
});
