// A fleet on this machine: a Redis of its own on loopback with a password, and a worker that computes for it.
import { spawn } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { mkdirSync, openSync } from 'node:fs';
import path from 'node:path';
import { PROJECT } from './build.mjs';
import { endProcess, findFreePort, readState, writeState } from './processes.mjs';
import { keepAlive } from './watch.mjs';

const FIRST_PORT = 36379;
const REDIS = 'redis-server';
const WORKER = path.join(PROJECT, 'bin/gorge');

/** Starts Redis on loopback. Nothing that is in it is kept: all that must not be lost lies in the database. */
export function launchRedis(folder, { port, password }) {
  const log = openSync(path.join(folder, 'queue.log'), 'a', 0o600);
  const lines = [
    'bind 127.0.0.1',
    `port ${port}`,
    `dir ${folder}`,
    'save ""',
    'appendonly no',
    `requirepass ${password}`,
  ];
  // By standard input: what is on a command line can be read by everybody.
  const redis = spawn(REDIS, ['-'], { stdio: ['pipe', log, log] });
  redis.stdin.end(lines.join('\n') + '\n');
  return redis;
}

export function queueUrl({ port, password }) {
  return `redis://:${password}@127.0.0.1:${port}`;
}

/** Starts Redis and a worker, and brings back what ends by itself; gives the address of the queue and what ends both. */
export async function startFleet(dataFolder) {
  const folder = path.join(dataFolder, 'queue');
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const file = path.join(folder, 'queue.json');
  const known = readState(file);
  const place = {
    password: known?.password ?? randomBytes(18).toString('base64url'),
    port: await findFreePort(known?.port ?? FIRST_PORT),
  };
  writeState(file, place);
  const url = queueUrl(place);
  let isEnding = false;
  const running = {};
  const keep = (name, launch) =>
    void keepAlive(
      () => new Promise((resolve) => (running[name] = launch()).on('exit', resolve).on('error', resolve)),
      () => isEnding,
      (pauseMs) => console.log(`The ${name} ended by itself; it is begun anew in ${pauseMs / 1000} s.`),
    );
  keep('queue', () => launchRedis(folder, place));
  keep('worker', () => launchWorker(url, folder));
  return {
    url,
    end: async () => {
      isEnding = true;
      // What the worker is at is handed in before the queue ends.
      await endProcess(running.worker?.pid, WORKER, 30_000);
      await endProcess(running.queue?.pid, REDIS);
    },
  };
}

function launchWorker(url, folder) {
  const log = openSync(path.join(folder, 'worker.log'), 'a', 0o600);
  const env = { ...process.env, GORGE_QUEUE: url };
  return spawn(process.execPath, [WORKER, 'worker'], { cwd: PROJECT, env, stdio: ['ignore', log, log] });
}
