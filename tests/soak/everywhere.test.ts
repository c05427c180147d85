import { spawn, spawnSync } from 'node:child_process';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { chromium, type Browser } from '@playwright/test';
import { STAND_INS } from '@/core/index';
import type { BatchInfo, ReportReply } from '@/server/contracts/batches';
import type { GameReply } from '@/server/contracts/games';
import { CHROMIUM } from '../end-to-end/support/chromium';
import { GorgeServer } from '../end-to-end/support/gorgeServer';
import { kilnYard } from '../support/kilnYard';
import { TestRedis } from '../support/redis';

/** Only in `npm run soak`: every demo level with every stand-in, in the browser, on the command line and by a fleet. */
const RUNS = 100;
const GAME = 'kiln-yard';
const MOST_MS = 900_000;

let redis: TestRedis;
let server: GorgeServer;
let browser: Browser;
let base: string;
const ends: (() => void)[] = [];
beforeAll(async () => {
  redis = await TestRedis.start();
  server = GorgeServer.fresh('soak-everywhere', 4550, { GORGE_QUEUE: redis.url });
  base = await server.start();
  const machine = spawn(process.execPath, ['bin/gorge', 'worker', '--threads', '2'], {
    env: { ...process.env, GORGE_QUEUE: redis.url, GORGE_NUMBERS: '' },
    stdio: 'ignore',
  });
  ends.push(() => machine.kill());
  browser = await chromium.launch(CHROMIUM);
}, MOST_MS);
afterAll(async () => {
  await browser.close();
  for (const end of ends) end();
  server.stopAll();
  await redis.end();
});

type Hashes = Record<string, string>;

/** What the Reading of the desk comes to with each stand-in, by name. */
async function inBrowser(levelId: string): Promise<Hashes> {
  const context = await browser.newContext();
  // Rests on a hundred runs.
  await context.addInitScript(() => localStorage.setItem('gorge.reading-size', 'quick'));
  const page = await context.newPage();
  await page.goto(`${base}/games/${GAME}/levels/${levelId}`);
  const rungs = page.getByLabel('Reading', { exact: true }).getByRole('radio').locator('[data-fingerprint]');
  await page.waitForFunction(
    ([count, runs]) => {
      const found = [...document.querySelectorAll<HTMLElement>('[role=radio] [data-fingerprint]')];
      return found.length === count && found.every(({ dataset }) => Number(dataset.runs) === runs);
    },
    [STAND_INS.length, RUNS] as const,
    { timeout: MOST_MS, polling: 500 },
  );
  const hashes = await rungs.evaluateAll((found) => found.map((one) => (one as HTMLElement).dataset.fingerprint!));
  await context.close();
  return Object.fromEntries(STAND_INS.map(({ id }, index) => [id, hashes[index]]));
}

/** What one process comes to. */
function onCommandLine(levelId: string): Hashes {
  const args = ['run', `examples/${GAME}.gorge.json`, '--level', levelId, '--standin', 'all', '--runs', String(RUNS)];
  const { stdout, stderr } = spawnSync(process.execPath, ['bin/gorge', ...args, '--json'], {
    ...{ encoding: 'utf8', maxBuffer: 1e9 },
    env: { ...process.env, GORGE_NUMBERS: '' },
  });
  if (stdout === '') throw new Error(stderr);
  const { standins } = JSON.parse(stdout) as { standins: { standin: string; hash: string }[] };
  return Object.fromEntries(standins.map(({ standin, hash }) => [standin, hash]));
}

/** What machines that take chunks from a queue come to. */
async function byFleet(levelId: string): Promise<Hashes> {
  const game = `${base}/api/games/${GAME}`;
  const { revision } = (await (await fetch(game)).json()) as GameReply;
  const hashes: Hashes = {};
  for (const { id: standInId } of STAND_INS) {
    const started = await fetch(`${game}/batches`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ revision, levelId, standInId, runs: RUNS, firstSeed: 1 }),
    });
    const { id } = (await started.json()) as BatchInfo;
    for (;;) {
      const { batch, summary } = (await (await fetch(`${game}/batches/${id}`)).json()) as ReportReply;
      if (batch.status === 'finished') {
        hashes[standInId] = summary.hash;
        break;
      }
      expect([batch.status, batch.error]).toEqual(['running', null]);
      await new Promise((resolve) => setTimeout(resolve, 300));
    }
  }
  return hashes;
}

test.each(kilnYard().levels.map(({ id }) => id))(
  '%s comes to the same runs in Chromium, in one process of Node and by a fleet, with all four stand-ins',
  async (levelId) => {
    const direct = onCommandLine(levelId);
    expect(Object.keys(direct)).toEqual(STAND_INS.map(({ id }) => id));
    expect(await byFleet(levelId)).toEqual(direct);
    expect(await inBrowser(levelId)).toEqual(direct);
    process.stderr.write(`${levelId}: ${Object.values(direct).join(' ')}\n`);
  },
  MOST_MS,
);
