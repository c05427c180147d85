import { fork } from 'node:child_process';
import { writeGame } from '@/core/index';
import { cutIntoChunks, type ChunkTask } from '@/queue/chunkTask';
import { ChunkMaker } from '@/queue/threads/computeChunk';
import { ThreadPool } from '@/queue/threads/threadPool';
import { plainYard } from '../tests/support/kilnYard';
import { type BenchRow } from './rows';

function tasksFor(runs: number): ChunkTask[] {
  return cutIntoChunks(1, runs, 25).map((chunk) => ({
    documentHash: 'bench',
    levelId: 'drying-hall',
    standInId: 'casual',
    overrides: { knobs: [] },
    ...chunk,
  }));
}

async function secondsFor(runs: number): Promise<number> {
  const pool = new ThreadPool(() => Promise.resolve(writeGame(plainYard())), { workers: 2 });
  try {
    const before = performance.now();
    await Promise.all(tasksFor(runs).map((task) => pool.compute(task)));
    return (performance.now() - before) / 1000;
  } finally {
    await pool.end();
  }
}

/** Computes 500 runs in this process and tells its memory; used in a process of its own. */
export function reportWorkerMemory(): void {
  const maker = new ChunkMaker();
  maker.take('bench', writeGame(plainYard()));
  for (const task of tasksFor(500)) maker.compute(task);
  process.send?.(process.memoryUsage().rss / 1048576);
}

function workerMemoryMegabytes(): Promise<number> {
  return new Promise((resolve, reject) => {
    const child = fork(process.argv[1], ['--worker-memory']);
    child.on('message', (value) => resolve(Number(value)));
    child.on('exit', (code) => code !== 0 && reject(new Error(`the memory probe ended with ${code}`)));
  });
}

/** Whole batches on two threads, from a cold start of the pool, and what a worker takes in memory. */
export async function measureBatches(): Promise<BenchRow[]> {
  return [
    { name: 'batch.main_level_500_runs_s', value: await secondsFor(500), unit: 's' },
    { name: 'batch.main_level_1000_runs_s', value: await secondsFor(1000), unit: 's' },
    { name: 'batch.worker_memory', value: await workerMemoryMegabytes(), unit: 'MB' },
  ];
}
