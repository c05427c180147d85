import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { runChunk, STAND_INS, writeGame, type ChunkResult } from '@/core/index';
import { RandomStream } from '@/core/foundation/random';
import type { ChunkTask } from '@/queue/chunkTask';
import { FleetComputer } from '@/queue/redis/fleetComputer';
import { FleetWorker } from '@/queue/redis/fleetWorker';
import type { BatchInfo, ReportReply } from '@/server/contracts/batches';
import type { GameReply } from '@/server/contracts/games';
import { GorgeServer } from '../end-to-end/support/gorgeServer';
import { compiledFileOf } from '../runner/compiled.mjs';
import { dryingHall, plainYard } from '../support/kilnYard';
import { TestRedis } from '../support/redis';

/** Only in `npm run soak`: machines, queue, server and database of a fleet end without warning, again and again. */
const SEED = Number(process.env.GORGE_SEED ?? 31);
const KILLS = Number(process.env.GORGE_FLEET_KILLS ?? 100);
const RUNS = Number(process.env.GORGE_FLEET_RUNS ?? 1000);
const PARTITION_SECONDS = Number(process.env.GORGE_PARTITION_SECONDS ?? 60);
const SIMULATED_SECONDS = Number(process.env.GORGE_FLEET_SECONDS ?? 600);
const SIMULATED_WORKERS = 50;
const DEATH_MS = 2000;
/** Shorter than in earnest, so that what a dead machine held is not waited for half a minute. */
const CLAIM_MS = 3000;
/** Fifty of them live in one process, which may be held up for a while. */
const SIMULATED_CLAIM_MS = 10_000;

const PROJECT = path.resolve('.');
const WORKER = compiledFileOf(path.join(PROJECT, 'src/queue/redis/fleetWorker.ts'));
const random = new RandomStream(SEED, 1);
const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

let redis: TestRedis;
beforeAll(async () => {
  redis = await TestRedis.start();
});
const ends: (() => void)[] = [];
afterAll(async () => {
  for (const end of ends) end();
  await redis.end();
});

/** A machine of its own, as a process. */
function startMachine(): ChildProcess {
  const code = `import { FleetWorker } from ${JSON.stringify(WORKER)};
    new FleetWorker(${JSON.stringify(redis.url)}, { threads: 1, projectFolder: ${JSON.stringify(PROJECT)}, claimMs: ${CLAIM_MS} });`;
  const child = spawn(process.execPath, ['--input-type=module', '-e', code], { cwd: PROJECT, stdio: 'ignore' });
  ends.push(() => child.kill('SIGKILL'));
  return child;
}

async function ask<Reply>(address: string): Promise<Reply> {
  for (let attempt = 0; ; attempt++) {
    const reply = await fetch(address).catch(() => undefined);
    if (reply?.ok) return (await reply.json()) as Reply;
    if (attempt > 600) throw new Error(`${address} does not answer: ${reply?.status}`);
    await wait(100);
  }
}

