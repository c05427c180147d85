import { afterAll, describe, expect, test } from '@jest/globals';
import type { BatchInfo } from '@/server/contracts/batches';
import type { GameReply } from '@/server/contracts/games';
import type { GameDocument } from '@/core/index';
import { GorgeServer } from '../end-to-end/support/gorgeServer';
import { plainYard } from '../support/kilnYard';

/** Only in `npm run soak`: for how long each question holds the thread of the server that answers everybody; printed. */
const RUNS = Number(process.env.GORGE_RUNS ?? 20_000);
const TIMES = 5;
const MOST_HELD_MS = 50;

const server = GorgeServer.fresh('soak-holds', 4520);
afterAll(() => server.stopAll());

/** Four levels of 128 × 128 cells with 500 guards each. */
function largeGame(): GameDocument {
  const game = plainYard();
  const [level] = game.levels;
  const [player, guard] = level.pieces;
  const side = 128;
  const isWall = (row: number, column: number) => row % (side - 1) === 0 || column % (side - 1) === 0;
  level.map = Array.from({ length: side }, (_, row) =>
    Array.from({ length: side }, (__, column) => (isWall(row, column) ? '#' : '.')).join(''),
  );
  const guards = Array.from({ length: 500 }, (_, index) => {
    const [x, y] = [2.5 + ((index * 5) % 120), 2.5 + 5 * Math.floor((index * 5) / 120)];
    const route: [number, number][] = [
      [x, y],
      [x, y + 2],
    ];
    return { ...guard, id: `guard-${index}`, name: `Guard ${index}`, at: [x, y] as [number, number], route };
  });
  level.pieces = [{ ...player, at: [2.5, 125.5] }, ...guards];
  level.checks = [];
  const levels = [0, 1, 2, 3].map((number) => ({ ...level, id: `hall-${number}`, name: `Hall ${number}` }));
  return { ...game, id: 'large', name: 'Large yard', levels };
}

describe('the thread that answers everybody', () => {
  test(`is held by no question for ${MOST_HELD_MS} ms`, async () => {
    const base = await server.start();
    const api = `${base}/api/games`;
    const send = (method: string, address: string, value: unknown) =>
      fetch(address, { method, headers: { 'content-type': 'application/json' }, body: JSON.stringify(value) });
    /** The longest hold since it was asked last, in ms; up to 10 ms of it are the step of the clock that measures it. */
    const longestHold = async () => {
      const text = await (await fetch(`${base}/api/metrics`)).text();
      return 1000 * Number(/^gorge_nodejs_eventloop_lag_max_seconds (\S+)$/m.exec(text)?.[1]);
    };
    const large = largeGame();
    const reply = await send('POST', api, large);
    expect([reply.status, await reply.text()]).toEqual([200, expect.any(String)]);
    const read = async (game: string) => (await (await fetch(`${api}/${game}`)).json()) as GameReply;
    let { revision } = await read('large');
    const yard = await read('kiln-yard');
    const order = (runs: number, firstSeed = 1) =>
      send('POST', `${api}/kiln-yard/batches`, { revision: yard.revision, levelId: 'drying-hall', runs, firstSeed });
    const finished = async (id: number) => {
      for (;;) {
        const { batches } = (await (await fetch(`${api}/kiln-yard/batches`)).json()) as { batches: BatchInfo[] };
        if (batches.find((batch) => batch.id === id)?.status === 'finished') return;
        await new Promise((resolve) => setTimeout(resolve, 500));
      }
    };
    const batch = ((await (await order(RUNS)).json()) as BatchInfo).id;
    const other = ((await (await order(RUNS, 1_000_000)).json()) as BatchInfo).id;
    await finished(batch);
    await finished(other);
    for (let note = 0; note < 200; note++)
      await send('POST', `${api}/large/notes`, {
        text: 'Too dark. '.repeat(50),
        about: { type: 'level', levelId: 'hall-0' },
      });
    let version = 0;
    const save = async () => {
      const document = { ...large, name: `Large yard ${++version}` };
      const saved = await send('PUT', `${api}/large`, { baseRevision: revision, document });
      ({ revision } = (await saved.clone().json()) as { revision: string });
      return saved;
    };
    const report = `${api}/kiln-yard/batches/${batch}`;
    const questions: Record<string, () => Promise<Response>> = {
      'the shelf': () => fetch(api),
      'a large game': () => fetch(`${api}/large`),
      'a save of it': save,
      'its file': () => fetch(`${api}/large/export`),
      'everything as one file': () => fetch(`${base}/api/export`),
      'its history': () => fetch(`${api}/large/history`),
      'a version set aside': () => send('POST', `${api}/large/aside`, { document: large }),
      'another game made of it': () => send('POST', api, { ...large, id: `large-${version}` }),
      'its 200 notes': () => fetch(`${api}/large/notes`),
      'its batches': () => fetch(`${api}/kiln-yard/batches`),
      'a batch begun': () => order(1, 2_000_000 + ++version),
      'a report': () => fetch(report),
      'a report of the lost runs': () => fetch(`${report}?outcome=lost`),
      'its table by times': () => fetch(`${report}/runs?arm=0&sort=seconds&order=down&page=3&size=100`),
      'its table as a file': () => fetch(`${report}/table`),
      'two batches compared': () => fetch(`${report}/compare?arm=0&with=${other}&withArm=0`),
      'who did what': () => fetch(`${base}/api/people/deeds`),
      'how it is': () => fetch(`${base}/api/health`),
      'the page of a desk': () => fetch(`${base}/games/large/levels/hall-0`),
      'the page of a report': () => fetch(`${base}/games/kiln-yard/batches/${batch}`),
    };
    const held: Record<string, number> = {};
    for (const [name, question] of Object.entries(questions)) {
      const holds: number[] = [];
      for (let time = 0; time <= TIMES; time++) {
        await longestHold();
        const response = await question();
        await response.arrayBuffer();
        expect([name, response.status]).toEqual([name, 200]);
        // The first one reads in what later ones need no more.
        if (time > 0) holds.push(await longestHold());
      }
      held[name] = holds.sort((a, b) => a - b)[Math.floor(TIMES / 2)];
      process.stderr.write(
        `${name.padEnd(26)} ${held[name].toFixed(0)} ms (${holds.map((ms) => ms.toFixed(0)).join(' ')})\n`,
      );
    }
    expect(Object.entries(held).filter(([, ms]) => ms > MOST_HELD_MS)).toEqual([]);
  }, 900_000);
});
