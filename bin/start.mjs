// npm start: installs what is missing, starts the database, builds, serves on loopback, and brings back what ends by itself.
import { mkdirSync, openSync } from 'node:fs';
import path from 'node:path';
import { inAddress, isLoopback, reachable } from './addresses.mjs';
import { ensureBundles, PROJECT } from './build.mjs';
import { answers, databaseAccess, databasePid, startDatabase, stopDatabase } from './database.mjs';
import { startFleet } from './fleet.mjs';
import { ensureNpmPackages, ensurePrograms } from './install.mjs';
import { releaseLock, takeLock } from './lock.mjs';
import { rotateLog } from './logFile.mjs';
import { endProcess, findFreePort, giveUp, readState, removeFile, sleep, writeState } from './processes.mjs';
import { keepAlive } from './watch.mjs';
import { ensureWebBuild, isHealthy, launchWebServer, SERVER, waitUntilHealthy } from './webServer.mjs';

const FIRST_PORT = 4310;
/** How often server and database are looked at. */
const LOOK_MS = 2000;
/** So many looks in a row without an answer, and the server is begun anew. */
const MOST_SILENT_LOOKS = 15;
/** The database is asked after so many looks, and begun anew when it has not answered so often. */
const LOOKS_A_PING = 30;
const MOST_SILENT_PINGS = 3;
/** So long another start may take to be ready. */
const OTHER_START_SECONDS = 180;

const dataFolder = path.resolve(PROJECT, process.env.GORGE_DATA ?? '.data');
const stateFile = path.join(dataFolder, 'server.json');
const lockFile = path.join(dataFolder, 'start.lock');
const logFile = path.join(dataFolder, 'server.log');
const host = process.env.GORGE_HOST ?? '127.0.0.1';
const wantedPort = Number(process.env.GORGE_PORT ?? FIRST_PORT);
if (!Number.isInteger(wantedPort) || wantedPort < 1 || wantedPort > 65_000)
  giveUp(
    `GORGE_PORT is ${process.env.GORGE_PORT}, which is no port.`,
    'Set a number from 1 to 65000, or leave it out.',
  );
if (!isLoopback(host) && !process.env.GORGE_TOKEN)
  giveUp(`GORGE_HOST=${host} would let other machines in.`, 'Set GORGE_TOKEN to a secret of your own as well.');

/** Whether runs are made by the machines of a queue, of which this one starts the first. */
const isFleet = process.argv.includes('--fleet');
let isEnding = false;
let server;
let fleet;
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void end(0));

mkdirSync(dataFolder, { recursive: true });
await becomeTheOnlyStarter();
await endLeftServer();
ensureNpmPackages();
ensurePrograms('mariadbd', 'mariadb', ...(isFleet ? ['redis-server'] : []));
await startDatabase(dataFolder).catch((error) =>
  giveUp(error.message, `The database lives in ${dataFolder}/database.`),
);
try {
  await ensureBundles();
  ensureWebBuild();
} catch (error) {
  await stopDatabase(dataFolder);
  releaseLock(lockFile);
  giveUp(error.message, 'Remove the folders .next and dist and start again; if it happens again, run npm ci.');
}

if (isFleet) {
  fleet = await startFleet(dataFolder);
  process.env.GORGE_QUEUE = fleet.url;
  console.log(
    `Runs are made by a queue and its machines; its address is in ${path.join(dataFolder, 'queue/queue.json')}.`,
  );
}
const port = await findFreePort(wantedPort, host);
if (port !== wantedPort) console.log(`Port ${wantedPort} is taken; using ${port}.`);
const address = `http://${inAddress(host)}:${port}`;
let hasBeenReady = false;
void watchDatabase();
await keepAlive(
  serve,
  () => isEnding,
  (pauseMs, failure) => {
    if (!hasBeenReady) {
      process.stderr.write(`The server did not start; see ${logFile}.\n`);
      void end(1);
      return;
    }
    const why = failure ? `: ${failure.message}` : '';
    console.log(`The server ended by itself${why}; it is begun anew in ${pauseMs / 1000} s. See ${logFile}.`);
  },
);

