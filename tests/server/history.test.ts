import { unzipSync, strFromU8 } from 'fflate';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { writeGame, type GameDocument } from '@/core/index';
import type { BatchInfo, BatchListReply, ReportReply } from '@/server/contracts/batches';
import type { GameListReply, GameReply, SaveReply } from '@/server/contracts/games';
import type { HistoryReply } from '@/server/contracts/history';
import { listRunningBatches } from '@/server/database/batches';
import { database } from '@/server/database/connection';
import { tidyUp } from '@/server/jobs/housekeeping';
import { deleteBatch, getBatches, getReport, postBatch, postBringBackBatch } from '@/server/routes/batches';
import { exportAll } from '@/server/routes/exportAll';
import { deleteGame, getGame, getGames, getRevision, postBringBack, putGame } from '@/server/routes/games';
import { getHistory, postAside, postCopy, postRestore, putSaveName } from '@/server/routes/history';
import { hallOnly } from '../support/kilnYard';
import { TestDataFolder } from './support/dataFolder';
import { bring, shelve } from './support/shelf';
import { asks, failing, reply, sends } from './support/requests';

let folder: TestDataFolder;
beforeAll(async () => {
  folder = await TestDataFolder.fresh('history');
});
afterAll(() => folder.close());

async function saveAs(game: GameDocument, name: string): Promise<SaveReply> {
  const { revision } = await reply<GameReply>(getGame(game.id));
  return reply(putGame(game.id, sends('PUT', { baseRevision: revision, document: { ...game, name } })));
}

const historyOf = (id: string, query = '') => reply<HistoryReply>(getHistory(id, asks(`/history${query}`)));

describe('the history of a game', () => {
  test('tells every version with what changed in it, the newest first', async () => {
    const game = await bring();
    await saveAs(game, 'Night Yard');
    await saveAs(game, 'Day Yard');
    const { saves, count, bytes } = await historyOf(game.id);
    expect(saves.map(({ changes, origin, isCurrent }) => [origin, isCurrent, changes])).toEqual([
      ['edit', true, ['name: Night Yard → Day Yard']],
      ['edit', false, [`name: ${game.name} → Night Yard`]],
      ['import', false, []],
    ]);
    expect([count, bytes]).toEqual([3, Buffer.byteLength(writeGame(game)) * 3 + 0 + lengthsBeside(game)]);
  });

  /** What the two other names add to the size of the first. */
  const lengthsBeside = ({ name }: GameDocument) => 'Night Yard'.length + 'Day Yard'.length - 2 * name.length;

  test('comes in pages', async () => {
    const game = await bring();
    for (const name of ['A', 'B', 'C', 'D']) await saveAs(game, name);
    const first = await historyOf(game.id, '?size=2');
    const second = await historyOf(game.id, `?size=2&before=${first.saves[1].id}`);
    const ids = [...first.saves, ...second.saves].map(({ id }) => id);
    expect(ids).toEqual((await historyOf(game.id)).saves.slice(0, 4).map(({ id }) => id));
  });

  test('can be gone back in, which is a version of its own, and forward again', async () => {
    const game = await bring();
    const { revision: first } = await reply<GameReply>(getGame(game.id));
    const { revision: second } = await saveAs(game, 'Night Yard');
    const { saves } = await historyOf(game.id);
    const back = await reply<SaveReply>(
      postRestore(game.id, String(saves[1].id), sends('POST', { baseRevision: second })),
    );
    expect(back.revision).toBe(first);
    expect((await reply<GameReply>(getGame(game.id))).document.name).toBe(game.name);
    const after = await historyOf(game.id);
    expect(after.saves.map(({ origin, isCurrent, revision }) => [origin, isCurrent, revision])).toEqual([
      ['restore', true, first],
      ['edit', false, second],
      ['import', false, first],
    ]);
    const stale = await failing(postRestore(game.id, String(saves[0].id), sends('POST', { baseRevision: second })));
    expect([stale.status, stale.fault.code]).toEqual([409, 'revision-clash']);
  });

  test('keeps the side of a clash that was not taken, and the game stays as it is', async () => {
    const game = await bring();
    const { revision } = await saveAs(game, 'Theirs');
    const mine = { ...game, name: 'Mine' };
    const aside = await reply<SaveReply>(postAside(game.id, sends('POST', { document: mine })));
    const stored = await reply<{ document: GameDocument }>(getRevision(game.id, aside.revision));
    expect(stored.document).toEqual(mine);
    expect((await reply<GameReply>(getGame(game.id))).revision).toBe(revision);
    const { saves } = await historyOf(game.id);
    expect(saves.slice(0, 2).map(({ origin, isCurrent }) => [origin, isCurrent])).toEqual([
      ['aside', false],
      ['edit', true],
    ]);
  });

  test('can be copied from any version into a game of its own, also one with errors', async () => {
    const game = await bring();
    await saveAs({ ...game, levels: game.levels.map((level) => ({ ...level, pieces: [] })) }, 'Empty Yard');
    const { saves } = await historyOf(game.id);
    const copies: GameDocument[] = [];
    for (const { id } of saves) {
      const copy = await reply<{ id: string; created: boolean }>(postCopy(game.id, String(id)));
      copies.push((await reply<GameReply>(getGame(copy.id))).document);
    }
    expect(copies.map(({ name, levels }) => [name, levels[0].pieces.length])).toEqual([
      ['Empty Yard copy', 0],
      [`${game.name} copy`, game.levels[0].pieces.length],
    ]);
    expect(new Set([game, ...copies].map(({ id }) => id)).size).toBe(3);
  });

  test('lets names be given and taken away', async () => {
    const game = await bring();
    const [{ id }] = (await historyOf(game.id)).saves;
    await reply(putSaveName(game.id, String(id), sends('PUT', { name: ' before the fair ' })));
    expect((await historyOf(game.id)).saves[0].name).toBe('before the fair');
    await reply(putSaveName(game.id, String(id), sends('PUT', { name: '' })));
    expect((await historyOf(game.id)).saves[0].name).toBeNull();
    const unknown = await failing(putSaveName(game.id, '987654', sends('PUT', { name: 'x' })));
    expect([unknown.status, unknown.fault.code]).toEqual([404, 'not-found']);
  });

  test('thins out with age, but for what is named, was run, or is the game now; what changed is told anew', async () => {
    const game = await bring();
    for (const name of ['A', 'B', 'C', 'D', 'E', 'F']) await saveAs(game, name);
    const { models } = database();
    const all = (await historyOf(game.id)).saves.reverse();
    const now = new Date();
    // All of them three days old and within one hour: the last of that hour would stay.
    const longAgo = new Date(Math.floor(now.getTime() / 3_600_000) * 3_600_000 - 72 * 3_600_000);
    for (const [index, { id }] of all.entries())
      await models.saves.update({ savedAt: new Date(longAgo.getTime() + index * 60_000) }, { where: { id } });
    await reply(putSaveName(game.id, String(all[2].id), sends('PUT', { name: 'kept' })));
    await tidyUp(now);
    const left = (await historyOf(game.id)).saves;
    expect(left.map(({ id }) => id)).toEqual([all[6].id, all[2].id]);
    expect(left[0].changes).toEqual(['name: B → F']);
    expect((await models.revisions.findAll({ where: { gameId: game.id } })).length).toBe(2);
    const gone = await failing(getRevision(game.id, all[0].revision));
    expect(gone.status).toBe(404);
  });
});

