import { describe, expect, test } from '@jest/globals';
import { findRoom, type LabelBox } from './labelBoard';

const box = (left: number, top: number, width = 60): LabelBox => ({ left, top, width, height: 16 });

describe('a label', () => {
  test('stays where it is wished when nothing is there, or only beside it', () => {
    expect(findRoom(box(10, 40), [])).toEqual(box(10, 40));
    expect(findRoom(box(10, 40), [box(70, 40), box(10, 56)])).toEqual(box(10, 40));
  });

  test('steps up first, then down, and then farther', () => {
    const under = box(30, 42);
    expect(findRoom(box(10, 40), [under])).toEqual(box(10, 24));
    // Below it the one at 42 still reaches to 58, so it takes two steps.
    expect(findRoom(box(10, 40), [under, box(10, 20)])).toEqual(box(10, 72));
    expect(findRoom(box(10, 40), [box(10, 24), box(10, 40), box(10, 56)])).toEqual(box(10, 8));
  });

  test('is drawn where it was wished when there is no room far and wide', () => {
    const wall = Array.from({ length: 20 }, (_, row) => box(0, row * 16 - 100, 200));
    expect(findRoom(box(10, 40), wall)).toEqual(box(10, 40));
  });
});