/** Runs the server until it ends, or until it has not answered for a while and is ended. */
async function serve() {
  rotateLog(logFile);
  server = launchWebServer({ host, port, dataFolder, output: openSync(logFile, 'a', 0o600) });
  writeState(stateFile, { starter: process.pid, server: server.pid, port, host });
  const ended = new Promise((resolve) => server.on('exit', resolve));
  const isUp = await waitUntilHealthy(server, `http://${reachable(host)}:${port}`);
  if (!isUp) {
    await endProcess(server.pid, SERVER);
    return;
  }
  writeState(stateFile, { starter: process.pid, server: server.pid, port, host, address });
  if (!hasBeenReady) console.log(`\nGorge is ready: ${address}\n(Ctrl-C or npm stop ends it; the log is ${logFile})`);
  else console.log('The server is back.');
  hasBeenReady = true;
  await Promise.race([ended, silence(server)]);
  if (!isEnding) await endProcess(server.pid, SERVER);
}

/** Resolves when the server has not answered at all for a while; that its database is away is an answer. */
async function silence(watched) {
  let silentLooks = 0;
  while (silentLooks < MOST_SILENT_LOOKS && watched === server && !isEnding) {
    await sleep(LOOK_MS);
    rotateLog(logFile);
    const status = await isHealthy(`http://${reachable(host)}:${port}`);
    silentLooks = status === undefined ? silentLooks + 1 : 0;
  }
}

/** Brings the database back whenever it has ended. */
async function watchDatabase() {
  await keepAlive(
    async () => {
      await startDatabase(dataFolder);
      let silentPings = 0;
      for (let look = 1; !isEnding && databasePid(dataFolder) && silentPings < MOST_SILENT_PINGS; look++) {
        await sleep(LOOK_MS / 4);
        if (look % LOOKS_A_PING > 0) continue;
        const access = databaseAccess(dataFolder);
        silentPings = access && answers(access) ? 0 : silentPings + 1;
      }
    },
    () => isEnding,
    (pauseMs, failure) => {
      const why = failure ? `: ${failure.message}` : '';
      console.log(`The database ended by itself${why}; it is begun anew in ${pauseMs / 1000} s.`);
    },
  );
}

async function end(code) {
  if (isEnding) return;
  isEnding = true;
  if (server) await endProcess(server.pid, SERVER);
  await fleet?.end();
  await stopDatabase(dataFolder);
  removeFile(stateFile);
  releaseLock(lockFile);
  process.exit(code);
}

/** One data folder is served by one starter. Where another one is and works, this one says so and ends. */
async function becomeTheOnlyStarter() {
  for (let other = takeLock(lockFile, 'start.mjs'); other !== undefined; other = takeLock(lockFile, 'start.mjs')) {
    const running = await waitForOther(other);
    if (running) {
      console.log(`Gorge is running already: ${running}`);
      process.exit(0);
    }
    console.log('Another start is there but does not get ready; it is ended, and this one goes on.');
    await endProcess(other, 'start.mjs', 40_000);
  }
}

/** The address at which another starter serves once it does; undefined when it does not get so far. */
async function waitForOther(other) {
  for (let waited = 0; waited < OTHER_START_SECONDS; waited++) {
    const state = readState(stateFile);
    const isOwn = state.starter === other && state.address;
    const access = databaseAccess(dataFolder);
    if (isOwn && access && (await isHealthy(state.address)) && answers(access)) return state.address;
    try {
      process.kill(other, 0);
    } catch {
      return undefined;
    }
    await sleep(1000);
  }
  return undefined;
}

/** What a killed starter has left behind is ended. */
async function endLeftServer() {
  const { server: left } = readState(stateFile);
  await endProcess(left, SERVER);
}
