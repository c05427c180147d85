import { describe, expect, test } from '@jest/globals';
import { isAlike } from './isAlike';

describe('what has not changed', () => {
  test('is alike in all its parts, whether it is the same object or not', () => {
    expect(isAlike([1, { at: [2, 3], name: 'flue' }], [1, { at: [2, 3], name: 'flue' }])).toBe(true);
    expect(isAlike(undefined, undefined)).toBe(true);
  });

  test('is not alike when a part differs, is missing or is one too many', () => {
    expect(isAlike({ at: [2, 3] }, { at: [2, 4] })).toBe(false);
    expect(isAlike({ at: [2, 3] }, { at: [2, 3], name: 'flue' })).toBe(false);
    expect(isAlike([1, 2], [1, 2, 3])).toBe(false);
    expect(isAlike([1], undefined)).toBe(false);
    expect(isAlike({ name: undefined }, { other: undefined })).toBe(false);
  });

  test('is a row of numbers only when it is the very same row', () => {
    const row = Float64Array.of(1, 2);
    expect(isAlike({ row }, { row })).toBe(true);
    expect(isAlike({ row }, { row: Float64Array.of(1, 2) })).toBe(false);
  });
});
