// The private MariaDB of a data folder: initialised once, on loopback, with passwords of its own.
import { spawn, spawnSync } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import {
  chmodSync,
  chownSync,
  existsSync,
  lstatSync,
  mkdirSync,
  mkdtempSync,
  openSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
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
/** So many ports are tried that are free when they are looked at. */
const MOST_PORTS = 8;
/** One that does not answer for so long is ended, and killed if it takes as long again. */
const STUCK_SECONDS = 10;
/** The path of a socket may have about a hundred characters. */
const MOST_SOCKET_PATH = 100;

function places(dataFolder) {
  const folder = path.join(dataFolder, 'database');
  return {
    folder,
    tables: path.join(folder, 'tables'),
    run: path.join(folder, 'run'),
    ready: path.join(folder, 'run/initialised'),
    pidFile: path.join(folder, 'run/database.pid'),
    log: path.join(folder, 'run/database.log'),
    initFile: path.join(folder, 'run/passwords.sql'),
    settings: path.join(dataFolder, 'database.json'),
  };
}

/**
 * Where the socket lies: in a folder that nobody but its owner may enter, whatever the length of the path. Deep data folders
 * get a private one in the temporary folder, whose name is kept.
 */
function socketFolder({ run }, known) {
  if (path.join(run, 'database.sock').length <= MOST_SOCKET_PATH) return run;
  if (known && isPrivate(known)) return known;
  return mkdtempSync(path.join(os.tmpdir(), 'gorge-'));
}

/** Whether a folder is there, is no link, and only its owner, who may be the database, can enter it. */
function isPrivate(folder) {
  const status = lstatSync(folder, { throwIfNoEntry: false });
  const owners = [process.getuid?.(), databaseOwner(folder)?.uid];
  return Boolean(status?.isDirectory() && (status.mode & 0o077) === 0 && owners.includes(status.uid));
}

/**
 * Whom the database runs as when this is root: Debian's own user for it, as long as that user may go where the data lies; then
 * nothing that listens runs as root. Undefined when this is not root, or when it must be.
 */
export function databaseOwner(folder) {
  if (process.getuid?.() !== 0) return undefined;
  const idOf = (flag) => spawnSync('id', [flag, 'mysql'], { encoding: 'utf8' });
  const [user, group] = [idOf('-u'), idOf('-g')];
  if (user.status !== 0 || group.status !== 0) return undefined;
  const owner = { uid: Number(user.stdout), gid: Number(group.stdout) };
  const mayGo = spawnSync('test', ['-x', path.dirname(folder)], owner).status === 0;
  return mayGo ? owner : undefined;
}

export function databasePid(dataFolder) {
  const { pidFile, tables } = places(dataFolder);
  const pid = existsSync(pidFile) ? Number(readFileSync(pidFile, 'utf8')) : 0;
  return isAlive(pid, tables) ? pid : undefined;
}

/** Gives the user arguments of the database's programs, and its files to that user. */
function handOver({ folder }, ...more) {
  if (process.getuid?.() !== 0) return [];
  const owner = databaseOwner(folder);
  const name = owner ? 'mysql' : 'root';
  runQuietly('chown', ['-R', `${name}:`, folder, ...more]);
  return [`--user=${name}`];
}

function initialise(place) {
  const { folder, tables, run, ready } = place;
  for (const own of [folder, run]) {
    mkdirSync(own, { recursive: true, mode: 0o700 });
    chmodSync(own, 0o700);
  }
  if (existsSync(ready)) return;
  // Without the mark the tables were never finished and hold nothing.
  rmSync(tables, { recursive: true, force: true });
  runQuietly(findProgram('mariadb-install-db'), [
    '--no-defaults',
    ...handOver(place),
    `--datadir=${tables}`,
    // Files of the same name lie about while several are made at once.
    `--tmpdir=${run}`,
    '--auth-root-authentication-method=normal',
    '--skip-test-db',
    '--skip-name-resolve',
  ]);
  writeFileSync(ready, '');
}

/**
 * What the database does before it lets anybody in. Its own root gets another password at every start, which nobody keeps;
 * users without a password go, also from data folders of earlier versions.
 */
function firstStatements(password) {
  const hidden = randomBytes(24).toString('hex');
  const others = [`''@'localhost'`, `'root'@'127.0.0.1'`, `'root'@'::1'`];
  const named = [os.hostname().toLowerCase()].filter((name) => /^[a-z0-9.-]+$/.test(name) && name !== 'localhost');
  for (const name of named) others.push(`''@'${name}'`, `'root'@'${name}'`);
  return [
    `CREATE USER IF NOT EXISTS 'root'@'localhost'`,
    `ALTER USER 'root'@'localhost' IDENTIFIED BY '${hidden}'`,
    `DROP USER IF EXISTS ${others.join(', ')}`,
    'CREATE DATABASE IF NOT EXISTS gorge CHARACTER SET utf8mb4 COLLATE utf8mb4_bin',
    `CREATE USER IF NOT EXISTS 'gorge'@'127.0.0.1' IDENTIFIED BY '${password}'`,
    `ALTER USER 'gorge'@'127.0.0.1' IDENTIFIED BY '${password}'`,
    `GRANT ALL ON gorge.* TO 'gorge'@'127.0.0.1'`,
  ];
}

function launch(place, { port, password, sockets }) {
  const { tables, run, pidFile, log, initFile, folder } = place;
  const output = openSync(log, 'a', 0o600);
  writeFileSync(initFile, firstStatements(password).join(';\n') + ';\n', { mode: 0o600 });
  const asUser = handOver(place, ...(sockets.startsWith(folder) ? [] : [sockets]));
  const child = spawn(
    findProgram('mariadbd'),
    [
      '--no-defaults',
      ...asUser,
      `--datadir=${tables}`,
      `--tmpdir=${run}`,
      `--socket=${path.join(sockets, 'database.sock')}`,
      `--pid-file=${pidFile}`,
      `--init-file=${initFile}`,
      '--bind-address=127.0.0.1',
      `--port=${port}`,
      '--skip-name-resolve',
      '--character-set-server=utf8mb4',
      '--collation-server=utf8mb4_bin',
      '--innodb-buffer-pool-size=64M',
      '--innodb-log-file-size=32M',
      // As every transaction of the server wants it; asking for it each time costs a round trip.
      '--transaction-isolation=READ-COMMITTED',
      '--performance-schema=OFF',
      '--max-allowed-packet=64M',
    ],
    { detached: true, stdio: ['ignore', output, output] },
  );
  child.unref();
  return child;
}

/** Whether the database of a data folder answers. */
export function answers({ port, password }) {
  const args = [
    '--no-defaults',
    '--protocol=tcp',
    '--host=127.0.0.1',
    `--port=${port}`,
    '--user=gorge',
    '--connect-timeout=2',
    'ping',
  ];
  const env = { ...process.env, MYSQL_PWD: password };
  const { status, stdout } = spawnSync(findProgram('mariadb-admin'), args, {
    encoding: 'utf8',
    env,
    timeout: 2000,
    killSignal: 'SIGKILL',
  });
  // It says that it is alive also to whom it refuses.
  return status === 0 && stdout.includes('alive');
}

/**
 * Waits until the database answers that was just begun. Another one may listen on its port, and even take its password where
 * one data folder is a copy of the other: the number that it writes down when it listens says which one it is.
 */
async function waitUntilUp(child, { log, pidFile }, access) {
  for (let waited = 0; waited < START_SECONDS * 10; waited++) {
    if (child.exitCode !== null || child.signalCode !== null) break;
    const isListening = existsSync(pidFile) && Number(readFileSync(pidFile, 'utf8')) === child.pid;
    if (isListening && answers(access)) return;
    await sleep(100);
  }
  throw new Error(
    `the database did not start; the end of its log:\n${readFileSync(log, 'utf8').split('\n').slice(-15).join('\n')}`,
  );
}

/** How to reach the database of a data folder; undefined where it was never started. */
export function databaseAccess(dataFolder) {
  const { databasePort: port, databasePassword: password } = readState(places(dataFolder).settings);
  return port && password ? { port, password } : undefined;
}

/**
 * Starts the database of a data folder, or finds it running; one that runs and does not answer is ended first. Gives `{ port }`.
 * `findPort` says which port to try, given the one wanted.
 */
export async function startDatabase(dataFolder, findPort = findFreePort) {
  const place = places(dataFolder);
  mkdirSync(dataFolder, { recursive: true });
  const known = readState(place.settings);
  if (databasePid(dataFolder)) {
    const access = databaseAccess(dataFolder);
    const deadline = Date.now() + STUCK_SECONDS * 1000;
    while (access && Date.now() < deadline) {
      if (answers(access)) return { port: access.port };
      await sleep(250);
    }
    await endProcess(databasePid(dataFolder), place.tables, STUCK_SECONDS * 1000);
  }
  initialise(place);
  for (let attempt = 1; ; attempt++) {
    try {
      return await startAt(await findPort(known.databasePort ?? FIRST_PORT), place, known);
    } catch (error) {
      // Somebody else may take a port between the look at it and the start.
      if (attempt >= MOST_PORTS || !/address already in use/i.test(error.message)) throw error;
    }
  }
}

async function startAt(port, place, known) {
  rmSync(place.pidFile, { force: true });
  const password = known.databasePassword ?? randomBytes(18).toString('hex');
  const sockets = socketFolder(place, known.socketFolder);
  writeState(place.settings, { databasePort: port, databasePassword: password, socketFolder: sockets });
  const owner = databaseOwner(place.folder);
  // The server that reads it runs as the same user.
  if (owner) chownSync(place.settings, owner.uid, owner.gid);
  const child = launch(place, { port, password, sockets });
  try {
    await waitUntilUp(child, place, { port, password });
  } finally {
    rmSync(place.initFile, { force: true });
  }
  return { port };
}

export async function stopDatabase(dataFolder) {
  const { pidFile, tables } = places(dataFolder);
  const pid = databasePid(dataFolder);
  if (pid) await endProcess(pid, tables, 30_000);
  rmSync(pidFile, { force: true });
}
