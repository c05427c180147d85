// npm stop: ends what npm start began, also what a killed starter has left behind.
import path from 'node:path';
import { PROJECT } from './build.mjs';
import { stopDatabase } from './database.mjs';
import { lockOwner } from './lock.mjs';
import { endProcess, readState, removeFile } from './processes.mjs';
import { SERVER } from './webServer.mjs';

const dataFolder = path.resolve(PROJECT, process.env.GORGE_DATA ?? '.data');
const stateFile = path.join(dataFolder, 'server.json');
const { server } = readState(stateFile);
await endProcess(lockOwner(path.join(dataFolder, 'start.lock')), 'start.mjs', 40_000);
await endProcess(server, SERVER);
await stopDatabase(dataFolder);
removeFile(stateFile);
console.log('Stopped.');
