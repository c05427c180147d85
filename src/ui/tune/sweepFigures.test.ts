import { describe, expect, test } from '@jest/globals';
import { sayFigure, stretchesWhere } from './sweepFigures';

describe('what a sweep shows', () => {
  test('stretches reach half way to their neighbours and join', () => {
    const values = [1, 2, 4, 8];
    expect(stretchesWhere(values, () => false)).toEqual([]);
    expect(stretchesWhere(values, (index) => index === 1)).toEqual([[1.5, 3]]);
    expect(stretchesWhere(values, (index) => index > 1)).toEqual([[3, 8]]);
    expect(stretchesWhere(values, (index) => index !== 2)).toEqual([
      [1, 3],
      [6, 8],
    ]);
  });

  test('figures carry interval and unit, or a dash', () => {
    expect(sayFigure({ value: 41.3, low: 35.2, high: 48 }, 'clears')).toBe('41 (35–48) %');
    expect(sayFigure({ value: 9.26, low: 8, high: 11 }, 'takes')).toBe('9.3 (8.0–11.0) s');
    expect(sayFigure(undefined, 'takes')).toBe('–');
  });
});
