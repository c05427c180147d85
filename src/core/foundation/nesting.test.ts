import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { isNestedDeeper } from './nesting';

/** Counted on the parsed value. */
function depthOf(value: unknown): number {
  if (typeof value !== 'object' || value === null) return 0;
  return 1 + Math.max(0, ...Object.values(value).map(depthOf));
}

describe('how deep JSON is nested', () => {
  test('is told of any text as of the value that it stands for', () => {
    fc.assert(
      fc.property(fc.jsonValue({ maxDepth: 6 }), fc.integer({ min: 0, max: 7 }), (value, most) => {
        expect(isNestedDeeper(JSON.stringify(value), most)).toBe(depthOf(value) > most);
      }),
    );
  });

  test('brackets and quotes in texts do not count', () => {
    expect(isNestedDeeper(JSON.stringify(['[[[[', '{"', '\\[[']), 1)).toBe(false);
  });

  test('of a text that is no JSON comes to an end', () => {
    expect([isNestedDeeper('"[[[', 1), isNestedDeeper(']]]"\\', 1), isNestedDeeper('[['.repeat(1e6), 64)]).toEqual([
      false,
      false,
      true,
    ]);
  });
});
