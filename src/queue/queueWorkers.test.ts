import { describe, expect, jest, test } from '@jest/globals';
import type { ChunkResult } from '@/core/index';
import type { ChunkQueue, LeasedChunk, Wanted } from './chunkQueue';
import type { ChunkTask } from './chunkTask';
import { QueueWorkers } from './queueWorkers';

const chunk = (number: number, batchId = 1): LeasedChunk => ({
  lease: `lease ${number}`,
  batchId,
  arm: 0,
  task: { firstSeed: number } as ChunkTask,
});
const resultOf = ({ firstSeed }: ChunkTask) => ({ firstSeed }) as ChunkResult;

/** A queue in memory; `trouble` may make any of its acts fail. */
function memoryQueue(waiting: LeasedChunk[], trouble: (act: string) => void = () => undefined) {
  const kept: number[] = [];
  const failed: string[] = [];
  let settled: () => void = () => undefined;
  const done = new Promise<void>((resolve) => (settled = resolve));
  const wanted = waiting.length;
  const settle = () => kept.length + failed.length >= wanted && settled();
  const queue: ChunkQueue = {
    lease: async () => {
      trouble('lease');
      return Promise.resolve(waiting.shift());
    },
    heartbeat: () => Promise.resolve<Wanted>('wanted'),
    complete: (own, result) => {
      trouble('complete');
      kept.push(result.firstSeed);
      settle();
      return Promise.resolve<Wanted>('wanted');
    },
    fail: (own, error) => {
      failed.push(`${own.lease}: ${String(error)}`);
      settle();
      return Promise.resolve();
    },
  };
  return { queue, kept, failed, done };
}

describe('workers of a queue', () => {
  test('compute every chunk once, so many at a time', async () => {
    const { queue, kept, done } = memoryQueue(Array.from({ length: 20 }, (_, index) => chunk(index)));
    let now = 0;
    let most = 0;
    const computer = {
      compute: async (task: ChunkTask) => {
        most = Math.max(most, ++now);
        await Promise.resolve();
        now--;
        return resultOf(task);
      },
    };
    const workers = new QueueWorkers(queue, computer, 3);
    workers.wake();
    await done;
    workers.end();
    expect(kept.sort((a, b) => a - b)).toEqual(Array.from({ length: 20 }, (_, index) => index));
    expect(most).toBe(3);
  });

  test('tell the queue of what cannot be computed, and go on with the others', async () => {
    const { queue, kept, failed, done } = memoryQueue([chunk(1), chunk(2), chunk(3)]);
    const computer = {
      compute: (task: ChunkTask) =>
        task.firstSeed === 2 ? Promise.reject(new Error('no such level')) : Promise.resolve(resultOf(task)),
    };
    const troubles: unknown[] = [];
    const workers = new QueueWorkers(queue, computer, 1, { onTrouble: (error) => troubles.push(error) });
    workers.wake();
    await done;
    workers.end();
    expect([kept, failed]).toEqual([[1, 3], ['lease 2: Error: no such level']]);
    expect(troubles.map(String)).toEqual(['Error: no such level']);
  });

  test('hand in what they have computed however long the queue is away', async () => {
    jest.useFakeTimers();
    try {
      let refusals = 4;
      const { queue, kept } = memoryQueue([chunk(1), chunk(2)], (act) => {
        if (act === 'complete' && refusals-- > 0) throw new Error('the queue is away');
      });
      const computed: number[] = [];
      const computer = {
        compute: (task: ChunkTask) => {
          computed.push(task.firstSeed);
          return Promise.resolve(resultOf(task));
        },
      };
      const workers = new QueueWorkers(queue, computer, 1, { onTrouble: () => undefined });
      workers.wake();
      await jest.advanceTimersByTimeAsync(60_000);
      workers.end();
      expect([kept, computed]).toEqual([
        [1, 2],
        [1, 2],
      ]);
    } finally {
      jest.useRealTimers();
    }
  });

  test('give up what nobody wants any more, and say nothing of it', async () => {
    const { queue, kept, failed } = memoryQueue([chunk(1, 7), chunk(2, 8)]);
    let began: () => void = () => undefined;
    const hasBegun = new Promise<void>((resolve) => (began = resolve));
    const computer = {
      compute: (task: ChunkTask, signal?: AbortSignal) =>
        task.firstSeed === 2
          ? Promise.resolve(resultOf(task))
          : new Promise<ChunkResult>((_, reject) => {
              signal?.addEventListener('abort', () => reject(new Error('given up')));
              began();
            }),
    };
    const second = new Promise<void>((resolve) => {
      const workers = new QueueWorkers(queue, computer, 1, {
        onDone: () => {
          workers.end();
          resolve();
        },
      });
      workers.wake();
      void hasBegun.then(() => workers.abandon(7));
    });
    await second;
    expect([kept, failed]).toEqual([[2], []]);
  });
});
