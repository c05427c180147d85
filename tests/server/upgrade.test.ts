import { readFileSync } from 'node:fs';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import {
  FORMAT_VERSION,
  runChunk,
  STAND_INS,
  compileGameLevel,
  summarise,
  type GameDocument,
  type Summary,
} from '@/core/index';
import type { ReportReply } from '@/server/contracts/batches';
import type { GameListReply, GameReply } from '@/server/contracts/games';
import type { HistoryReply } from '@/server/contracts/history';
import type { NotesReply } from '@/server/contracts/notes';
import { database } from '@/server/database/connection';
import { migrate } from '@/server/database/migrations';
import { batchJobs } from '@/server/jobs/batchJobs';
import { getReport } from '@/server/routes/batches';
import { getGame, getGames, getRevision } from '@/server/routes/games';
import { getHistory } from '@/server/routes/history';
import { getNotes, postAnswer } from '@/server/routes/notes';
import { KEEPER } from '@/server/people/visitors';
import { FIXTURES, TestDataFolder } from './support/dataFolder';
import { asks, reply, sends } from './support/requests';

/** What the version that left the data folder said of its batches; the text of its documents is of format version 1. */
const before = JSON.parse(readFileSync(path.join(FIXTURES, 'reports-before-007.json'), 'utf8')) as Record<
  number,
  { batch: { gameId: string; runsDone: number; status: string }; summary: KeptSummary }
>;
const UNFINISHED = 6;

type KeptSummary = Omit<Summary, 'boxOnly' | 'nearMisses'> & { boxOnlyPerRun: number; nearMissesPerRun: number };

let folder: TestDataFolder;
beforeAll(async () => {
  folder = await TestDataFolder.open('upgrade', 'data-folder-before-007.tar.gz');
  await migrate();
});
afterAll(() => folder.close());

