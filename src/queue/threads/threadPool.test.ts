import { describe, expect, test } from '@jest/globals';
import type { ChunkResult } from '@/core/index';
import type { ChunkTask } from '../chunkTask';
import type { ThreadTask } from './chunk.worker';
import { ThreadPool } from './threadPool';

const TASK = { documentHash: 'yard', levelId: 'small', firstSeed: 1 } as ChunkTask;
const RESULT = { firstSeed: 1 } as ChunkResult;

/** A pool whose threads fail as they are told, one error a call, and then reply. */
function failing(...errors: Error[]) {
  const calls: ThreadTask[] = [];
  const deaths: unknown[] = [];
  const asked: string[] = [];
  const threads = {
    run: (task: ThreadTask) => {
      calls.push(task);
      const error = errors.at(calls.length - 1);
      return error ? Promise.reject(error) : Promise.resolve(RESULT);
    },
    destroy: () => Promise.resolve(),
  };
  const findDocument = (hash: string) => {
    asked.push(hash);
    return hash === 'gone' ? Promise.reject(new Error('no document')) : Promise.resolve(`text of ${hash}`);
  };
  const pool = new ThreadPool(findDocument, { workers: 2, onDeath: (error) => deaths.push(error) }, threads);
  return { pool, calls, deaths, asked };
}

const died = () =>
  Object.assign(new Error('Worker terminated due to reaching memory limit'), { code: 'ERR_WORKER_OUT_OF_MEMORY' });
const exited = () => new Error('worker exited with code: 1');

describe('a chunk whose thread dies', () => {
  test('is computed anew, a few times, and told', async () => {
    const lucky = failing(died(), exited());
    expect(await lucky.pool.compute(TASK)).toBe(RESULT);
    const hopeless = failing(died(), died(), died(), died());
    await expect(hopeless.pool.compute(TASK)).rejects.toThrow('memory limit');
    expect([lucky.calls.length, hopeless.calls.length, lucky.deaths.length]).toEqual([3, 3, 2]);
  });

  test('is not computed anew when it was given up, or when the fault is its own', async () => {
    const given = new AbortController();
    given.abort();
    const late = failing(died());
    await expect(late.pool.compute(TASK, given.signal)).rejects.toThrow();
    const own = failing(new Error('no such stand-in'));
    await expect(own.pool.compute(TASK)).rejects.toThrow('no such stand-in');
    expect([late.calls.length, own.calls.length]).toEqual([1, 1]);
  });
});

describe('documents', () => {
  test('are fetched once by their hash, and all tasks of one share its text in memory', async () => {
    const { pool, calls, asked } = failing();
    await Promise.all([1, 2, 3].map((firstSeed) => pool.compute({ ...TASK, firstSeed })));
    expect(asked).toEqual(['yard']);
    expect(new Set(calls.map(({ text }) => text)).size).toBe(1);
    expect(new TextDecoder().decode(new Uint8Array(calls[0].text).slice())).toBe('text of yard');
  });

  test('that could not be fetched are fetched anew for the next task', async () => {
    const { pool, asked } = failing();
    for (let round = 0; round < 2; round++)
      await expect(pool.compute({ ...TASK, documentHash: 'gone' })).rejects.toThrow('no document');
    expect(asked).toEqual(['gone', 'gone']);
  });

  test('that have not been used for long are forgotten', async () => {
    const { pool, asked } = failing();
    const hashes = Array.from({ length: 12 }, (_, index) => `yard-${index}`);
    for (const documentHash of [...hashes, hashes[11], hashes[0]]) await pool.compute({ ...TASK, documentHash });
    expect(asked).toEqual([...hashes, hashes[0]]);
  });
});
