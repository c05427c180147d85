import { spawnSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import Papa from 'papaparse';
import { MOST_ARMS, runChunk, STAND_INS, sumsOfRecords, summaryOf, writeGame } from '@/core/index';
import { MOST_WAITING_BATCHES, type BatchInfo, type ReportReply, type RunPageReply } from '@/server/contracts/batches';
import type { GameReply } from '@/server/contracts/games';
import { findBatch } from '@/server/database/batches';
import { DatabaseQueue, releaseLeases } from '@/server/database/chunks';
import { database } from '@/server/database/connection';
import { batchJobs } from '@/server/jobs/batchJobs';
import { getReport, getRuns, getRunTable, postBatch, postCancel } from '@/server/routes/batches';
import { getGame } from '@/server/routes/games';
import { dryingHall, hallOnly } from '../support/kilnYard';
import { TestDataFolder } from './support/dataFolder';
import { asks, failing, reply, sends } from './support/requests';
import { shelve } from './support/shelf';

const ID = 'arms-yard';
let folder: TestDataFolder;
let revision: string;
beforeAll(async () => {
  folder = await TestDataFolder.fresh('arms');
  await shelve({ ...hallOnly(), id: ID });
  ({ revision } = await reply<GameReply>(getGame(ID)));
});
afterAll(() => {
  batchJobs().end();
  return folder.close();
});

const order = (body: object) => postBatch(ID, sends('POST', { revision, ...body }));
const start = (body: object) => reply<BatchInfo>(order(body));
const report = (id: number, arm = 0) => reply<ReportReply>(getReport(ID, String(id), asks(`/report?arm=${arm}`)));

/** Waits until a batch has come so far. */
function until(id: number, isThere: (batch: { status: string; runsDone: number }) => boolean): Promise<void> {
  return new Promise((resolve) => {
    void batchJobs().follow(id, (progress) => isThere(progress) && resolve());
  });
}

const ended = (id: number) => until(id, ({ status }) => status !== 'running');

/** Forty arms: ten paces of the wardens, each played by everybody that ships. */
const FORTY = Array.from({ length: 10 }, (_, index) => 1 + index / 4).flatMap((pace) =>
  ['novice', 'casual', 'practised', 'expert'].map((standInId) => ({
    standInId,
    levelId: 'drying-hall',
    // Short, since what runs come to is not asked here.
    set: { 'warden.pace': pace, clock: 1 },
  })),
);
const RUNS = 3;

describe('a batch of arms', () => {
  test('of forty that is cut short and begun again comes to what forty batches of one arm come to', async () => {
    const whole = await start({ arms: FORTY, runs: RUNS });
    expect([whole.arms.length, whole.runs, whole.arms[5].name]).toEqual([40, 120, 'casual, warden.pace=1.25, clock=1']);
    await until(whole.id, ({ runsDone }) => runsDone >= 6);
    // As when the server ends: what was under way is lost, what was kept stays.
    batchJobs().end();
    await releaseLeases();
    await batchJobs().resume();
    await ended(whole.id);
    const { status, runsDone } = (await findBatch(whole.id))!;
    expect([status, runsDone]).toEqual(['finished', 120]);
    for (const index of [0, 17, 39]) {
      const single = await start({ arms: [FORTY[index]], runs: RUNS });
      await ended(single.id);
      const [one, ofMany] = [await report(single.id), await report(whole.id, index)];
      expect([index, ofMany.summary]).toEqual([index, one.summary]);
      expect([index, ofMany.controls]).toEqual([index, one.controls]);
    }
    const rows = Papa.parse<{ arm: string; seed: string }>(
      (await (await getRunTable(ID, String(whole.id))).text()).trim(),
      {
        header: true,
      },
    ).data;
    expect(rows.map(({ arm, seed }) => `${arm} ${seed}`)).toEqual(
      whole.arms.flatMap(({ name }) => [1, 2, 3].map((seed) => `${name} ${seed}`)),
    );
    const page = await reply<RunPageReply>(getRuns(ID, String(whole.id), asks('/runs?arm=17&seed=2')));
    expect([page.total, page.rows[0].seed]).toEqual([1, 2]);
  }, 120_000);

  test('of which the last chunk was kept just before the server or its database ended is finished all the same', async () => {
    const { batches, chunks } = database().models;
    const batch = await start({ arms: FORTY.slice(0, 2), runs: RUNS });
    await ended(batch.id);
    const begunAgain = () => batches.update({ status: 'running', finishedAt: null }, { where: { id: batch.id } });
    const status = async () => (await findBatch(batch.id))!.status;
    // At the next start of the server.
    await begunAgain();
    await batchJobs().resume();
    expect(await status()).toBe('finished');
    // By whoever hands in again what was kept already, since the answer did not come through.
    await begunAgain();
    const [{ firstSeed, runs }] = await chunks.findAll({ where: { batchId: batch.id, arm: 0 } });
    const task = { documentHash: revision, levelId: 'drying-hall', standInId: 'novice', overrides: { knobs: [] } };
    const chunk = { lease: 'of-before', batchId: batch.id, arm: 0, task: { ...task, firstSeed, count: runs } };
    const result = runChunk(dryingHall(), STAND_INS[0], firstSeed, runs);
    expect(await new DatabaseQueue().complete(chunk, result)).toBe('unwanted');
    expect(await status()).toBe('finished');
    const { runsDone } = (await findBatch(batch.id))!;
    expect(runsDone).toBe(2 * RUNS);
  }, 60_000);

  test('that is cancelled keeps the runs that were done, and its chunks wait no longer', async () => {
    const batch = await start({ arms: FORTY, runs: 200 });
    await until(batch.id, ({ runsDone }) => runsDone > 0);
    const cancelled = await reply<BatchInfo>(postCancel(ID, String(batch.id)));
    expect(cancelled.status).toBe('cancelled');
    const waiting = await database().models.chunks.count({ where: { batchId: batch.id, state: 'waiting' } });
    expect([waiting, cancelled.runsDone > 0, cancelled.runsDone < batch.runs]).toEqual([0, true, true]);
    const done = cancelled.arms.find(({ runsDone }) => runsDone > 0)!;
    expect((await report(batch.id, done.arm)).summary.runs).toBe(done.runsDone);
  }, 60_000);

  test('has numbers of many chunks that are those of its runs, folded or not', async () => {
    const batch = await start({
      arms: [{ standInId: 'casual', levelId: 'drying-hall', set: { clock: 3 } }],
      runs: 600,
    });
    await until(batch.id, ({ runsDone }) => runsDone >= 450);
    await ended(batch.id);
    const { summary, sheet } = await report(batch.id);
    const folded = await database().models.chunks.count({ where: { batchId: batch.id, arm: 0, sumsIn: 'arm' } });
    expect([summary.runs, folded > 0]).toEqual([600, true]);
    const rows = (await database().models.runs.findAll({ where: { batchId: batch.id, arm: 0 } })).map((row) =>
      row.get(),
    );
    const records = rows.map((row) => ({ ...row, piece: row.piece ?? undefined }) as never);
    const again = summaryOf(sumsOfRecords(records, sheet), sheet);
    expect([summary.hash, summary.clearRate, summary.timeToClear]).toEqual([
      again.hash,
      again.clearRate,
      again.timeToClear,
    ]);
    expect([summary.ends, summary.histogram, summary.endCells]).toEqual([again.ends, again.histogram, again.endCells]);
  }, 120_000);

  test('comes to what the command line comes to for the same arms', async () => {
    const arms = [
      { standInId: 'casual', levelId: 'drying-hall', set: { clock: 6 } },
      { standInId: 'expert', levelId: 'drying-hall', set: { clock: 5 } },
    ];
    const batch = await start({ arms, runs: 8, firstSeed: 5 });
    await ended(batch.id);
    const file = path.join(folder.folder, 'arms.gorge.json');
    writeFileSync(file, writeGame({ ...hallOnly(), id: ID }));
    const written = ['--arm', 'casual clock=6', '--arm', 'expert clock=5'];
    const args = [
      'bin/gorge',
      'run',
      file,
      '--level',
      'drying-hall',
      '--runs',
      '8',
      '--seed',
      '5',
      '--json',
      ...written,
    ];
    const { stdout } = spawnSync(process.execPath, args, { encoding: 'utf8' });
    const { standins } = JSON.parse(stdout) as { standins: { arm: string; hash: string; overrides: object }[] };
    expect(standins.map(({ arm, hash }) => [arm, hash])).toEqual([
      ['casual, clock=6', (await report(batch.id, 0)).summary.hash],
      ['expert, clock=5', (await report(batch.id, 1)).summary.hash],
    ]);
    expect(standins.map(({ overrides }) => overrides)).toEqual([{ clock: 6 }, { clock: 5 }]);
  }, 60_000);
});

describe('arms that cannot be run', () => {
  const refused = async (body: object) => {
    const { status, fault } = await failing(order({ runs: 2, ...body }));
    return [status, fault.code, fault.where];
  };
  const arm = (changes: object = {}) => ({ standInId: 'casual', levelId: 'drying-hall', ...changes });

  test('are told with the arm, and nothing is begun', async () => {
    const before = await database().models.batches.count();
    expect(await refused({})).toEqual([400, 'no-arms', 'arms']);
    expect(await refused({ arms: [] })).toEqual([400, 'no-arms', 'arms']);
    expect(await refused({ arms: Array.from({ length: 10_000 }, () => arm()) })).toEqual([
      400,
      'too-many-arms',
      'arms',
    ]);
    expect(await refused({ arms: [arm(), arm()] })).toEqual([400, 'arm-twice', 'arms.1']);
    expect(await refused({ arms: [arm(), arm({ standInId: 'masterful' })] })).toEqual([
      400,
      'unknown-standin',
      'arms.1.standInId',
    ]);
    const overrides = (set: object) => refused({ arms: [arm(), arm({ set })] });
    expect(await overrides({ 'warden.pase': 2 })).toEqual([422, 'unknown-number', 'arms.1']);
    expect(await overrides({ 'warden.pace': 99 })).toEqual([
      422,
      'knob-out-of-range',
      expect.stringMatching(/^arms\.1/),
    ]);
    expect(await overrides({ clock: 30, 'level:clock': 31 })).toEqual([422, 'number-set-twice', 'arms.1']);
    expect(await refused({ arms: [arm({ levelId: 'nowhere' })] })).toEqual([
      422,
      'unknown-level',
      expect.stringMatching(/^arms\.0/),
    ]);
    expect(await refused({ arms: [arm({ revision: '0'.repeat(64) })] })).toEqual([404, 'not-found', undefined]);
    expect(await refused({ arms: FORTY, runs: 100_000 })).toEqual([400, 'too-many-runs', 'runs']);
    expect(await refused({ arms: [arm()], runs: 2_000_000 })).toEqual([400, 'bad-request', 'runs']);
    expect(await database().models.batches.count()).toBe(before);
    expect(MOST_ARMS).toBeLessThan(10_000);
  });

  test('of a report that are not there are told', async () => {
    const batch = await start({ arms: [arm()], runs: 1 });
    await ended(batch.id);
    const { status, fault } = await failing(getReport(ID, String(batch.id), asks('/report?arm=1')));
    expect([status, fault.message]).toEqual([404, `There is no arm 1 of batch ${batch.id}.`]);
    expect((await failing(getReport(ID, String(batch.id), asks('/report?arm=-1')))).status).toBe(400);
  });

  test('wait in an order that is told, and beyond the limit none is taken', async () => {
    batchJobs().end();
    const first = await start({ arms: [arm()], runs: 1 });
    const second = await start({ arms: [arm()], runs: 1 });
    expect([first.ahead, second.ahead]).toEqual([0, 1]);
    await ended(second.id);
    const { models } = database();
    const row = (await models.batches.findByPk(first.id))!.get();
    const full = Array.from({ length: MOST_WAITING_BATCHES }, () => ({
      ...row,
      id: undefined as never,
      status: 'running',
    }));
    await models.batches.bulkCreate(full);
    expect(await refused({ arms: [arm()] })).toEqual([429, 'queue-full', undefined]);
    await models.batches.destroy({ where: { status: 'running' } });
    await ended((await start({ arms: [arm()], runs: 1 })).id);
  });
});
