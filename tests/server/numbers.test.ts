import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { existsSync, rmSync } from 'node:fs';
import path from 'node:path';
import { compileGameLevel, NO_OVERRIDES, playKey, Runner, runSeeds, standInsOf, steeringOf } from '@/core/index';
import { hashOfPlay } from '@/queue/numberStore';
import type { BatchInfo, ReportReply } from '@/server/contracts/batches';
import type { GameReply } from '@/server/contracts/games';
import type { FindNumbersReply, KeepNumbersReply } from '@/server/contracts/numbers';
import { batchJobs } from '@/server/jobs/batchJobs';
import { getReport, postBatch } from '@/server/routes/batches';
import { getGame } from '@/server/routes/games';
import { postFindNumbers, putNumbers } from '@/server/routes/numbers';
import { hallOnly } from '../support/kilnYard';
import { TestDataFolder } from './support/dataFolder';
import { asks, failing, reply, sends } from './support/requests';
import { shelve } from './support/shelf';

const LEVEL = 'drying-hall';
const game = { ...hallOnly(), id: 'numbers-yard' };
const play = hashOfPlay(playKey(game, LEVEL));
const stretch = (firstSeed: number, more: object = {}) => ({
  ...{ levelId: LEVEL, standInId: 'casual', overrides: NO_OVERRIDES, firstSeed, count: 25 },
  ...more,
});

let folder: TestDataFolder;
let numbers: string;
let revision: string;
beforeAll(async () => {
  folder = await TestDataFolder.fresh('numbers');
  process.env.GORGE_NUMBERS = numbers = path.join(folder.folder, 'numbers');
  await shelve(game);
  ({ revision } = await reply<GameReply>(getGame(game.id)));
});
afterAll(() => {
  batchJobs().end();
  return folder.close();
});

const find = (...stretches: object[]) =>
  reply<FindNumbersReply>(postFindNumbers(sends('POST', { play, stretches }))).then((found) => found.numbers);
const keep = (...given: object[]) => reply<KeepNumbersReply>(putNumbers(sends('PUT', { play, numbers: given })));

/** What a desk would have made of it. */
function measured(firstSeed: number) {
  const compiled = compileGameLevel(game, LEVEL);
  const program = compiled.ok ? compiled.value : undefined!;
  return runSeeds(new Runner(program, steeringOf('casual', standInsOf(game))!), firstSeed, 25);
}

async function runBatch(firstSeed: number): Promise<ReportReply['summary']> {
  const arms = [{ standInId: 'casual', levelId: LEVEL }];
  const { id } = await reply<BatchInfo>(postBatch(game.id, sends('POST', { revision, arms, runs: 50, firstSeed })));
  await new Promise<void>((resolve) => {
    void batchJobs().follow(id, ({ status }) => status !== 'running' && resolve());
  });
  return (await reply<ReportReply>(getReport(game.id, String(id), asks('/report')))).summary;
}

test('what a desk hands in is found by whoever asks for it, and is what a batch made itself', async () => {
  expect(await find(stretch(1))).toEqual([null]);
  const chunk = measured(1);
  expect(await keep({ stretch: stretch(1), result: chunk })).toEqual({ kept: 1 });
  const [found] = await find(stretch(1), stretch(26));
  expect(found).toEqual(JSON.parse(JSON.stringify(chunk)));
  const summary = await runBatch(1);
  // The second half was made by the batch, and is handed on.
  expect((await find(stretch(26)))[0]).toEqual(JSON.parse(JSON.stringify(measured(26))));
  rmSync(numbers, { recursive: true });
  expect(await runBatch(1)).toEqual(summary);
  expect(existsSync(numbers)).toBe(true);
});

test('numbers of another version, or of other seeds than they say, are not kept', async () => {
  const chunk = measured(101);
  const wrong = [
    { ...chunk, versions: { ...chunk.versions, engine: 1 } },
    { ...chunk, rows: chunk.rows.slice(1) },
    { ...chunk, rows: [...chunk.rows.slice(1), chunk.rows[0]] },
    { ...chunk, firstSeed: 126 },
    { ...chunk, sums: { ...chunk.sums, runs: 3 } },
  ];
  for (const result of wrong) expect(await keep({ stretch: stretch(101), result })).toEqual({ kept: 0 });
  expect(await find(stretch(101))).toEqual([null]);
});

test('a request that says something else is refused in words, and nothing is kept where none are wanted', async () => {
  const shape = { play: 'everything', stretches: [] };
  expect((await failing(postFindNumbers(sends('POST', shape)))).status).toBe(400);
  const many = Array.from({ length: 33 }, (_, at) => stretch(1 + 25 * at));
  expect((await failing(postFindNumbers(sends('POST', { play, stretches: many })))).status).toBe(400);
  expect((await failing(putNumbers(sends('PUT', { play, numbers: [{ stretch: stretch(1) }] })))).status).toBe(400);
  process.env.GORGE_NUMBERS = '';
  expect(await keep({ stretch: stretch(201), result: measured(201) })).toEqual({ kept: 0 });
  process.env.GORGE_NUMBERS = numbers;
  expect(await find(stretch(201))).toEqual([null]);
});