describe('what was removed', () => {
  test('is off the shelf and can be brought back, game and batches alike, until thirty days have passed', async () => {
    const game = await bring();
    const { revision } = await reply<GameReply>(getGame(game.id));
    const order = { revision, levelId: 'drying-hall', standInId: 'casual', runs: 1 };
    const batch = await reply<BatchInfo>(postBatch(game.id, sends('POST', order)));
    await reply(deleteBatch(game.id, String(batch.id)));
    const listed = await reply<BatchListReply>(getBatches(game.id));
    expect([listed.batches, listed.removed.map(({ id }) => id)]).toEqual([[], [batch.id]]);
    expect((await failing(getReport(game.id, String(batch.id), asks('/report')))).status).toBe(404);
    await reply(postBringBackBatch(game.id, String(batch.id)));
    expect((await reply<ReportReply>(getReport(game.id, String(batch.id), asks('/report')))).batch.id).toBe(batch.id);

    await reply(deleteGame(game.id));
    expect((await failing(getGame(game.id))).status).toBe(404);
    const shelf = await reply<GameListReply>(getGames());
    const { removedAt, goneAt } = shelf.removed.find(({ id }) => id === game.id)!;
    expect(Date.parse(goneAt) - Date.parse(removedAt)).toBe(30 * 86_400_000);
    await tidyUp(new Date(Date.parse(goneAt) - 1000));
    await reply(postBringBack(game.id));
    expect((await reply<GameReply>(getGame(game.id))).revision).toBe(revision);

    await reply(deleteGame(game.id));
    await tidyUp(new Date(Date.now() + 30 * 86_400_000 + 1000));
    expect((await failing(postBringBack(game.id))).status).toBe(404);
    const { models } = database();
    const where = { gameId: game.id };
    const rows = [models.revisions.count({ where }), models.saves.count({ where }), models.batches.count({ where })];
    expect(await Promise.all(rows)).toEqual([0, 0, 0]);
  });

  test('comes back as it is when it is imported again', async () => {
    const game = await bring();
    await reply(deleteGame(game.id));
    await shelve(game);
    expect((await reply<GameReply>(getGame(game.id))).document).toEqual(game);
  });
});

test('many people at once bring and save games, and each gets an answer', async () => {
  const games = Array.from({ length: 16 }, (_, index) => ({ ...hallOnly(), id: `crowd-${index}` }));
  await Promise.all(games.map(shelve));
  await Promise.all(games.map((game) => saveAs(game, 'Crowded Yard')));
  const { games: stored } = await reply<GameListReply>(getGames());
  expect(stored.filter(({ name }) => name === 'Crowded Yard')).toHaveLength(16);
});

test('every batch that is under way is found, however old and however many', async () => {
  const game = await bring();
  const row = {
    ...{ gameId: game.id, firstSeed: 1, engine: 1, standIns: 0, controls: null, status: 'running', error: null },
    ...{ startedAt: new Date('2020-01-01'), finishedAt: null, removedAt: null },
  };
  const { models } = database();
  await models.batches.bulkCreate(Array.from({ length: 130 }, () => row));
  const found = (await listRunningBatches()).filter(({ gameId }) => gameId === game.id);
  expect(found).toHaveLength(130);
  await models.batches.destroy({ where: { gameId: game.id } });
});

test('everything can be exported at once, and each file read again', async () => {
  const game = await bring();
  const archive = await (await exportAll()).arrayBuffer();
  const files = unzipSync(new Uint8Array(archive));
  const { games } = await reply<GameListReply>(getGames());
  expect(Object.keys(files).sort()).toEqual(games.map(({ id }) => `${id}.gorge.json`).sort());
  expect(strFromU8(files[`${game.id}.gorge.json`])).toBe(writeGame(game));
});
