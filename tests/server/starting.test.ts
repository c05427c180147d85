import { spawn, spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { inAddress, isLoopback, reachable } from '../../bin/addresses.mjs';
import { databaseAccess, databasePid, startDatabase, stopDatabase } from '../../bin/database.mjs';
import { takeLock } from '../../bin/lock.mjs';
import { rotateLog } from '../../bin/logFile.mjs';
import { keepAlive } from '../../bin/watch.mjs';

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(path.join(os.tmpdir(), 'gorge-test-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

describe('the lock of a data folder', () => {
  /** A process that takes the lock, says whether it has it, and keeps it until its input ends. */
  const contender = (file: string) => {
    const script =
      `import(${JSON.stringify(path.resolve('bin/lock.mjs'))}).then(({ takeLock }) => {` +
      `console.log(takeLock(${JSON.stringify(file)}, 'node') ?? 'mine'); process.stdin.resume(); });`;
    const child = spawn(process.execPath, ['-e', script], { stdio: ['pipe', 'pipe', 'inherit'] });
    const said = new Promise<string>((resolve) => child.stdout.once('data', (text: Buffer) => resolve(String(text))));
    const ended = new Promise((resolve) => child.once('exit', resolve));
    return { said: said.then((text) => text.trim()), pid: child.pid, end: () => (child.stdin.end(), ended) };
  };

  test.each(['no lock', 'a lock whose owner is gone'])(
    'goes to one of many that come at once, with %s',
    async (before) => {
      const file = path.join(folder, `${before.replaceAll(' ', '-')}.lock`);
      // No process has this number.
      if (before !== 'no lock') writeFileSync(file, '4999999');
      const all = Array.from({ length: 8 }, () => contender(file));
      const said = await Promise.all(all.map((own) => own.said));
      const winners = all.filter((_, index) => said[index] === 'mine');
      expect([winners.length, said.length]).toEqual([1, 8]);
      expect(new Set(said)).toEqual(new Set(['mine', String(winners[0].pid)]));
      await Promise.all(all.map((own) => own.end()));
      expect(takeLock(file, 'node')).toBeUndefined();
    },
  );
});

describe('a log file', () => {
  test('is moved aside when it has grown too large, and the last few stay', () => {
    const file = path.join(folder, 'server.log');
    const rounds = ['a', 'b', 'c', 'd', 'e'];
    for (const round of rounds) {
      writeFileSync(file, round.repeat(100));
      expect(rotateLog(file, 50)).toBe(true);
      expect(statSync(file).size).toBe(0);
    }
    expect([1, 2, 3].map((index) => readFileSync(`${file}.${index}`, 'utf8')[0])).toEqual(['e', 'd', 'c']);
    expect([rotateLog(file, 50), rotateLog(path.join(folder, 'none.log'), 50)]).toEqual([false, false]);
  });
});

describe('what is kept alive', () => {
  test('is begun anew whenever it ends or cannot begin, later each time, until it is over', async () => {
    let begun = 0;
    const pauses: number[] = [];
    const failures: unknown[] = [];
    await keepAlive(
      () => {
        begun++;
        return begun === 2 ? Promise.reject(new Error('no room')) : Promise.resolve();
      },
      () => begun >= 3,
      (pauseMs: number, failure: unknown) => {
        pauses.push(pauseMs);
        failures.push(failure);
      },
    );
    expect([begun, pauses]).toEqual([3, [500, 1000]]);
    expect(failures.map(String)).toEqual(['undefined', 'Error: no room']);
  });
});

test('hosts are told apart and written as addresses want them', () => {
  expect(['127.0.0.1', '127.8.0.1', 'localhost', '::1', '0.0.0.0', '10.0.0.4', 'yard.example'].map(isLoopback)).toEqual(
    [true, true, true, true, false, false, false],
  );
  expect(['::1', 'yard.example', '10.0.0.4'].map(inAddress)).toEqual(['[::1]', 'yard.example', '10.0.0.4']);
  expect(['0.0.0.0', '::', '::1'].map(reachable)).toEqual(['127.0.0.1', '[::1]', '[::1]']);
});

describe('the database', () => {
  const asRoot = (socket: string, user: { uid?: number; gid?: number } = {}) =>
    spawnSync('mariadb', ['--no-defaults', `--socket=${socket}`, '--user=root', '-e', 'SELECT 1'], {
      encoding: 'utf8',
      ...user,
    });

  test.each(['short', 'long'])('of a data folder with a %s path lets nobody in without a password', async (length) => {
    const data = path.join(folder, length === 'long' ? 'a-rather-long-name-of-a-folder/'.repeat(4) : 'data');
    mkdirSync(data, { recursive: true });
    try {
      await startDatabase(data);
      const pid = databasePid(data)!;
      const command = readFileSync(`/proc/${pid}/cmdline`, 'utf8').split('\0');
      const socket = command.find((part) => part.startsWith('--socket='))!.slice('--socket='.length);
      expect(Buffer.byteLength(socket)).toBeLessThan(108);
      expect(statSync(path.dirname(socket)).mode & 0o077).toBe(0);
      expect(asRoot(socket).stderr).toMatch(/Access denied/);
      for (const user of ['root', 'gorge', 'mysql', '']) {
        const args = ['--no-defaults', '--host=127.0.0.1', `--port=${databaseAccess(data)!.port}`, `--user=${user}`];
        expect([user, spawnSync('mariadb', [...args, '-e', 'SELECT 1'], { encoding: 'utf8' }).status]).toEqual([
          user,
          1,
        ]);
      }
      expect(statSync(path.join(data, 'database.json')).mode & 0o077).toBe(0);
      if (process.getuid?.() === 0) {
        const nobody = { uid: 65534, gid: 65534 };
        expect(asRoot(socket, nobody).stderr).toMatch(/Can't connect|Access denied/);
      }
    } finally {
      await stopDatabase(data);
    }
  });

  test('of a copied data folder takes another port, although the first one would take its password', async () => {
    const [data, copy] = ['first', 'second'].map((name) => path.join(folder, name));
    try {
      const { port } = await startDatabase(data);
      mkdirSync(copy);
      writeFileSync(path.join(copy, 'database.json'), readFileSync(path.join(data, 'database.json')));
      // The port of the first one looks free once, as when both begin at the same time.
      const ports = [port, port + 40, port + 41];
      const found = await startDatabase(copy, () => Promise.resolve(ports.shift()!));
      expect(found.port).toBeGreaterThan(port);
      expect([databaseAccess(data)!.port, databaseAccess(copy)!.port]).toEqual([port, found.port]);
      expect(databaseAccess(copy)!.password).toBe(databaseAccess(data)!.password);
      expect(new Set([databasePid(data), databasePid(copy)]).size).toBe(2);
    } finally {
      await stopDatabase(data);
      await stopDatabase(copy);
    }
  });
});
