import { Worker } from 'bullmq';
import { runChunk, STAND_INS } from '@/core/index';
import type { ChunkTask } from '@/queue/chunkTask';
import { connect, pack } from '@/queue/redis/connect';
import { FleetComputer } from '@/queue/redis/fleetComputer';
import { queueName, resultKey, RESULT_SECONDS } from '@/queue/redis/fleetNames';
import { dryingHall } from '../tests/support/kilnYard';
import { TestRedis } from '../tests/support/redis';
import { simulateFleet, type FleetShape } from '../tests/support/simulateFleet';
import type { BenchRow } from './rows';

const TASK_RUNS = 250;
const TASKS = 400;
/** Runs of the batch that is simulated, and how many threads make it. */
const SIMULATED_RUNS = 10_000_000;
const SIMULATED_WORKERS = [1, 10, 100, 1000];

/** What the queue costs for a task, measured with results that are ready; and what fleets of that cost come to. */
export async function measureFleet(): Promise<BenchRow[]> {
  const begun = performance.now();
  const result = runChunk(dryingHall(), STAND_INS[1], 1, TASK_RUNS);
  const runsASecond = TASK_RUNS / ((performance.now() - begun) / 1000);
  const bytes = (await pack(result)).length;
  const { tasksASecond, redisSeconds } = await passThrough(async (firstSeed) => pack({ ...result, firstSeed }));
  return [
    { name: 'fleet.result', value: bytes / TASK_RUNS, unit: 'bytes a run' },
    { name: 'fleet.queue', value: tasksASecond, unit: 'tasks a second' },
    { name: 'fleet.redis', value: redisSeconds * 1000, unit: 'ms a task' },
    { name: 'fleet.thread', value: runsASecond, unit: 'runs a second' },
    ...SIMULATED_WORKERS.flatMap((workers) => simulated(workers, runsASecond, redisSeconds)),
  ];
}

/** Puts tasks through a queue of this machine, with a worker that has all results already. */
async function passThrough(
  resultOf: (firstSeed: number) => Promise<Buffer>,
): Promise<{ tasksASecond: number; redisSeconds: number }> {
  const redis = await TestRedis.start();
  const own = connect(redis.url);
  const computer = new FleetComputer(redis.url, () => Promise.resolve('no text is needed'));
  const worker = new Worker<ChunkTask>(
    queueName(),
    async ({ id, data }) => {
      await own.set(resultKey(id!), await resultOf(data.firstSeed), 'EX', RESULT_SECONDS);
    },
    { connection: { url: redis.url, maxRetriesPerRequest: null }, concurrency: 8 },
  );
  const tasks = Array.from({ length: TASKS }, (_, at): ChunkTask => ({
    ...{ documentHash: 'yard', levelId: 'drying-hall', standInId: 'casual', overrides: { knobs: [] } },
    ...{ firstSeed: 1 + at * TASK_RUNS, count: TASK_RUNS },
  }));
  const cpu = async () =>
    [...(await own.info('cpu')).matchAll(/used_cpu_(?:sys|user):([\d.]+)/g)].reduce((sum, [, s]) => sum + Number(s), 0);
  const before = await cpu();
  const from = performance.now();
  await Promise.all(tasks.map((task) => computer.compute(task)));
  const seconds = (performance.now() - from) / 1000;
  const redisSeconds = ((await cpu()) - before) / TASKS;
  await worker.close();
  await computer.end();
  own.disconnect();
  await redis.end();
  return { tasksASecond: TASKS / seconds, redisSeconds };
}

/** A fleet of such threads, of which each dies once an hour, with a server that takes in a result in 20 ms. */
function simulated(workers: number, runsASecond: number, redisSeconds: number): BenchRow[] {
  const shape: FleetShape = {
    ...{ workers, runsASecond, redisSeconds, speedSpread: 0.3, taskRuns: TASK_RUNS, databaseSeconds: 0.02 },
    ...{ latencySeconds: 0.002, deathsAnHour: 1, backAfterSeconds: 20, stragglingShare: 0.001, claimSeconds: 30 },
    mostUnderWay: 2000,
  };
  const { seconds, efficiency, databaseBusy, redisBusy } = simulateFleet(shape, SIMULATED_RUNS, 1);
  const name = `fleet.simulated.${workers}`;
  return [
    { name: `${name}.minutes`, value: seconds / 60, unit: 'min for 10 million runs' },
    { name: `${name}.efficiency`, value: 100 * efficiency, unit: '%' },
    { name: `${name}.database`, value: 100 * databaseBusy, unit: '% busy' },
    { name: `${name}.redis`, value: 100 * redisBusy, unit: '% busy' },
  ];
}
