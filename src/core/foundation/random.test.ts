import { describe, expect, test } from '@jest/globals';
import { RandomStream } from './random';

describe('random streams', () => {
  test('the same seed and stream give the same numbers', () => {
    const first = new RandomStream(5, 1);
    const second = new RandomStream(5, 1);
    const numbers = Array.from({ length: 50 }, () => first.nextUnit());
    expect(Array.from({ length: 50 }, () => second.nextUnit())).toEqual(numbers);
    expect(numbers.every((number) => number >= 0 && number < 1)).toBe(true);
  });

  test('neighbouring seeds and neighbouring streams share no beginning', () => {
    const beginnings = new Set<number>();
    for (let seed = 0; seed < 100; seed++)
      for (let stream = 0; stream < 10; stream++) beginnings.add(new RandomStream(seed, stream).nextUnit());
    expect(beginnings.size).toBe(1000);
  });

  test('whole numbers fill their range evenly', () => {
    const random = new RandomStream(1, 1);
    const counts = [0, 0, 0, 0];
    for (let draw = 0; draw < 4000; draw++) counts[random.nextInteger(2, 5) - 2]++;
    for (const count of counts) expect(Math.abs(count - 1000)).toBeLessThan(150);
  });
});
