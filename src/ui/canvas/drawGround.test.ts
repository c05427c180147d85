import { describe, expect, test } from '@jest/globals';
import { changedWindow } from './drawGround';

describe('what of the ground is drawn anew', () => {
  const before = ['.....', '.....', '.....', '.....'];

  test('is what changed, with one cell more around it, inside the level', () => {
    expect(changedWindow(before, ['.....', '..#..', '.....', '.....'])).toEqual({
      column: 1,
      row: 0,
      lastColumn: 4,
      lastRow: 3,
    });
    expect(changedWindow(before, ['#....', '.....', '.....', '....#'])).toEqual({
      column: 0,
      row: 0,
      lastColumn: 5,
      lastRow: 4,
    });
  });

  test('is nothing when nothing changed, and unknown when the size did', () => {
    expect(changedWindow(before, [...before])).toEqual({ column: 0, row: 0, lastColumn: 0, lastRow: 0 });
    expect(changedWindow(before, before.slice(1))).toBeUndefined();
    expect(
      changedWindow(
        before,
        before.map((row) => `${row}.`),
      ),
    ).toBeUndefined();
  });
});
