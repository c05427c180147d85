import { copyFileSync, existsSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { backUp, restore } from '../../bin/backup.mjs';
import type { ReportReply } from '@/server/contracts/batches';
import type { GameReply } from '@/server/contracts/games';
import { closeDatabase } from '@/server/database/connection';
import { migrate } from '@/server/database/migrations';
import { getReport } from '@/server/routes/batches';
import { getGame } from '@/server/routes/games';
import { TestDataFolder } from './support/dataFolder';
import { asks, reply } from './support/requests';

let folder: TestDataFolder;
let file: string;
let whole: Buffer;
const keptReport = () => reply<ReportReply>(getReport('kiln-yard', '1', asks('/report')));
const keptGame = () => reply<GameReply>(getGame('yard-tricks'));

beforeAll(async () => {
  folder = await TestDataFolder.open('backup', 'data-folder-before-007.tar.gz');
  await migrate();
  file = path.join(folder.folder, 'whole.backup');
  await backUp(folder.folder, file);
  whole = readFileSync(file);
});
afterAll(async () => {
  await folder.close();
});

describe('a backup', () => {
  test('is taken while the database is used, and makes another data folder the same', async () => {
    const before = [await keptReport(), await keptGame()];
    await closeDatabase();
    const other = path.join(folder.folder, 'other');
    const { rows, aside } = await restore(file, other);
    expect([rows, aside]).toEqual([
      { games: 2, revisions: 3, saves: 3, batches: 6, arms: 6, chunks: 8, runs: 180 },
      undefined,
    ]);
    const restored = new TestDataFolder(other);
    await restored.start();
    try {
      await migrate();
      expect([await keptReport(), await keptGame()]).toEqual(before);
    } finally {
      await closeDatabase();
      await restored.stop();
      process.env.GORGE_DATA = folder.folder;
    }
    // The one that was backed up goes on.
    expect(await keptGame()).toEqual(before[1]);
  });

  const spoiled = (name: string, bytes: Uint8Array | string) => {
    const damaged = path.join(folder.folder, name);
    writeFileSync(damaged, bytes);
    return damaged;
  };
  const cut = () => whole.subarray(0, whole.length - 200);
  const flipped = () => Buffer.from(whole).fill(7, whole.length - 900, whole.length - 880);

  test.each([
    ['cut off', () => spoiled('cut', cut()), 'damaged or cut off'],
    ['with other bytes in it', () => spoiled('flipped', flipped()), 'damaged or cut off'],
    ['of something else', () => spoiled('else', 'a photograph'), 'is no backup of Gorge'],
    ['of a newer version', () => spoiled('newer', '{"format":"gorge-backup","version":99}\n'), 'a newer Gorge'],
    ['that is not there', () => path.join(folder.folder, 'none'), 'There is no file'],
  ])('%s is refused before anything is touched', async (_, make, message) => {
    const target = path.join(folder.folder, 'untouched');
    await expect(restore(make(), target)).rejects.toThrow(message);
    expect(existsSync(target)).toBe(false);
  });

  test('goes over data only when asked to, and what was there stays beside it', async () => {
    await closeDatabase();
    const target = path.join(folder.folder, 'target');
    await restore(file, target);
    await expect(restore(file, target)).rejects.toThrow('There are data in');
    const { aside } = await restore(file, target, { replaces: true });
    expect(readdirSync(aside as string)).toContain('tables');
  });

  test('goes over no other file, and says so where there are no data', async () => {
    copyFileSync(file, path.join(folder.folder, 'taken'));
    await expect(backUp(folder.folder, path.join(folder.folder, 'taken'))).rejects.toThrow('is there already');
    const empty = path.join(folder.folder, 'empty');
    await expect(backUp(empty, path.join(folder.folder, 'new'))).rejects.toThrow('There are no data');
    rmSync(empty, { recursive: true, force: true });
  });
});
