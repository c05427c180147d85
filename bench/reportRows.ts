import { readFileSync } from 'node:fs';
import { smallGame } from '../tests/support/smallLevel';
import { GorgeServer } from '../tests/end-to-end/support/gorgeServer';
import { median, type BenchRow } from './rows';

const RUNS = 100_000;
/** Longer than threads that have nothing to do stay. */
const REST_MS = 40_000;

/** A short room with a watchman: its runs cost next to nothing, so that there can be many. */
function quickGame(): { id: string } {
  const route: [number, number][] = [
    [6.5, 1.5],
    [6.5, 2.5],
  ];
  const game = smallGame({
    map: ['###########', '#.........#', '#.........#', '###########'],
    player: { at: [1.5, 1.5] },
    kinds: [{ id: 'watchman', tags: ['foe'], behavior: 'beat' }],
    scripts: { beat: 'start state on { do patrol route, back and forth, at 2 cells/s }' },
    pieces: [{ kind: 'watchman', at: [6.5, 1.5], route }],
    marks: [{ id: 'exit', name: 'Exit', area: [9, 1, 1, 1] }],
    level: { rules: { winAt: 'exit', loseWhenTouching: 'foe', timeLimit: 5 } },
  });
  return { ...game, id: 'bench-reports' };
}

async function told<Reply>(address: string, body?: unknown): Promise<Reply> {
  const sent = { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) };
  const reply = await fetch(address, body === undefined ? {} : sent);
  if (!reply.ok) throw new Error(`${address} answers ${reply.status}: ${await reply.text()}`);
  return (await reply.json()) as Reply;
}

const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** Megabytes that a process has in memory. */
function megabytesOf(pid: number): number {
  const [, kilobytes] = /VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8')) ?? [];
  return Number(kilobytes) / 1024;
}

async function millisecondsFor(address: string): Promise<number> {
  const before = performance.now();
  await (await fetch(address)).arrayBuffer();
  return performance.now() - before;
}

/** A batch of many runs: how its report and a page of its runs open, and what the server takes in memory then. */
export async function measureReports(): Promise<BenchRow[]> {
  const server = GorgeServer.fresh('bench-reports', 4460);
  try {
    const api = `${await server.start()}/api/games`;
    const game = quickGame();
    const { revision } = await told<{ revision: string }>(api, game);
    const batches = `${api}/${game.id}/batches`;
    const { id } = await told<{ id: number }>(batches, { revision, levelId: 'small', runs: RUNS });
    const status = async () => (await told<{ batches: { status: string }[] }>(batches)).batches[0].status;
    while ((await status()) === 'running') await wait(1000);
    const busy = megabytesOf(server.serverPid());
    await wait(REST_MS);
    const report = `${batches}/${id}/report`;
    const first = await millisecondsFor(report);
    const again: number[] = [];
    for (let round = 0; round < 9; round++) again.push(await millisecondsFor(report));
    const pages: number[] = [];
    for (let page = 1; page <= 9; page++)
      pages.push(await millisecondsFor(`${batches}/${id}/runs?sort=seconds&size=50&page=${page * 200}`));
    return [
      { name: 'report.100000_runs_first_ms', value: first, unit: 'ms' },
      { name: 'report.100000_runs_again_ms', value: median(again), unit: 'ms' },
      { name: 'report.100000_runs_sorted_page_ms', value: median(pages), unit: 'ms' },
      { name: 'server.memory_after_100000_runs', value: megabytesOf(server.serverPid()), unit: 'MB' },
      { name: 'server.memory_with_threads', value: busy, unit: 'MB' },
    ];
  } finally {
    server.stopAll();
  }
}
