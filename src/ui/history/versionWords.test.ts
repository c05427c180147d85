import { describe, expect, test } from '@jest/globals';
import { saveOrigin, type SaveInfo } from '@/server/contracts/history';
import { sayDay, sayOrigin, sayTime, splitIntoDays } from './versionWords';

function save(id: number, savedAt: string, origin: SaveInfo['origin'] = 'edit'): SaveInfo {
  const revision = 'a'.repeat(64);
  return { id, revision, savedAt, origin, name: null, changes: null, batches: 0, isCurrent: false };
}

/** A moment by the clock on the wall, wherever that hangs. */
const at = (day: number, hour: number) => new Date(2026, 10, day, hour, 5, 9).toISOString();

describe('the list of versions', () => {
  test('is cut where the day changes, in the order that it has', () => {
    const saves = [save(5, at(3, 9)), save(4, at(3, 0)), save(3, at(2, 23)), save(2, at(1, 12)), save(1, at(1, 8))];
    expect(splitIntoDays(saves).map((day) => day.map(({ id }) => id))).toEqual([[5, 4], [3], [2, 1]]);
    expect(splitIntoDays([])).toEqual([]);
  });

  test('says day and time of each by the clock on the wall', () => {
    expect(sayDay(save(1, at(3, 9)))).toMatch(/^Tuesday,? 3 November 2026$/);
    expect(sayTime(save(1, at(3, 9)))).toBe('09:05:09');
  });

  test('says how a version came to be wherever that was not an edit', () => {
    const said = saveOrigin.options.map((origin) => sayOrigin(save(1, at(1, 1), origin)));
    expect(said.filter((words) => words === '')).toHaveLength(1);
    expect(new Set(said).size).toBe(saveOrigin.options.length);
  });
});
