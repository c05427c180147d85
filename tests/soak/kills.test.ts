import { spawnSync } from 'node:child_process';
import { mkdirSync, rmSync } from 'node:fs';
import path from 'node:path';
import { afterAll, describe, expect, test } from '@jest/globals';
import { RandomStream } from '@/core/foundation/random';
import type { BatchInfo, ReportReply } from '@/server/contracts/batches';
import type { GameReply } from '@/server/contracts/games';
import type { HistoryReply } from '@/server/contracts/history';
import { GorgeServer } from '../end-to-end/support/gorgeServer';

/** Only in `npm run soak`: server and database are killed without warning, again and again, at moments drawn by the seed. */
const SEED = Number(process.env.GORGE_SEED ?? 31);
const SAVE_KILLS = Number(process.env.GORGE_SAVE_KILLS ?? 50);
const BATCH_KILLS = Number(process.env.GORGE_BATCH_KILLS ?? 100);
const MIGRATION_ROUNDS = Number(process.env.GORGE_MIGRATION_ROUNDS ?? 20);

const random = new RandomStream(SEED, 1);
const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
const TARGETS = ['server', 'database', 'both'] as const;
const pickTarget = () => TARGETS[Math.floor(random.nextUnit() * TARGETS.length)];

const servers: GorgeServer[] = [];
afterAll(() => servers.forEach((server) => server.stopAll()));
function fresh(name: string, port: number): GorgeServer {
  const server = GorgeServer.fresh(name, port);
  servers.push(server);
  return server;
}

function kill(server: GorgeServer, target: (typeof TARGETS)[number]): void {
  if (target === 'database') {
    const pid = server.databasePid();
    if (pid) process.kill(pid, 'SIGKILL');
  } else server.killAll(target === 'both');
}

async function ask<Reply>(address: string): Promise<Reply> {
  for (let attempt = 0; ; attempt++) {
    const reply = await fetch(address).catch(() => undefined);
    if (reply?.ok) return (await reply.json()) as Reply;
    if (attempt > 600) throw new Error(`${address} does not answer: ${reply?.status} ${await reply?.text()}`);
    await wait(100);
  }
}

const send = (method: string, address: string, value: unknown) =>
  fetch(address, { method, headers: { 'content-type': 'application/json' }, body: JSON.stringify(value) });

describe(`kills at random moments (seed ${SEED})`, () => {
  test(`${SAVE_KILLS} during saves: a save that was answered is there, and one that was not is whole or not there`, async () => {
    const server = fresh('soak-saves', 4480);
    let address = `${await server.start()}/api/games/kiln-yard`;
    let current = await ask<GameReply>(address);
    for (let round = 0; round < SAVE_KILLS; round++) {
      const timeLimit = 100 + round;
      const document = structuredClone(current.document);
      document.levels[0].rules.timeLimit = timeLimit;
      const saving = send('PUT', address, { baseRevision: current.revision, document }).then(
        (reply) => reply.status === 200,
        () => false,
      );
      await wait(random.nextUnit() * 80);
      kill(server, pickTarget());
      const wasAnswered = await saving;
      address = `${await server.start()}/api/games/kiln-yard`;
      const after = await ask<GameReply>(address);
      const isThere = after.document.levels[0].rules.timeLimit === timeLimit;
      if (wasAnswered) expect([round, isThere]).toEqual([round, true]);
      if (!isThere) expect([round, after.revision]).toEqual([round, current.revision]);
      const { saves } = await ask<HistoryReply>(`${address}/history`);
      expect([round, saves.find(({ isCurrent }) => isCurrent)?.revision]).toEqual([round, after.revision]);
      current = after;
    }
  }, 3_600_000);

  test(`${BATCH_KILLS} during batches: every batch ends with the runs that one process comes to`, async () => {
    const RUNS = 500;
    const server = fresh('soak-batches', 4490);
    let base = `${await server.start()}/api/games/kiln-yard`;
    const { revision } = await ask<GameReply>(base);
    const direct = spawnSync(
      process.execPath,
      ['bin/gorge', 'run', 'examples/kiln-yard.gorge.json', '--level', 'drying-hall', '--runs', String(RUNS), '--json'],
      { encoding: 'utf8' },
    );
    const { standins } = JSON.parse(direct.stdout) as { standins: { hash: string }[] };
    let kills = 0;
    while (kills < BATCH_KILLS) {
      const order = { revision, levelId: 'drying-hall', standInId: 'casual', runs: RUNS };
      const { id } = (await (await send('POST', `${base}/batches`, order)).json()) as BatchInfo;
      for (;;) {
        await wait(random.nextUnit() * 1500);
        const { batch, summary } = await ask<ReportReply>(`${base}/batches/${id}`);
        if (batch.status === 'finished') {
          expect([summary.runs, summary.hash]).toEqual([RUNS, standins[0].hash]);
          break;
        }
        expect([kills, batch.status, batch.error]).toEqual([kills, 'running', null]);
        kill(server, pickTarget());
        kills++;
        base = `${await server.start()}/api/games/kiln-yard`;
      }
    }
  }, 7_200_000);

  test(`${MIGRATION_ROUNDS} upgrades of an older data folder, killed while they are under way, come to the same`, async () => {
    const packed = path.resolve('tests/server/fixtures/data-folder-before-007.tar.gz');
    let whole: ReportReply['summary'] | undefined;
    for (let round = 0; round <= MIGRATION_ROUNDS; round++) {
      const server = fresh('soak-upgrade', 4500);
      mkdirSync(server.dataFolder, { recursive: true });
      spawnSync('tar', ['-xzf', packed, '-C', server.dataFolder, '--strip-components=1']);
      // The first one is left alone: that is what the others must come to.
      for (let kills = 0; round > 0 && kills < 3; kills++) {
        const starting = server.start().catch(() => undefined);
        await wait(500 + random.nextUnit() * 3000);
        kill(server, 'both');
        await Promise.race([starting, wait(200)]);
      }
      const base = `${await server.start()}/api/games/kiln-yard`;
      const { summary } = await ask<ReportReply>(`${base}/batches/1`);
      whole ??= summary;
      expect([round, summary]).toEqual([round, whole]);
      expect((await ask<HistoryReply>(`${base}/history`)).count).toBe(2);
      server.stopAll();
      rmSync(server.dataFolder, { recursive: true, force: true });
    }
  }, 3_600_000);
});
