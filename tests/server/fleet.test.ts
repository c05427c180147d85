import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { spawn, type ChildProcess } from 'node:child_process';
import path from 'node:path';
import { runChunk, STAND_INS, writeGame, type ChunkResult } from '@/core/index';
import { SetAsideError, type ChunkTask } from '@/queue/chunkTask';
import { connect, pack, readQueueUrl, whyUnreachable } from '@/queue/redis/connect';
import { FleetComputer } from '@/queue/redis/fleetComputer';
import { FLEET_VERSIONS, queueName, resultKey, taskId, VERSIONS_KEY } from '@/queue/redis/fleetNames';
import { FleetWorker, whyRefused } from '@/queue/redis/fleetWorker';
import { isThere, listMachines, sayMachine } from '@/queue/redis/machines';
import { Queue } from 'bullmq';
import { dryingHall, plainYard } from '../support/kilnYard';
import { TestRedis } from '../support/redis';

const projectFolder = path.resolve('.');
const text = writeGame(plainYard());
let redis: TestRedis;
const open: { end?: () => Promise<void>; drain?: () => Promise<void> }[] = [];

beforeAll(async () => {
  redis = await TestRedis.start();
});
afterAll(async () => {
  await Promise.all(open.map((one) => one.end?.() ?? one.drain?.()));
  await redis.end();
});

const task = (firstSeed: number, count = 4): ChunkTask => ({
  ...{ documentHash: 'yard', levelId: 'drying-hall', standInId: 'casual', overrides: { knobs: [] } },
  ...{ firstSeed, count },
});
const here = (firstSeed: number, count = 4): ChunkResult => runChunk(dryingHall(), STAND_INS[1], firstSeed, count);

function openComputer(find = () => Promise.resolve(text)): FleetComputer {
  // Looks often after what has got lost, so that nobody waits for it here.
  const computer = new FleetComputer(redis.url, find, () => undefined, 200);
  open.push(computer);
  return computer;
}

function openWorker(): FleetWorker {
  const worker = new FleetWorker(redis.url, { threads: 1, projectFolder, claimMs: 1000 });
  open.push(worker);
  return worker;
}

/** A machine that takes what it can get and never hands anything in. */
async function openHungMachine(): Promise<ChildProcess> {
  const code = `import { Worker } from 'bullmq'; import { Redis } from 'ioredis';
    const worker = new Worker(${JSON.stringify(queueName())}, () => { console.log('taken'); for (;;); },
      { connection: new Redis(${JSON.stringify(redis.url)}, { maxRetriesPerRequest: null }), lockDuration: 1000, stalledInterval: 500, maxStalledCount: 2 });
    worker.on('error', () => undefined);`;
  const child = spawn(process.execPath, ['--input-type=module', '-e', code], {
    cwd: projectFolder,
    stdio: ['ignore', 'pipe', 'ignore'],
  });
  return child;
}

