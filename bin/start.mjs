// npm start: installs what is missing, starts the database, builds, serves. Ctrl-C ends everything it started.
import { mkdirSync, openSync } from 'node:fs';
import path from 'node:path';
import { ensureBundles, PROJECT } from './build.mjs';
import { startDatabase, stopDatabase } from './database.mjs';
import { ensureNpmPackages, ensurePrograms } from './install.mjs';
import {
  endProcess,
  findFreePort,
  giveUp,
  isAlive,
  isPortFree,
  readState,
  removeFile,
  writeState,
} from './processes.mjs';
import { ensureWebBuild, launchWebServer, waitUntilHealthy } from './webServer.mjs';

const FIRST_PORT = 4310;
const LOOPBACK = ['127.0.0.1', 'localhost', '::1'];

const dataFolder = path.resolve(PROJECT, process.env.GORGE_DATA ?? '.data');
const stateFile = path.join(dataFolder, 'server.json');
const host = process.env.GORGE_HOST ?? '127.0.0.1';
const wantedPort = Number(process.env.GORGE_PORT ?? FIRST_PORT);

if (!Number.isInteger(wantedPort) || wantedPort < 1 || wantedPort > 65_000)
  giveUp(
    `GORGE_PORT is ${process.env.GORGE_PORT}, which is no port.`,
    'Set a number from 1 to 65000, or leave it out.',
  );
if (!LOOPBACK.includes(host) && !process.env.GORGE_TOKEN)
  giveUp(`GORGE_HOST=${host} would let other machines in.`, 'Set GORGE_TOKEN to a secret of your own as well.');

mkdirSync(dataFolder, { recursive: true });
await refuseSecondStart();
ensureNpmPackages();
ensurePrograms('mariadbd', 'mariadb');
await startDatabase(dataFolder).catch((error) =>
  giveUp(error.message, `The database lives in ${dataFolder}/database.`),
);
await ensureBundles();
ensureWebBuild();

const port = await findFreePort(wantedPort);
if (port !== wantedPort) console.log(`Port ${wantedPort} is taken; using ${port}.`);
const logFile = path.join(dataFolder, 'server.log');
const server = launchWebServer({ host, port, dataFolder, output: openSync(logFile, 'a') });
writeState(stateFile, { starter: process.pid, server: server.pid, port });

let isEnding = false;
async function end(code) {
  if (isEnding) return;
  isEnding = true;
  await endProcess(server.pid, 'next');
  await stopDatabase(dataFolder);
  removeFile(stateFile);
  process.exit(code);
}
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void end(0));
server.on('exit', () => {
  if (isEnding) return;
  process.stderr.write(`The server ended by itself; see ${logFile}.\n`);
  void end(1);
});

if (await waitUntilHealthy(server, port))
  console.log(`\nGorge is ready: http://127.0.0.1:${port}\n(Ctrl-C or npm stop ends it; the log is ${logFile})`);
else if (!isEnding) {
  process.stderr.write(`The server did not answer; see ${logFile}.\n`);
  await end(1);
}

/** One data folder is served by one server; what a killed starter has left behind is ended first. */
async function refuseSecondStart() {
  const state = readState(stateFile);
  const isServed = isAlive(state.starter, 'start.mjs') && state.port && !(await isPortFree(state.port));
  if (isServed) {
    console.log(`Gorge is running already: http://127.0.0.1:${state.port}`);
    process.exit(0);
  }
  await endProcess(state.server, 'next');
}
