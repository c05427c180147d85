import { describe, expect, test } from '@jest/globals';
import { OrderedHash, TraceHash } from './traceHash';

const x = new Float64Array(4);
const y = new Float64Array(4);
const xWords = new Int32Array(x.buffer);
const yWords = new Int32Array(y.buffer);

type Pose = [body: number, tick: number, x: number, y: number, state: number];

function digestOf(...poses: Pose[]): string {
  const hash = new TraceHash();
  for (const [body, tick, toX, toY, state] of poses) {
    x[2] = toX;
    y[2] = toY;
    hash.addPose(body, tick, xWords, yWords, 2, state);
  }
  return hash.digest();
}

describe('the fingerprint of a run', () => {
  const pose: Pose = [3, 7, 0.3, 1.5, 1];

  test('tells the smallest difference in each thing that it is made of', () => {
    const others: Pose[] = [
      [4, 7, 0.3, 1.5, 1],
      [3, 8, 0.3, 1.5, 1],
      [3, 7, 0.1 + 0.2, 1.5, 1],
      [3, 7, 0.3, 1.5 + Number.EPSILON, 1],
      [3, 7, 0.3, 1.5, 2],
      [3, 7, 1.5, 0.3, 1],
    ];
    expect(new Set([pose, ...others].map((one) => digestOf(one))).size).toBe(others.length + 1);
    expect(digestOf(pose)).toMatch(/^[0-9a-f]{16}$/);
  });

  test('is the same in whatever order bodies are summed up, and whether one by one or together', () => {
    const second: Pose = [4, 7, 2.25, 9, 0];
    expect(digestOf(pose, second)).toBe(digestOf(second, pose));
    const apart = new TraceHash();
    apart.addPose(3, 7, (setTo(0.3, 1.5), xWords), yWords, 2, 1);
    const joined = new TraceHash();
    joined.addPose(4, 7, (setTo(2.25, 9), xWords), yWords, 2, 0);
    joined.addSums(apart.sumA, apart.sumB);
    expect(joined.digest()).toBe(digestOf(pose, second));
  });

  test('tells apart two bodies that change places, and a step that is made a tick later', () => {
    expect(digestOf([1, 5, 2, 2, 0], [2, 5, 3, 3, 0])).not.toBe(digestOf([2, 5, 2, 2, 0], [1, 5, 3, 3, 0]));
    expect(digestOf([1, 5, 2, 2, 0], [1, 6, 3, 2, 0])).not.toBe(digestOf([1, 5, 3, 2, 0], [1, 6, 2, 2, 0]));
  });

  test('meets no two equal digests among a hundred thousand neighbouring places', () => {
    const digests = new Set<string>();
    for (let index = 0; index < 100_000; index++) digests.add(digestOf([1, 1, index / 1024, 0, 0]));
    expect(digests.size).toBe(100_000);
  });
});

describe('a hash of a list', () => {
  test('depends on the order', () => {
    const hashOf = (...values: number[]) => {
      const hash = new OrderedHash();
      for (const value of values) hash.addInteger(value);
      return hash.digest();
    };
    expect(hashOf(1, 2)).not.toBe(hashOf(2, 1));
    expect(hashOf(1)).not.toBe(hashOf(1, 0));
  });
});

function setTo(toX: number, toY: number): void {
  x[2] = toX;
  y[2] = toY;
}
