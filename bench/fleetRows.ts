import { Worker } from 'bullmq';
import { runChunk, STAND_INS } from '@/core/index';
import type { ChunkTask } from '@/queue/chunkTask';
import { connect, pack } from '@/queue/redis/connect';
import { FleetComputer } from '@/queue/redis/fleetComputer';
import { FLEET_VERSIONS, queueName, resultKey, RESULT_SECONDS } from '@/queue/redis/fleetNames';
import { sayMachine } from '@/queue/redis/machines';
import type { Redis } from 'ioredis';
import { GorgeServer } from '../tests/end-to-end/support/gorgeServer';
import { dryingHall } from '../tests/support/kilnYard';
import { TestRedis } from '../tests/support/redis';
import { simulateFleet, type FleetShape } from '../tests/support/simulateFleet';
import type { BenchRow } from './rows';

const TASK_RUNS = 250;
const TASKS = 400;
const TAKEN_IN_RUNS = 50_000;
/** Runs of the batch that is simulated, and how many threads make it. */
const SIMULATED_RUNS = 10_000_000;
const SIMULATED_WORKERS = [1, 10, 100, 1000];

/** What the queue costs for a task, measured with results that are ready; and what fleets of that cost come to. */
export async function measureFleet(): Promise<BenchRow[]> {
  const begun = performance.now();
  const result = runChunk(dryingHall(), STAND_INS[1], 1, TASK_RUNS);
  const runsASecond = TASK_RUNS / ((performance.now() - begun) / 1000);
  const bytes = (await pack(result)).length;
  const resultOf = ({ firstSeed, count }: ChunkTask) => {
    const rows = result.rows.slice(0, count).map((row, at) => ({ ...row, seed: firstSeed + at }));
    return pack({ ...result, firstSeed, rows });
  };
  const { tasksASecond, redisSeconds } = await passThrough(resultOf);
  const databaseSeconds = await takeIn(resultOf);
  return [
    { name: 'fleet.result', value: bytes / TASK_RUNS, unit: 'bytes a run' },
    { name: 'fleet.queue', value: tasksASecond, unit: 'tasks a second' },
    { name: 'fleet.redis', value: redisSeconds * 1000, unit: 'ms a task' },
    { name: 'fleet.server', value: databaseSeconds * 1000, unit: 'ms a task' },
    { name: 'fleet.thread', value: runsASecond, unit: 'runs a second' },
    ...SIMULATED_WORKERS.flatMap((workers) => simulated({ workers, runsASecond, redisSeconds, databaseSeconds })),
  ];
}

/** A worker that has all results already. */
function openReadyWorker(url: string, own: Redis, resultOf: (task: ChunkTask) => Promise<Buffer>): Worker<ChunkTask> {
  return new Worker<ChunkTask>(
    queueName(),
    async ({ id, data }) => {
      await own.set(resultKey(id!), await resultOf(data), 'EX', RESULT_SECONDS);
    },
    { connection: { url, maxRetriesPerRequest: null }, concurrency: 8 },
  );
}

/** Puts tasks through a queue of this machine. */
async function passThrough(
  resultOf: (task: ChunkTask) => Promise<Buffer>,
): Promise<{ tasksASecond: number; redisSeconds: number }> {
  const redis = await TestRedis.start();
  const own = connect(redis.url);
  const computer = new FleetComputer(redis.url, () => Promise.resolve('no text is needed'));
  const worker = openReadyWorker(redis.url, own, resultOf);
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

/** How long server and database take for the runs of a task when nobody has to make them, s. */
async function takeIn(resultOf: (task: ChunkTask) => Promise<Buffer>): Promise<number> {
  const redis = await TestRedis.start();
  const own = connect(redis.url);
  const server = GorgeServer.fresh('bench-fleet', 4470, { GORGE_QUEUE: redis.url });
  const worker = openReadyWorker(redis.url, own, resultOf);
  const machine = { id: 'ready', host: 'here', threads: 4, versions: FLEET_VERSIONS, busy: 0, runs: 0, runsASecond: 0 };
  try {
    await sayMachine(own, { ...machine, since: Date.now(), at: Date.now() + 3_600_000 });
    const batches = `${await server.start()}/api/games/kiln-yard/batches`;
    const { revision } = (await (await fetch(batches.replace('/batches', ''))).json()) as { revision: string };
    const request = { revision, levelId: 'drying-hall', runs: TAKEN_IN_RUNS };
    const headers = { 'content-type': 'application/json' };
    const from = performance.now();
    await fetch(batches, { method: 'POST', headers, body: JSON.stringify(request) });
    const isRunning = async () => {
      const reply = (await (await fetch(batches)).json()) as { batches: { status: string }[] };
      return reply.batches[0].status === 'running';
    };
    while (await isRunning()) await new Promise((resolve) => setTimeout(resolve, 250));
    return (performance.now() - from) / 1000 / (TAKEN_IN_RUNS / TASK_RUNS);
  } finally {
    await worker.close();
    server.stopAll();
    own.disconnect();
    await redis.end();
  }
}

type Measured = Pick<FleetShape, 'workers' | 'runsASecond' | 'redisSeconds' | 'databaseSeconds'>;

/** A fleet of such threads, of which each dies once an hour. */
function simulated(measured: Measured): BenchRow[] {
  const shape: FleetShape = {
    ...{ ...measured, speedSpread: 0.3, taskRuns: TASK_RUNS },
    ...{ latencySeconds: 0.002, deathsAnHour: 1, backAfterSeconds: 20, stragglingShare: 0.001, claimSeconds: 30 },
    mostUnderWay: 2000,
  };
  const { seconds, efficiency, databaseBusy, redisBusy } = simulateFleet(shape, SIMULATED_RUNS, 1);
  const name = `fleet.simulated.${measured.workers}`;
  return [
    { name: `${name}.minutes`, value: seconds / 60, unit: 'min for 10 million runs' },
    { name: `${name}.efficiency`, value: 100 * efficiency, unit: '%' },
    { name: `${name}.database`, value: 100 * databaseBusy, unit: '% busy' },
    { name: `${name}.redis`, value: 100 * redisBusy, unit: '% busy' },
  ];
}
