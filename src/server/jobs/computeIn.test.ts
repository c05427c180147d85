import { describe, expect, test } from '@jest/globals';
import type { ChunkReply, ChunkTask } from '@/pool/chunkTask';
import { computeIn } from './computeIn';

const TASK = { levelId: 'small', firstSeed: 1 } as ChunkTask;
const REPLY = { firstSeed: 1 } as ChunkReply;

/** A pool that fails as it is told, one error a call, and then replies. */
function failing(...errors: Error[]) {
  let calls = 0;
  return {
    run: () => {
      const error = errors.at(calls++);
      return error ? Promise.reject(error) : Promise.resolve(REPLY);
    },
    calls: () => calls,
  };
}

const died = () =>
  Object.assign(new Error('Worker terminated due to reaching memory limit'), { code: 'ERR_WORKER_OUT_OF_MEMORY' });
const exited = () => new Error('worker exited with code: 1');

describe('a chunk whose worker dies', () => {
  test('is computed anew, a few times', async () => {
    const pool = failing(died(), exited());
    expect(await computeIn(pool, TASK, new AbortController().signal)).toBe(REPLY);
    const hopeless = failing(died(), died(), died(), died());
    await expect(computeIn(hopeless, TASK, new AbortController().signal)).rejects.toThrow('memory limit');
    expect([pool.calls(), hopeless.calls()]).toEqual([3, 3]);
  });

  test('is not computed anew when it was given up, or when the fault is its own', async () => {
    const given = new AbortController();
    given.abort();
    const pool = failing(died());
    await expect(computeIn(pool, TASK, given.signal)).rejects.toThrow();
    const own = failing(new Error('no such stand-in'));
    await expect(computeIn(own, TASK, new AbortController().signal)).rejects.toThrow('no such stand-in');
    expect([pool.calls(), own.calls()]).toEqual([1, 1]);
  });
});
