import { afterAll, describe, expect, test } from '@jest/globals';
import type { BatchInfo } from '@/server/contracts/batches';
import type { GameReply } from '@/server/contracts/games';
import { GorgeServer } from '../end-to-end/support/gorgeServer';

/** Only in `npm run soak`: many people at one server while it makes runs; the figures are printed. */
const PEOPLE = Number(process.env.GORGE_PEOPLE ?? 20);
const SECONDS = Number(process.env.GORGE_SECONDS ?? 45);
const STREAMS = Number(process.env.GORGE_STREAMS ?? 200);
/** Between an answer and the next question, about as long as somebody who works needs; drawn from half to one and a half. */
const THINK_MS = 1000;
const BATCH_RUNS = 5000;

const server = GorgeServer.fresh('soak-people', 4510);
afterAll(() => server.stopAll());
const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
const send = (method: string, address: string, value: unknown) =>
  fetch(address, { method, headers: { 'content-type': 'application/json' }, body: JSON.stringify(value) });

/** How long answers took, ms, by what was asked. */
class Answers {
  readonly all: { what: string; ms: number; status: number }[] = [];

  async ask<Reply>(what: string, request: () => Promise<Response>): Promise<Reply | undefined> {
    const begun = performance.now();
    const response = await request();
    const body = (await response.json()) as Reply;
    this.all.push({ what, ms: performance.now() - begun, status: response.status });
    return response.ok ? body : undefined;
  }

  at(share: number, what?: string): number {
    const times = this.all.filter((one) => what === undefined || one.what === what).map(({ ms }) => ms);
    return times.sort((a, b) => a - b)[Math.min(times.length - 1, Math.floor(share * times.length))] ?? NaN;
  }

  print(): void {
    for (const what of [...new Set(this.all.map((one) => one.what))].sort()) {
      const count = this.all.filter((one) => one.what === what).length;
      const [half, p99] = [0.5, 0.99].map((share) => this.at(share, what).toFixed(0));
      process.stderr.write(`${what.padEnd(14)} ${count} answers, median ${half} ms, 99th percentile ${p99} ms\n`);
    }
  }
}

async function metricsOf(base: string): Promise<(name: string) => number> {
  const text = await (await fetch(`${base}/api/metrics`)).text();
  return (name) => Number(new RegExp(`^${name} (\\S+)$`, 'm').exec(text)?.[1]);
}

describe('many people', () => {
  test(`${PEOPLE} read, save, follow and start batches for ${SECONDS} s, and nobody waits long`, async () => {
    const base = await server.start();
    const api = `${base}/api/games`;
    const { document } = (await (await fetch(`${api}/kiln-yard`)).json()) as GameReply;
    const answers = new Answers();
    const games = Array.from({ length: PEOPLE }, (_, index) => ({ ...document, id: `yard-of-${index}` }));
    for (const game of games) await send('POST', api, game);
    const before = (await metricsOf(base))('gorge_process_resident_memory_bytes') / 1e6;
    const memory: number[] = [];
    const until = Date.now() + SECONDS * 1000;
    const batches: number[] = [];
    const order = async (game: string, revision: string, runs: number) => {
      const asked = { revision, levelId: 'drying-hall', standInId: 'casual', runs };
      const batch = await answers.ask<BatchInfo>('start a batch', () => send('POST', `${api}/${game}/batches`, asked));
      if (batch) batches.push(batch.id);
      return batch;
    };
    const live = async (game: (typeof games)[0], index: number) => {
      const address = `${api}/${game.id}`;
      let { revision } = (await answers.ask<GameReply>('read a game', () => fetch(address)))!;
      const follow = new AbortController();
      void fetch(`${address}/together?tab=tab-of-${index}aaaaa`.replace('-', ''), { signal: follow.signal }).catch(
        () => undefined,
      );
      for (let round = 0; Date.now() < until; round++) {
        await wait(THINK_MS * (0.5 + Math.random()));
        const changed = { ...game, name: `Yard ${round}` };
        const saved = await answers.ask<{ revision: string }>('save', () =>
          send('PUT', address, { baseRevision: revision, document: changed }),
        );
        revision = saved?.revision ?? revision;
        if (round % 4 === 0) await answers.ask('shelf', () => fetch(api));
        if (round % 4 === 1) await answers.ask('read a game', () => fetch(address));
        if (round % 4 === 2) await answers.ask('history', () => fetch(`${address}/history`));
        const last = batches.at(-1);
        if (round % 4 === 3 && index === 0 && last)
          await answers.ask('report', () => fetch(`${api}/yard-of-0/batches/${last}`));
        if (round % 40 === 10 && index % 5 === 1) await order(game.id, revision, 50);
      }
      follow.abort();
    };
    const first = (await (await fetch(`${api}/yard-of-0`)).json()) as GameReply;
    await order('yard-of-0', first.revision, BATCH_RUNS);
    const watching = (async () => {
      while (Date.now() < until) {
        memory.push((await metricsOf(base))('gorge_process_resident_memory_bytes') / 1e6);
        await wait(2000);
      }
    })();
    await Promise.all([...games.map(live), watching]);
    answers.print();
    const late = memory.slice(-Math.ceil(memory.length / 3));
    const lag = (await metricsOf(base))('gorge_nodejs_eventloop_lag_p99_seconds');
    process.stderr.write(
      `all ${answers.all.length}: median ${answers.at(0.5).toFixed(0)} ms, 99th percentile ${answers.at(0.99).toFixed(0)} ms, ` +
        `longest ${answers.at(1).toFixed(0)} ms; lag of the loop, 99th percentile, ${(1000 * lag).toFixed(0)} ms; ` +
        `memory ${before.toFixed(0)} → ${memory.map((one) => one.toFixed(0)).join(' ')} MB\n`,
    );
    expect(answers.all.filter(({ status }) => status >= 500)).toEqual([]);
    expect(answers.at(0.99)).toBeLessThan(1000);
    expect(Math.max(...late)).toBeLessThan(1.35 * Math.max(...memory.slice(0, Math.ceil(memory.length / 3))));
  }, 600_000);

  test(`${STREAMS} windows on one game hear of a save at once`, async () => {
    const base = await server.start();
    const address = `${base}/api/games/kiln-yard`;
    const { revision, document } = (await (await fetch(address)).json()) as GameReply;
    const abort = new AbortController();
    const name = 'Heard by all';
    const heard = Array.from({ length: STREAMS }, async (_, index) => {
      const response = await fetch(`${address}/together?tab=window${String(index).padStart(6, '0')}`, {
        signal: abort.signal,
      });
      const reader = response.body!.getReader();
      let text = '';
      // Each hears of what stands first; the next save is the one that is waited for.
      while ((text.match(/"type":"saved"/g) ?? []).length < 2) {
        const { value, done } = await reader.read();
        if (done) throw new Error('a stream has ended');
        text += new TextDecoder().decode(value);
      }
      return performance.now();
    });
    await wait(3000);
    const begun = performance.now();
    await send('PUT', address, { baseRevision: revision, document: { ...document, name } });
    const times = (await Promise.all(heard)).map((time) => time - begun);
    abort.abort();
    const { answersInMs } = (
      (await (await fetch(`${base}/api/health`)).json()) as { database: { answersInMs: number } }
    ).database;
    process.stderr.write(
      `${STREAMS} windows: the last one heard of a save after ${Math.max(...times).toFixed(0)} ms; database then ${answersInMs} ms\n`,
    );
    expect(Math.max(...times)).toBeLessThan(2000);
  }, 600_000);
});
