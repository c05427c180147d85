import { describe, expect, test } from '@jest/globals';
import type { RecordedRun } from '@/core/index';
import { partingTick } from './partingTick';

/** A run in which the player goes along these places; other columns stand behind the first two. */
const along = (xs: number[], frameSize = 4) =>
  ({
    frames: Float32Array.from(xs.flatMap((x) => [x, 1, ...Array(frameSize - 2).fill(9)])),
    frameSize,
  }) as never as RecordedRun;

describe('two runs side by side', () => {
  test('part in the first tick in which the player is elsewhere, whatever else is written down of each', () => {
    expect(partingTick(along([1, 2, 3, 4]), along([1, 2, 3.2, 4], 7))).toBe(2);
  });

  test('part when one of them ends, and never where they are alike', () => {
    expect(partingTick(along([1, 2, 3]), along([1, 2, 3, 4]))).toBe(2);
    expect(partingTick(along([1, 2, 3]), along([1, 2, 3]))).toBeUndefined();
  });
});
