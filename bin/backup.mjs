// `gorge backup` and `gorge restore`: a whole data folder as one file, taken while it runs, checked whenever it is read.
import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
  createReadStream,
  createWriteStream,
  existsSync,
  mkdtempSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { createGunzip, createGzip } from 'node:zlib';
import { databaseAccess, databasePid, startDatabase, stopDatabase } from './database.mjs';
import { ensurePrograms } from './install.mjs';
import { lockOwner } from './lock.mjs';
import { findProgram, isAlive } from './processes.mjs';

/** The first line of a backup, before what is packed. */
const FORMAT = 'gorge-backup';
const VERSION = 1;
const TABLES = ['games', 'revisions', 'saves', 'batches', 'arms', 'chunks', 'runs'];
const MOST_HEAD_BYTES = 4096;

/** A fault that the user can do something about. */
export class BackupFault extends Error {
  constructor(message, hint) {
    super(message);
    this.hint = hint;
  }
}

/** Arguments by which the database's own programs reach it; the password stands in a file that only its owner reads. */
function withAccess({ port, password }, work) {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'gorge-'));
  const file = path.join(folder, 'access.cnf');
  writeFileSync(file, `[client]\nuser=gorge\npassword=${password}\nhost=127.0.0.1\nport=${port}\nprotocol=tcp\n`, {
    mode: 0o600,
  });
  return work([`--defaults-file=${file}`]).finally(() => rmSync(folder, { recursive: true, force: true }));
}

/** Runs a program with streams at both ends; fails with what it said. */
async function run(program, args, input, output) {
  const child = spawn(findProgram(program), args, { stdio: ['pipe', 'pipe', 'pipe'] });
  let said = '';
  child.stderr.on('data', (part) => (said += part));
  const ended = new Promise((resolve, reject) => {
    child.on('error', reject);
    child.on('close', resolve);
  });
  const flows = [
    input ? pipeline(input, child.stdin) : child.stdin.end(),
    output ? pipeline(child.stdout, ...output) : child.stdout.resume(),
  ];
  const [code, ...failures] = await Promise.all([
    ended,
    ...flows.map((flow) => Promise.resolve(flow).catch((error) => error)),
  ]);
  const failure = failures.find((error) => error instanceof Error);
  if (code !== 0) throw new Error(`${program} failed: ${said.trim()}`);
  if (failure) throw failure;
}

async function queryRows(access, statement) {
  let text = '';
  const collect = new Transform({ transform: (part, _encoding, done) => ((text += part), done()) });
  await withAccess(access, (reach) =>
    run('mariadb', [...reach, '--batch', '--skip-column-names', 'gorge', '-e', statement], undefined, [collect]),
  );
  return text
    .trim()
    .split('\n')
    .filter(Boolean)
    .map((line) => line.split('\t'));
}

/** How many rows each table has; earlier versions have fewer tables. */
async function countRows(access) {
  const there = await queryRows(
    access,
    "SELECT table_name FROM information_schema.tables WHERE table_schema = 'gorge'",
  );
  const present = TABLES.filter((table) => there.some(([name]) => name === table));
  const counts = present.map((table) => `SELECT '${table}', count(*) FROM ${table}`).join(' UNION ALL ');
  return Object.fromEntries((await queryRows(access, counts)).map(([table, rows]) => [table, Number(rows)]));
}

/** Counts and hashes what flows through. */
function measured() {
  const hash = createHash('sha256');
  const flow = new Transform({
    transform(part, _encoding, done) {
      hash.update(part);
      flow.bytes += part.length;
      done(undefined, part);
    },
  });
  flow.bytes = 0;
  flow.digest = () => hash.digest('hex');
  return flow;
}

/**
 * Writes a backup of a data folder, whose server may go on meanwhile: the state of one moment. It is read again before it is
 * said to be there. Gives what is in it.
 */
