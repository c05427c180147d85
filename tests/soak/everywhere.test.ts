import { spawn, spawnSync } from 'node:child_process';
import { afterAll, beforeAll, test } from '@jest/globals';
import { chromium, expect, type Browser } from '@playwright/test';
import { STAND_INS } from '@/core/index';
import type { BatchInfo, ReportReply } from '@/server/contracts/batches';
import type { GameReply } from '@/server/contracts/games';
import { CHROMIUM } from '../end-to-end/support/chromium';
import { GorgeServer } from '../end-to-end/support/gorgeServer';
import { kilnYard } from '../support/kilnYard';
import { TestRedis } from '../support/redis';

/** Only in `npm run soak`: every demo level with every stand-in, in the browser, on the command line and by a fleet. */
const LEAST_RUNS = 50;
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

interface Reading {
  standInId: string;
  runs: number;
  hash: string;
}

/** What the Reading of the desk comes to with each stand-in, and on how many runs it rests. */
async function inBrowser(levelId: string): Promise<Reading[]> {
  const context = await browser.newContext();
  // Rests on few runs.
  await context.addInitScript(() => localStorage.setItem('gorge.reading-size', 'quick'));
  const page = await context.newPage();
  await page.goto(`${base}/games/${GAME}/levels/${levelId}`);
  await expect
    .poll(() => page.getByTestId('reading-status').textContent(), { timeout: MOST_MS, intervals: [500] })
    .toMatch(/^\d+ runs$/);
  const rungs = page.getByLabel('Reading', { exact: true }).getByRole('radio').locator('[data-fingerprint]');
  const read = await rungs.evaluateAll((found) => found.map((one) => ({ ...(one as HTMLElement).dataset })));
  await context.close();
  return read.map(({ fingerprint, runs }, index) => ({
    ...{ standInId: STAND_INS[index].id, runs: Number(runs), hash: fingerprint! },
  }));
}

/** Asks the server; a connection that it has closed meanwhile is opened anew. */
async function ask<Reply>(address: string, body?: object): Promise<Reply> {
  const order = { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) };
  const send = () => fetch(`${base}/api/games/${GAME}${address}`, body && order);
  return (await (await send().catch(send)).json()) as Reply;
}

/** What one process comes to. */
function onCommandLine(levelId: string, { standInId, runs }: Reading): string {
  const args = [
    'run',
    `examples/${GAME}.gorge.json`,
    '--level',
    levelId,
    '--standin',
    standInId,
    '--runs',
    String(runs),
  ];
  const { stdout, stderr } = spawnSync(process.execPath, ['bin/gorge', ...args, '--json'], {
    ...{ encoding: 'utf8', maxBuffer: 1e9 },
    env: { ...process.env, GORGE_NUMBERS: '' },
  });
  if (stdout === '') throw new Error(stderr);
  return (JSON.parse(stdout) as { standins: { hash: string }[] }).standins[0].hash;
}

/** What machines that take chunks from a queue come to. */
async function byFleet(levelId: string, { standInId, runs }: Reading): Promise<string> {
  const { revision } = await ask<GameReply>('');
  const { id } = await ask<BatchInfo>('/batches', { revision, levelId, standInId, runs, firstSeed: 1 });
  for (;;) {
    const { batch, summary } = await ask<ReportReply>(`/batches/${id}`);
    if (batch.status === 'finished') return summary.hash;
    expect([batch.status, batch.error]).toEqual(['running', null]);
    await new Promise((resolve) => setTimeout(resolve, 300));
  }
}

test.each(kilnYard().levels.map(({ id }) => id))(
  '%s comes to the same runs in Chromium, in one process of Node and by a fleet, with all four stand-ins',
  async (levelId) => {
    const readings = await inBrowser(levelId);
    expect(readings.map(({ runs }) => runs >= LEAST_RUNS)).toEqual(STAND_INS.map(() => true));
    for (const reading of readings) {
      const { standInId, hash } = reading;
      expect([standInId, onCommandLine(levelId, reading)]).toEqual([standInId, hash]);
      expect([standInId, await byFleet(levelId, reading)]).toEqual([standInId, hash]);
    }
    process.stderr.write(`${levelId}: ${readings.map(({ runs, hash }) => `${runs} ${hash}`).join(', ')}\n`);
  },
  MOST_MS,
);
