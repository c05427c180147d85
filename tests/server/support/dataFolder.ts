import { spawnSync } from 'node:child_process';
import { mkdirSync, rmSync } from 'node:fs';
import path from 'node:path';
import { startDatabase, stopDatabase } from '../../../bin/database.mjs';
import { closeDatabase } from '@/server/database/connection';
import { migrate } from '@/server/database/migrations';

const PROJECT = path.resolve(import.meta.dirname, '../../..');
export const FIXTURES = path.join(PROJECT, 'tests/server/fixtures');

/** A data folder of a test's own with its database running; the server's code of this process uses it. */
export class TestDataFolder {
  constructor(readonly folder: string) {}

  /** An empty one, or one from a packed fixture as an earlier version left it. Its tables are not migrated yet. */
  static async open(name: string, fixture?: string): Promise<TestDataFolder> {
    // What a suite before this one in the same process left to do may have asked its own database once more.
    await closeDatabase();
    const folder = path.join(PROJECT, '.data', `server-test-${name}`);
    await stopDatabase(folder);
    rmSync(folder, { recursive: true, force: true });
    mkdirSync(folder, { recursive: true });
    if (fixture) {
      const packed = path.join(FIXTURES, fixture);
      const { status, stderr } = spawnSync('tar', ['-xzf', packed, '-C', folder, '--strip-components=1'], {
        encoding: 'utf8',
      });
      if (status !== 0) throw new Error(`${packed} cannot be unpacked: ${stderr}`);
    }
    const opened = new TestDataFolder(folder);
    await opened.start();
    return opened;
  }

  /** An empty one with its tables. */
  static async fresh(name: string): Promise<TestDataFolder> {
    const opened = await TestDataFolder.open(name);
    await migrate();
    return opened;
  }

  async start(): Promise<void> {
    process.env.GORGE_DATA = this.folder;
    // Runs are made, not found; whoever asks how they are found says where.
    process.env.GORGE_NUMBERS = '';
    await startDatabase(this.folder);
  }

  /** Ends the database as it would end at shutdown; {@link start} brings it back. */
  async stop(): Promise<void> {
    await stopDatabase(this.folder);
  }

  async close(): Promise<void> {
    await closeDatabase();
    await this.stop();
    rmSync(this.folder, { recursive: true, force: true });
  }
}