describe('a data folder of an earlier version', () => {
  test('has all its games, in the present format', async () => {
    const { games, unreadable } = await reply<GameListReply>(getGames());
    expect(unreadable).toEqual([]);
    const documents = await Promise.all(games.map(async ({ id }) => (await reply<GameReply>(getGame(id))).document));
    expect(documents.map(({ id, version }) => [id, version])).toEqual([
      ['kiln-yard', FORMAT_VERSION],
      ['yard-tricks', FORMAT_VERSION],
    ]);
    expect(documents[0].levels[0].name).toBe('Drying Hall, drafty');
  });

  test('has all its revisions under their addresses', async () => {
    const { models } = database();
    const stored = await models.revisions.findAll({ order: ['gameId', 'hash'] });
    expect(stored).toHaveLength(3);
    for (const { gameId, hash } of stored) {
      const { document } = await reply<{ document: GameDocument }>(getRevision(gameId, hash));
      expect([document.id, document.version]).toEqual([gameId, FORMAT_VERSION]);
    }
    const { revision } = await reply<GameReply>(getGame('kiln-yard'));
    expect(stored.map(({ hash }) => hash)).toContain(revision);
  });

  test.each(Object.keys(before).map(Number))('says of batch %i what it said before', async (id) => {
    const { batch, summary } = before[id];
    const now = await reply<ReportReply>(getReport(batch.gameId, String(id), asks('/report')));
    expect([now.batch.status, now.batch.runsDone]).toEqual([batch.status, batch.runsDone]);
    expect(now.batch.versions).toEqual({ engine: 7, standIns: 1 });
    // What is left out of JSON is not there in either. Means have an interval now, and fingerprints of batches are sums.
    // Measures that there were not yet come to nothing.
    const { boxOnly, nearMisses, hash: _own, ...others } = JSON.parse(JSON.stringify(now.summary)) as Summary;
    const { boxOnlyPerRun, nearMissesPerRun, hash: _kept, ...kept } = summary;
    expect(Object.fromEntries(Object.keys(kept).map((id) => [id, others[id as keyof typeof others]]))).toEqual(kept);
    expect([others.filled.runs, others.wayMade, others.timeSpent]).toEqual([0, undefined, []]);
    expect([boxOnly.value, nearMisses.value]).toEqual([boxOnlyPerRun, nearMissesPerRun]);
    // Made of the runs the first time, and read as kept the second time.
    expect(await reply<ReportReply>(getReport(batch.gameId, String(id), asks('/report')))).toEqual(now);
  });

  test('has a history: every revision as a version, and the one that the game is now as the last', async () => {
    const { revision } = await reply<GameReply>(getGame('kiln-yard'));
    const { saves, count, bytes } = await reply<HistoryReply>(getHistory('kiln-yard', asks('/history')));
    expect([count, saves[0].revision, saves[0].isCurrent, bytes > 90_000]).toEqual([2, revision, true, true]);
    expect(saves.map(({ batches }) => batches)).toEqual([4, 1]);
  });

  test('goes on with the batch that was under way, to the runs that one process comes to', async () => {
    const before = await reply<ReportReply>(getReport('kiln-yard', String(UNFINISHED), asks('/report')));
    expect([before.batch.status, before.summary.runs]).toEqual(['running', 50]);
    await batchJobs().resume();
    await new Promise<void>((resolve, reject) => {
      void batchJobs().follow(UNFINISHED, ({ status, error }) => {
        if (status === 'finished') resolve();
        else if (status !== 'running') reject(new Error(`${status}: ${error}`));
      });
    });
    const after = await reply<ReportReply>(getReport('kiln-yard', String(UNFINISHED), asks('/report')));
    const { batch, arm, summary, sheet, controls } = after;
    const { document } = await reply<{ document: GameDocument }>(getRevision('kiln-yard', arm.revision));
    const program = compileGameLevel(document, arm.levelId);
    if (!program.ok) throw new Error(program.faults[0].message);
    const traits = STAND_INS.find(({ id }) => id === arm.standInId)!;
    const { rows } = runChunk(program.value, traits, batch.firstSeed, arm.runs);
    expect([summary.runs, summary.hash]).toEqual([75, summarise(rows, sheet).hash]);
    expect(controls?.map(({ control, runs }) => [control, runs])).toEqual([
      ['idle', 100],
      ['blind', 100],
    ]);
  });

  test('has what was noted on its reports, as notes that can be answered and ticked off', async () => {
    const { sequelize } = database();
    // As the version before the one with notes on anything kept them.
    await sequelize.query(
      'ALTER TABLE notes DROP COLUMN game_id, DROP COLUMN level_id, DROP COLUMN about, DROP COLUMN answer_to, ' +
        'DROP COLUMN written_by, DROP COLUMN done_at, DROP COLUMN done_by, ADD COLUMN place VARCHAR(400) NOT NULL',
    );
    const address = 'arm=0&seed=7&at=3.5&name="Door warden"';
    for (const batchId of [1, UNFINISHED])
      await sequelize.query('INSERT INTO notes (batch_id, text, place, written_at) VALUES (?, ?, ?, ?)', {
        replacements: [batchId, `Too early, in batch ${batchId}`, address, '2026-10-02 11:00:00'],
      });
    await sequelize.query("DELETE FROM sequelize_meta WHERE name >= '013'");
    await migrate();
    const { notes } = await reply<NotesReply>(getNotes('kiln-yard'));
    const kept = { by: '', writtenAt: '2026-10-02T11:00:00.000Z', doneAt: null, doneBy: null, answers: [] };
    expect(notes).toEqual(
      [1, UNFINISHED].map((batchId) => ({
        ...{ ...kept, id: expect.any(Number), text: `Too early, in batch ${batchId}` },
        about: { type: 'report', batchId, place: address },
      })),
    );
    await reply(postAnswer('kiln-yard', String(notes[0].id), sends('POST', { text: 'Later now' }), KEEPER));
    const answered = await reply<NotesReply>(getNotes('kiln-yard'));
    expect(answered.notes.map(({ answers }) => answers.map(({ text }) => text))).toEqual([['Later now'], []]);
  });

  test('may be migrated again and again, also after a step that was cut short', async () => {
    const { sequelize, models } = database();
    const report = await reply<ReportReply>(getReport('kiln-yard', '1', asks('/report')));
    await migrate();
    // As when the server ended after a step was done and before it was noted down.
    await sequelize.query("DELETE FROM sequelize_meta WHERE name >= '001'");
    // … or in the middle of it.
    await sequelize.query('ALTER TABLE runs DROP COLUMN figures');
    await migrate();
    expect(await reply<ReportReply>(getReport('kiln-yard', '1', asks('/report')))).toEqual(report);
    expect(await models.batches.count()).toBe(UNFINISHED);
  });
});
