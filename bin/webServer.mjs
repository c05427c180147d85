// Builds and runs the web server.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { PROJECT, stampOf } from './build.mjs';
import { databaseOwner } from './database.mjs';
import { runQuietly, sleep } from './processes.mjs';

const NEXT = path.join(PROJECT, 'node_modules/next/dist/bin/next');
/** Its name is looked for in the command lines of processes, so that a reused number is not taken for ours. */
export const SERVER = path.join(PROJECT, 'bin/serve.mjs');
const STAMP = path.join(PROJECT, '.next/gorge-stamp.txt');
const SOURCES = ['src', 'next.config.ts', 'package-lock.json', 'bin/webServer.mjs'];

/** Builds the pages when a source is newer than the last finished build. */
export function ensureWebBuild() {
  const stamp = stampOf(SOURCES);
  if (existsSync(STAMP) && readFileSync(STAMP, 'utf8') === stamp) return;
  console.log('Building the pages (about a minute) …');
  runQuietly(process.execPath, [NEXT, 'build'], {
    cwd: PROJECT,
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1', NODE_ENV: 'production' },
  });
  writeFileSync(STAMP, stamp);
}

/** Whom the server runs as: when root starts it, the user of the database, as long as that user may read what is served. */
function serverOwner(dataFolder) {
  const owner = databaseOwner(path.join(dataFolder, 'database'));
  if (!owner) return {};
  const served = [
    SERVER,
    process.execPath,
    path.join(PROJECT, '.next/BUILD_ID'),
    path.join(dataFolder, 'database.json'),
  ];
  const mayRead = served.every((file) => spawnSync('test', ['-r', file], owner).status === 0);
  return mayRead ? owner : {};
}

/** Lets the server write where numbers are kept, also when root has begun with that; says who it runs as. */
function openNumbers(dataFolder, owner) {
  const numbers = path.join(dataFolder, 'numbers');
  mkdirSync(numbers, { recursive: true });
  if (owner.uid !== undefined) runQuietly('chown', ['-R', `${owner.uid}:${owner.gid}`, numbers]);
  return owner;
}

/** Starts the server process; its log goes to the given stream or descriptor. */
export function launchWebServer({ host, port, dataFolder, output }) {
  return spawn(process.execPath, [SERVER], {
    ...openNumbers(dataFolder, serverOwner(dataFolder)),
    cwd: PROJECT,
    env: {
      ...process.env,
      GORGE_DATA: dataFolder,
      GORGE_HOST: host,
      GORGE_PORT: String(port),
      NEXT_TELEMETRY_DISABLED: '1',
      NODE_ENV: 'production',
    },
    stdio: ['ignore', output, output],
  });
}

/** What the server says of itself: true, false (the database is away), or undefined when it does not answer at all. */
export async function isHealthy(address) {
  try {
    const reply = await fetch(`${address}/api/health`, { signal: AbortSignal.timeout(10_000) });
    // With a token set, the refusal is an answer too.
    return reply.ok || reply.status === 401;
  } catch {
    return undefined;
  }
}

/** Waits until server and database answer; false when the process ended or time is up. */
export async function waitUntilHealthy(child, address, seconds = 60) {
  for (let waited = 0; waited < seconds * 10; waited++) {
    if (child.exitCode !== null || child.signalCode !== null) return false;
    if (await isHealthy(address)) return true;
    await sleep(100);
  }
  return false;
}
