import { describe, expect, test } from '@jest/globals';
import { findEasierLevels } from '@/core/index';

const level = (levelId: string, won: number, standInId = 'casual') => ({
  levelId,
  name: levelId.toUpperCase(),
  standInId,
  won,
  runs: 400,
});

describe('the ladder along a course', () => {
  test('a level whose whole interval lies above that of the one before is told', () => {
    const found = findEasierLevels([level('a', 200), level('b', 120), level('c', 240)]);
    expect(found.map(({ levelId }) => levelId)).toEqual(['c']);
    expect(found[0].message).toContain('C is easier than B');
  });

  test('a difference within the intervals is not', () => {
    expect(findEasierLevels([level('a', 200), level('b', 205)])).toEqual([]);
  });

  test('results of different stand-ins are not compared', () => {
    expect(findEasierLevels([level('a', 100), level('b', 390, 'expert'), level('c', 105)])).toEqual([]);
  });
});
