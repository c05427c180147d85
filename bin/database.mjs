// The private MariaDB of a data folder: initialised once, on loopback, with a password of its own.
import { spawn } from 'node:child_process';
import { createHash, randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, openSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import {
  endProcess,
  findFreePort,
  findProgram,
  isAlive,
  readState,
  runQuietly,
  sleep,
  writeState,
} from './processes.mjs';

const FIRST_PORT = 33410;
const START_SECONDS = 60;

function places(dataFolder) {
  const folder = path.join(dataFolder, 'database');
  const socket = path.join(folder, 'run/database.sock');
  // The path of a socket may have about a hundred characters; deep folders get one in the temporary folder.
  const short = path.join(os.tmpdir(), `gorge-${createHash('sha256').update(folder).digest('hex').slice(0, 16)}.sock`);
  return {
    folder,
    tables: path.join(folder, 'tables'),
    run: path.join(folder, 'run'),
    ready: path.join(folder, 'run/initialised'),
    pidFile: path.join(folder, 'run/database.pid'),
    log: path.join(folder, 'run/database.log'),
    socket: socket.length > 100 ? short : socket,
    settings: path.join(dataFolder, 'database.json'),
  };
}

/** When root, the server runs as root too: the data folder may lie where no other user may go. */
const asUser = () => (process.getuid?.() === 0 ? ['--user=root'] : []);

export function databasePid(dataFolder) {
  const { pidFile, tables } = places(dataFolder);
  const pid = existsSync(pidFile) ? Number(readFileSync(pidFile, 'utf8')) : 0;
  return isAlive(pid, tables) ? pid : undefined;
}

function initialise({ folder, tables, run, ready }) {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  mkdirSync(run, { recursive: true, mode: 0o700 });
  if (existsSync(ready)) return;
  // Without the mark the tables were never finished and hold nothing.
  rmSync(tables, { recursive: true, force: true });
  runQuietly(findProgram('mariadb-install-db'), [
    '--no-defaults',
    ...asUser(),
    `--datadir=${tables}`,
    '--auth-root-authentication-method=normal',
    '--skip-test-db',
    '--skip-name-resolve',
  ]);
  writeFileSync(ready, '');
}

function launch({ tables, socket, pidFile, log }, port) {
  const output = openSync(log, 'a');
  const child = spawn(
    findProgram('mariadbd'),
    [
      '--no-defaults',
      ...asUser(),
      `--datadir=${tables}`,
      `--socket=${socket}`,
      `--pid-file=${pidFile}`,
      '--bind-address=127.0.0.1',
      `--port=${port}`,
      '--skip-name-resolve',
      '--character-set-server=utf8mb4',
      '--collation-server=utf8mb4_bin',
      '--innodb-buffer-pool-size=64M',
      '--innodb-log-file-size=32M',
      '--performance-schema=OFF',
      '--max-allowed-packet=64M',
    ],
    { detached: true, stdio: ['ignore', output, output] },
  );
  child.unref();
  return child;
}

async function waitUntilUp(child, { socket, log }) {
  for (let waited = 0; waited < START_SECONDS * 10; waited++) {
    try {
      runQuietly(findProgram('mariadb-admin'), ['--no-defaults', `--socket=${socket}`, '-uroot', 'ping']);
      return;
    } catch {
      if (child.exitCode !== null) break;
      await sleep(100);
    }
  }
  throw new Error(
    `the database did not start; the end of its log:\n${readFileSync(log, 'utf8').split('\n').slice(-15).join('\n')}`,
  );
}

/** Starts the database of a data folder, or finds it running. Gives `{ port }`. */
export async function startDatabase(dataFolder) {
  const place = places(dataFolder);
  mkdirSync(dataFolder, { recursive: true });
  const known = readState(place.settings);
  if (databasePid(dataFolder) && known.databasePort) return { port: known.databasePort };
  initialise(place);
  const port = await findFreePort(known.databasePort ?? FIRST_PORT);
  const password = known.databasePassword ?? randomBytes(18).toString('hex');
  const child = launch(place, port);
  await waitUntilUp(child, place);
  const statements = [
    'CREATE DATABASE IF NOT EXISTS gorge CHARACTER SET utf8mb4 COLLATE utf8mb4_bin',
    `CREATE USER IF NOT EXISTS 'gorge'@'127.0.0.1'`,
    `ALTER USER 'gorge'@'127.0.0.1' IDENTIFIED BY '${password}'`,
    `GRANT ALL ON gorge.* TO 'gorge'@'127.0.0.1'`,
    // The server's own root is for the socket alone, which only this user can reach.
    `DROP USER IF EXISTS 'root'@'127.0.0.1', 'root'@'::1', ''@'localhost'`,
  ];
  runQuietly(findProgram('mariadb'), [
    '--no-defaults',
    `--socket=${place.socket}`,
    '-uroot',
    '-e',
    statements.join(';'),
  ]);
  writeState(place.settings, { databasePort: port, databasePassword: password });
  return { port };
}

export async function stopDatabase(dataFolder) {
  const { pidFile, tables } = places(dataFolder);
  const pid = databasePid(dataFolder);
  if (pid) await endProcess(pid, tables, 30_000);
  rmSync(pidFile, { force: true });
}