describe('a fleet', () => {
  test('comes to the same numbers, to the last bit, whoever of it computes them; the same question is computed once', async () => {
    const computer = openComputer();
    const workers = [openWorker(), openWorker()];
    const asked = [1, 5, 9, 13, 1].map((firstSeed) => computer.compute(task(firstSeed)));
    expect(await Promise.all(asked)).toEqual([1, 5, 9, 13, 1].map((firstSeed) => here(firstSeed)));
    expect(workers[0].runs + workers[1].runs).toBe(16);
    const { machines, waiting } = await computer.state();
    expect(machines.filter((machine) => isThere(machine)).map(({ threads }) => threads)).toEqual([1, 1]);
    expect(waiting).toBe(0);
    await Promise.all(workers.map((worker) => worker.drain()));
    expect((await computer.state()).machines).toEqual([]);
  });

  test('a machine that takes a task and hangs loses it to another one', async () => {
    const computer = openComputer();
    const hung = await openHungMachine();
    const result = computer.compute(task(21));
    await new Promise((resolve) => hung.stdout!.once('data', resolve));
    const worker = openWorker();
    expect(await result).toEqual(here(21));
    hung.kill('SIGKILL');
    await worker.drain();
  });

  test('what was under way when Redis lost everything is asked for again', async () => {
    const computer = openComputer();
    const results = [31, 35].map((firstSeed) => computer.compute(task(firstSeed)));
    while ((await computer.state()).waiting < 2);
    await redis.kill();
    await redis.begin();
    const worker = openWorker();
    expect(await Promise.all(results)).toEqual([here(31), here(35)]);
    await worker.drain();
  });

  test('a document that has gone from Redis is brought again', async () => {
    const computer = openComputer();
    const first = openWorker();
    await computer.compute(task(41));
    await first.drain();
    const asking = connect(redis.url);
    await asking.del('gorge:document:yard');
    asking.disconnect();
    const second = openWorker();
    expect(await computer.compute(task(45))).toEqual(here(45));
    await second.drain();
  });

  test('a task that cannot be computed is set aside, and told with its runs; others go on', async () => {
    const computer = openComputer();
    const worker = openWorker();
    const poisoned = computer.compute({ ...task(51), levelId: 'no-such-level' });
    await expect(poisoned).rejects.toThrow(SetAsideError);
    await expect(poisoned).rejects.toThrow(/Runs 51 to 54 of casual in no-such-level are set aside/);
    expect(await computer.compute(task(55))).toEqual(here(55));
    await worker.drain();
  });

  test('a result that is of another task is thrown away, and the right one asked for', async () => {
    const asking = connect(redis.url);
    await asking.set(resultKey(taskId(task(91))), await pack(here(95)));
    asking.disconnect();
    const computer = openComputer();
    const result = computer.compute(task(91));
    const worker = openWorker();
    expect(await result).toEqual(here(91));
    await worker.drain();
  });

  test('a task that ends every machine that takes it is given out three times and then set aside', async () => {
    const computer = openComputer();
    const result = computer.compute(task(71));
    const settled = result.catch((error: unknown) => error);
    for (let taken = 0; taken < 3; taken++) {
      const machine = await openHungMachine();
      await new Promise((resolve) => machine.stdout!.once('data', resolve));
      machine.kill('SIGKILL');
    }
    const worker = openWorker();
    expect(await settled).toBeInstanceOf(SetAsideError);
    expect(worker.runs).toBe(0);
    expect(await computer.compute(task(75))).toEqual(here(75));
    await worker.drain();
  });

  test('what nobody wants any more is taken off the queue', async () => {
    const computer = openComputer();
    const abort = new AbortController();
    const result = computer.compute(task(61), abort.signal);
    while ((await computer.state()).waiting === 0);
    abort.abort();
    await expect(result).rejects.toThrow('abort');
    while ((await computer.state()).waiting > 0);
    const queue = new Queue(queueName(), { connection: { url: redis.url } });
    expect(await queue.getJob(taskId(task(61)))).toBeUndefined();
    await queue.close();
  });

  test('refuses a machine of another version in words, and forgets who has long been silent', async () => {
    const asking = connect(redis.url);
    await openComputer().state();
    expect(await whyRefused(asking)).toBeUndefined();
    await asking.set(VERSIONS_KEY, JSON.stringify({ ...FLEET_VERSIONS, engine: FLEET_VERSIONS.engine + 1 }));
    expect(await whyRefused(asking)).toMatch(/Work is handed out for engine \d+.*this machine has engine \d+/);
    const machine = { id: 'old', host: 'kiln', threads: 1, versions: FLEET_VERSIONS, busy: 0, runs: 0 };
    await sayMachine(asking, { ...machine, runsASecond: 0, since: 0, at: Date.now() - 20_000 });
    expect((await listMachines(asking)).map((own) => [own.id, isThere(own)])).toEqual([['old', false]]);
    expect(await listMachines(asking, Date.now() + 3_600_000)).toEqual([]);
    asking.disconnect();
  });
});

test('an address that is none, and one where nobody answers or the password is wrong, are told', async () => {
  expect(['redis://h:1', 'rediss://:p@h', 'http://h', 'nonsense', 'redis://'].map(readQueueUrl)).toEqual([
    ...['redis://h:1', 'rediss://:p@h', undefined, undefined, undefined],
  ]);
  expect(await whyUnreachable(redis.url.replace('of-a-test', 'wrong'))).toMatch(/WRONGPASS/);
  expect(await whyUnreachable('redis://127.0.0.1:1')).toMatch(/ECONNREFUSED/);
});
