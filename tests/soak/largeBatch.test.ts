import { afterAll, expect, test } from '@jest/globals';
import type { BatchInfo, ReportReply } from '@/server/contracts/batches';
import type { GameReply } from '@/server/contracts/games';
import { GorgeServer } from '../end-to-end/support/gorgeServer';

/** Only in `npm run soak`: one batch as large as there may be, of runs that are quickly made. */
const RUNS = Number(process.env.GORGE_LARGE_RUNS ?? 500_000);
const MOST_REPORT_MS = 1000;

const server = GorgeServer.fresh('soak-large', 4540);
afterAll(() => server.stopAll());
const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

test(`${RUNS} runs as one batch: memory stays level, and the report opens in under a second`, async () => {
  const base = await server.start();
  const game = `${base}/api/games/kiln-yard`;
  const { document, revision } = (await (await fetch(game)).json()) as GameReply;
  // Out of time after a second and a half: what is tried is the way of the runs, not how they are made.
  const level = document.levels[0];
  const send = (method: string, address: string, value: unknown) =>
    fetch(address, { method, headers: { 'content-type': 'application/json' }, body: JSON.stringify(value) });
  const quick = {
    ...document,
    levels: [{ ...level, rules: { ...level.rules, timeLimit: 1.5 } }, ...document.levels.slice(1)],
  };
  const saved = (await (await send('PUT', game, { baseRevision: revision, document: quick })).json()) as {
    revision: string;
  };
  const order = { revision: saved.revision, levelId: level.id, standInId: 'casual', runs: RUNS };
  const begun = performance.now();
  const { id } = (await (await send('POST', `${game}/batches`, order)).json()) as BatchInfo;
  const memory: number[] = [];
  const report = async () => {
    const asked = performance.now();
    const reply = (await (await fetch(`${game}/batches/${id}`)).json()) as ReportReply;
    return { ...reply, ms: performance.now() - asked };
  };
  for (;;) {
    await wait(5000);
    const text = await (await fetch(`${base}/api/metrics`)).text();
    memory.push(Number(/^gorge_process_resident_memory_bytes (\S+)$/m.exec(text)?.[1]) / 1e6);
    const { batch } = await report();
    if (batch.status !== 'running') break;
  }
  const seconds = (performance.now() - begun) / 1000;
  const times = [];
  for (let look = 0; look < 5; look++) times.push((await report()).ms);
  const { batch, summary } = await report();
  const page = performance.now();
  const rows = (await (
    await fetch(`${game}/batches/${id}/runs?arm=0&page=1000&size=100&sort=seconds&order=down`)
  ).json()) as {
    rows: unknown[];
  };
  const third = Math.ceil(memory.length / 3);
  const [early, late] = [Math.max(...memory.slice(third, 2 * third)), Math.max(...memory.slice(-third))];
  process.stderr.write(
    `${RUNS} runs in ${seconds.toFixed(0)} s (${(RUNS / seconds).toFixed(0)} a second); report ${times.map((ms) => ms.toFixed(0)).join(', ')} ms; ` +
      `page 1000 of the runs ${(performance.now() - page).toFixed(0)} ms; memory, the middle third up to ${early.toFixed(0)} MB, the last ${late.toFixed(0)} MB\n`,
  );
  expect([batch.status, summary.runs, rows.rows.length]).toEqual(['finished', RUNS, 100]);
  expect(Math.max(...times)).toBeLessThan(MOST_REPORT_MS);
  expect(late).toBeLessThan(1.15 * early);
}, 7_200_000);