async function order(base: string, body: object): Promise<BatchInfo> {
  const reply = await fetch(`${base}/batches`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  return (await reply.json()) as BatchInfo;
}

/** What one process comes to. */
function directHash(): string {
  const args = ['run', 'examples/kiln-yard.gorge.json', '--level', 'drying-hall', '--runs', String(RUNS), '--json'];
  const direct = spawnSync(process.execPath, ['bin/gorge', ...args], { encoding: 'utf8' });
  return (JSON.parse(direct.stdout) as { standins: { hash: string }[] }).standins[0].hash;
}

describe(`a fleet whose parts end without warning (seed ${SEED})`, () => {
  test(`${KILLS} kills of machines, Redis, server and database: every batch ends with the runs of one process`, async () => {
    const server = GorgeServer.fresh('soak-fleet', 4530, { GORGE_QUEUE: redis.url });
    ends.push(() => server.stopAll());
    const machines = [startMachine(), startMachine()];
    const hash = directHash();
    let base = `${await server.start()}/api/games/kiln-yard`;
    const { revision } = await ask<GameReply>(base);
    const counts: Record<string, number> = {};
    const killOne = async (): Promise<void> => {
      const target = (['machine', 'machine', 'machine', 'redis', 'server', 'database'] as const)[
        Math.floor(random.nextUnit() * 6)
      ];
      counts[target] = (counts[target] ?? 0) + 1;
      if (target === 'machine') {
        const index = Math.floor(random.nextUnit() * machines.length);
        machines[index].kill('SIGKILL');
        machines[index] = startMachine();
      } else if (target === 'redis') {
        await redis.kill();
        await redis.begin();
      } else if (target === 'server') {
        server.killAll(false);
        base = `${await server.start()}/api/games/kiln-yard`;
      } else process.kill(server.databasePid(), 'SIGKILL');
    };
    let kills = 0;
    let batches = 0;
    while (kills < KILLS) {
      const { id } = await order(base, { revision, levelId: 'drying-hall', standInId: 'casual', runs: RUNS });
      if (id === undefined) {
        // The database was away just now.
        await wait(500);
        continue;
      }
      for (;;) {
        await wait(random.nextUnit() * 2500);
        const { batch, summary } = await ask<ReportReply>(`${base}/batches/${id}`);
        if (batch.status === 'finished') {
          expect([summary.runs, summary.hash]).toEqual([RUNS, hash]);
          batches++;
          break;
        }
        expect([kills, batch.status, batch.error]).toEqual([kills, 'running', null]);
        if (kills >= KILLS) continue;
        await killOne();
        kills++;
      }
    }
    // Nobody answers for a while, and nothing is lost by that either.
    const { id } = await order(base, { revision, levelId: 'drying-hall', standInId: 'casual', runs: RUNS });
    await wait(1000);
    redis.pause();
    await wait(PARTITION_SECONDS * 1000);
    redis.goOn();
    const begun = performance.now();
    for (;;) {
      const { batch, summary } = await ask<ReportReply>(`${base}/batches/${id}`);
      if (batch.status === 'finished') {
        expect([summary.runs, summary.hash]).toEqual([RUNS, hash]);
        break;
      }
      await wait(500);
    }
    process.stderr.write(
      `${kills} kills (${JSON.stringify(counts)}), ${batches} batches of ${RUNS} runs, each as one process; ` +
        `after ${PARTITION_SECONDS} s without Redis the batch ended in ${((performance.now() - begun) / 1000).toFixed(0)} s\n`,
    );
    for (const machine of machines) machine.kill('SIGKILL');
    server.stopAll();
  }, 7_200_000);

  test(`${SIMULATED_WORKERS} machines, one of which dies every 2 s, for ${SIMULATED_SECONDS} s: nothing lost, nothing otherwise`, async () => {
    await redis.kill();
    await redis.begin();
    const text = writeGame(plainYard());
    const COUNT = 4;
    const KNOWN = 100;
    const truth: ChunkResult[] = Array.from({ length: KNOWN }, (_, index) =>
      runChunk(dryingHall(), STAND_INS[1], 1 + index * COUNT, COUNT),
    );
    const answerOf = (firstSeed: number): ChunkResult => ({ ...truth[((firstSeed - 1) / COUNT) % KNOWN], firstSeed });
    let computed = 0;
    // How long a machine takes for a task is drawn; what it comes to has been worked out.
    const makers = {
      compute: async ({ firstSeed }: ChunkTask) => {
        await wait(1000 + random.nextUnit() * 4000);
        computed++;
        return answerOf(firstSeed);
      },
      end: () => Promise.resolve(),
    };
    const open = () =>
      new FleetWorker(redis.url, { threads: 1, projectFolder: PROJECT, claimMs: SIMULATED_CLAIM_MS, makers });
    const machines = Array.from({ length: SIMULATED_WORKERS }, open);
    ends.push(() => machines.forEach((machine) => machine.die()));
    const computer = new FleetComputer(
      redis.url,
      () => Promise.resolve(text),
      () => undefined,
      1000,
    );
    let deaths = 0;
    const killing = setInterval(() => {
      const index = Math.floor(random.nextUnit() * machines.length);
      machines[index].die();
      machines[index] = open();
      deaths++;
    }, DEATH_MS);
    const until = Date.now() + SIMULATED_SECONDS * 1000;
    let asked = 0;
    let same = 0;
    await Promise.all(
      Array.from({ length: 2 * SIMULATED_WORKERS }, async () => {
        while (Date.now() < until) {
          const index = asked++;
          // Every task is one of its own: only so is one that is lost seen to be lost.
          const task: ChunkTask = {
            ...{ documentHash: 'yard', levelId: 'drying-hall', standInId: 'casual', overrides: { knobs: [] } },
            ...{ firstSeed: 1 + index * COUNT, count: COUNT },
          };
          const result = await computer.compute(task);
          if (JSON.stringify(result) === JSON.stringify(answerOf(task.firstSeed))) same++;
        }
      }),
    );
    clearInterval(killing);
    process.stderr.write(
      `${SIMULATED_WORKERS} machines, ${deaths} deaths in ${SIMULATED_SECONDS} s: ${asked} tasks asked for, ${same} came back as they must, ` +
        `${computed} computed, ${computed - asked} of them for nothing\n`,
    );
    expect(same).toBe(asked);
    expect(deaths).toBeGreaterThan((SIMULATED_SECONDS * 1000) / DEATH_MS - 20);
    await Promise.all(machines.map((machine) => machine.drain()));
    await computer.end();
  }, 7_200_000);
});
