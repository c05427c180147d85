import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { writeGame } from '@/core/index';
import type { GameListReply, GameReply } from '@/server/contracts/games';
import type { HistoryReply } from '@/server/contracts/history';
import { database } from '@/server/database/connection';
import { migrate } from '@/server/database/migrations';
import { batchJobs } from '@/server/jobs/batchJobs';
import { tidyUp } from '@/server/jobs/housekeeping';
import { getBatches, getReport, getRuns } from '@/server/routes/batches';
import { exportAll } from '@/server/routes/exportAll';
import { deleteGame, exportGame, getGame, getGames, postGame } from '@/server/routes/games';
import { getHistory } from '@/server/routes/history';
import { hallOnly } from '../support/kilnYard';
import { TestDataFolder } from './support/dataFolder';
import { asks, failing, reply, sends } from './support/requests';

let folder: TestDataFolder;
beforeAll(async () => {
  folder = await TestDataFolder.open('damage', 'data-folder-before-007.tar.gz');
  await migrate();
});
afterAll(() => folder.close());

const spoil = (statement: string) => database().sequelize.query(statement);

/** Everything that is about something else. */
async function theRestWorks(): Promise<void> {
  const { games } = await reply<GameListReply>(getGames());
  expect(games.map(({ id }) => id)).toContain('yard-tricks');
  await reply<GameReply>(getGame('yard-tricks'));
  await reply(getBatches('yard-tricks'));
  await reply(getReport('yard-tricks', '4', asks('/report')));
  expect((await exportAll()).status).toBe(200);
  await tidyUp(new Date());
}

describe('a damaged row', () => {
  test('of a batch: what it needs of its level is made anew of the revision', async () => {
    const before = await reply(getReport('kiln-yard', '1', asks('/report')));
    await spoil('UPDATE arms SET sheet = \'{"map": [\' WHERE batch_id = 1');
    await spoil("UPDATE batches SET controls = 'none' WHERE id = 1");
    expect(await reply(getReport('kiln-yard', '1', asks('/report')))).toEqual(before);
    await theRestWorks();
  });

  test('of a part of a batch is told with the way out, and the other batches are read', async () => {
    await spoil("UPDATE chunks SET pacing = 'soot' WHERE batch_id = 3");
    await spoil('UPDATE arms SET sums = \'{"version": 0\' WHERE batch_id = 1');
    for (const batch of ['1', '3']) {
      const { status, fault } = await failing(getReport('kiln-yard', batch, asks('/report')));
      expect([batch, status, fault.code]).toEqual([batch, 422, 'stored-damaged']);
      expect(fault.hint).toContain('Run it again with the same seeds');
    }
    await theRestWorks();
  });

  test('of a run is told with the way out', async () => {
    await spoil("UPDATE runs SET outcome = 'soot', cause = '', ticks = -5 WHERE batch_id = 2 AND seed = 101");
    for (const response of [
      getReport('kiln-yard', '2', asks('/report')),
      getRuns('kiln-yard', '2', asks('/runs?size=5')),
    ]) {
      const { status, fault } = await failing(response);
      expect([status, fault.code, fault.message]).toEqual([
        422,
        'stored-damaged',
        'Run 101 of batch 2 is damaged in the database.',
      ]);
    }
    await theRestWorks();
  });

  test('of a version: that is told without its changes', async () => {
    await spoil("UPDATE saves SET changes = '[\"half' WHERE game_id = 'kiln-yard'");
    const { saves } = await reply<HistoryReply>(getHistory('kiln-yard', asks('/history')));
    expect(saves.map(({ changes }) => changes)).toEqual([null, null]);
    await theRestWorks();
  });

  test('of a revision that a batch under way needs: that batch fails with the reason, the others go on', async () => {
    await spoil(
      "UPDATE revisions SET document = '{' WHERE game_id = 'kiln-yard' AND hash = (SELECT revision FROM games WHERE id = 'kiln-yard')",
    );
    await batchJobs().resume();
    const ended = await new Promise<{ status: string; error: string | null }>((resolve) => {
      void batchJobs().follow(6, (progress) => progress.status !== 'running' && resolve(progress));
    });
    expect([ended.status, ended.error]).toEqual(['failed', expect.stringContaining('cannot be read')]);
    const { games, unreadable } = await reply<GameListReply>(getGames());
    expect([games.map(({ id }) => id), unreadable.map(({ id }) => id)]).toEqual([['yard-tricks'], ['kiln-yard']]);
    expect(await (await exportGame('kiln-yard')).text()).toBe('{');
    await theRestWorks();
  });

  test('of a game that names a revision that is not there: it is listed as unreadable, and can be removed or replaced', async () => {
    await spoil("UPDATE games SET revision = REPEAT('0', 64), name = '' WHERE id = 'kiln-yard'");
    const { unreadable } = await reply<GameListReply>(getGames());
    expect(unreadable.map(({ id }) => id)).toEqual(['kiln-yard']);
    await theRestWorks();
    const whole = writeGame({ ...hallOnly(), id: 'kiln-yard' });
    await reply(postGame(sends('POST', whole)));
    expect((await reply<GameReply>(getGame('kiln-yard'))).document.name).toBe(hallOnly().name);
    await reply(deleteGame('kiln-yard'));
    await theRestWorks();
  });
});