export async function backUp(dataFolder, file) {
  ensurePrograms('mariadbd', 'mariadb');
  if (!existsSync(path.join(dataFolder, 'database.json')))
    throw new BackupFault(`There are no data in ${dataFolder}.`, 'Set GORGE_DATA to the data folder that is meant.');
  if (existsSync(file)) throw new BackupFault(`${file} is there already.`, 'Name another file, or move it away.');
  const wasRunning = databasePid(dataFolder) !== undefined;
  await startDatabase(dataFolder);
  const access = databaseAccess(dataFolder);
  const packed = `${file}.part`;
  try {
    const content = measured();
    const args = ['--single-transaction', '--quick', '--skip-comments', '--no-tablespaces', '--hex-blob', 'gorge'];
    await withAccess(access, (reach) =>
      run('mariadb-dump', [...reach, ...args], undefined, [
        content,
        createGzip(),
        createWriteStream(packed, { mode: 0o600 }),
      ]),
    );
    const head = {
      format: FORMAT,
      version: VERSION,
      madeAt: new Date().toISOString(),
      bytes: content.bytes,
      sha256: content.digest(),
    };
    await pipeline(
      prefixed(JSON.stringify(head) + '\n', createReadStream(packed)),
      createWriteStream(`${file}.whole`, { mode: 0o600 }),
    );
    renameSync(`${file}.whole`, file);
    await readBackup(file);
    return { ...head, rows: await countRows(access), fileBytes: statSync(file).size };
  } catch (error) {
    rmSync(file, { force: true });
    throw error;
  } finally {
    rmSync(packed, { force: true });
    rmSync(`${file}.whole`, { force: true });
    if (!wasRunning) await stopDatabase(dataFolder);
  }
}

async function* prefixed(head, rest) {
  yield Buffer.from(head);
  yield* rest;
}

/** Reads a backup from end to end; gives its head and where it begins, or says what is wrong with it. */
async function readBackup(file, ...onward) {
  if (!existsSync(file))
    throw new BackupFault(`There is no file ${file}.`, 'Name a file that `gorge backup` has written.');
  const { head, headBytes } = await readHead(file);
  const content = measured();
  const unpacked = [createReadStream(file, { start: headBytes }), createGunzip(), content];
  try {
    await pipeline(...unpacked, ...(onward.length > 0 ? onward : [sink()]));
  } catch (error) {
    if (error.code?.startsWith('Z_') || error.code === 'ERR_STREAM_PREMATURE_CLOSE') throw damaged(file);
    throw error;
  }
  if (content.bytes !== head.bytes || content.digest() !== head.sha256) throw damaged(file);
  return head;
}

const sink = () => new Transform({ transform: (_part, _encoding, done) => done() });

const damaged = (file) => new BackupFault(`${file} is damaged or cut off.`, 'Use another backup; nothing was changed.');

async function readHead(file) {
  const notOne = new BackupFault(`${file} is no backup of Gorge.`, 'Name a file that `gorge backup` has written.');
  const beginning = await firstBytes(file);
  const end = beginning.indexOf('\n');
  if (end < 0) throw notOne;
  let head;
  try {
    head = JSON.parse(beginning.subarray(0, end).toString('utf8'));
  } catch {
    throw notOne;
  }
  if (head?.format !== FORMAT) throw notOne;
  if (head.version > VERSION) throw new BackupFault(`${file} was made by a newer Gorge.`, 'Restore it with that one.');
  return { head, headBytes: end + 1 };
}

async function firstBytes(file) {
  const parts = [];
  for await (const part of createReadStream(file, { end: MOST_HEAD_BYTES })) parts.push(part);
  return Buffer.concat(parts);
}

/**
 * Makes a data folder of a backup. The whole backup is checked before anything is touched. A folder with data in it is left
 * alone unless `replaces`; then its database is moved aside and stays. Gives what came in.
 */
export async function restore(file, dataFolder, { replaces = false } = {}) {
  ensurePrograms('mariadbd', 'mariadb');
  await readBackup(file);
  const owner = lockOwner(path.join(dataFolder, 'start.lock'));
  if (owner !== undefined && isAlive(owner, 'start.mjs'))
    throw new BackupFault(
      `The server of ${dataFolder} is running.`,
      'End it with npm stop first; nothing was changed.',
    );
  const database = path.join(dataFolder, 'database');
  let aside;
  if (existsSync(database)) {
    if (!replaces)
      throw new BackupFault(
        `There are data in ${dataFolder}.`,
        'Set GORGE_DATA to an empty folder, or add --replace: what is there is moved aside and stays.',
      );
    await stopDatabase(dataFolder);
    aside = `${database}-before-${new Date().toISOString().replaceAll(/[:.]/g, '-')}`;
    renameSync(database, aside);
  }
  try {
    await startDatabase(dataFolder);
    const access = databaseAccess(dataFolder);
    await withAccess(access, async (reach) => {
      const input = new Transform({ transform: (part, _encoding, done) => done(undefined, part) });
      const reading = readBackup(file, input);
      reading.catch((error) => input.destroy(error));
      await run('mariadb', [...reach, 'gorge'], input);
      await reading;
    });
    const rows = await countRows(access).catch(() => ({}));
    return { rows, aside };
  } catch (error) {
    await stopDatabase(dataFolder);
    rmSync(database, { recursive: true, force: true });
    if (aside) renameSync(aside, database);
    throw error;
  } finally {
    await stopDatabase(dataFolder);
  }
}
