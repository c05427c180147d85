import { readFileSync } from 'node:fs';
import path from 'node:path';
import { bug, readGame } from '@/core/index';
import { countGames, importGame } from './database/games';
import { migrate } from './database/migrations';
import { writeDown } from './documents/writtenGame';
import { batchJobs } from './jobs/batchJobs';
import { startTidying } from './jobs/housekeeping';
import { log } from './log';
import { linkBook } from './people/linkBook';
import { serverMetrics } from './metrics';

/** What the server does before its first request: tables, demo, unfinished batches. */
export async function startServer(): Promise<void> {
  serverMetrics();
  await migrate();
  await linkBook().load();
  await loadDemo();
  await batchJobs().resume();
  startTidying();
  log.info('ready');
}

/** Puts the demo game on an empty shelf. A shelf with anything on it is left alone. */
async function loadDemo(): Promise<void> {
  if ((await countGames()) > 0) return;
  const file = path.join(/* turbopackIgnore: true */ process.cwd(), 'examples/kiln-yard.gorge.json');
  const read = readGame(readFileSync(file, 'utf8'));
  await importGame(writeDown(read.ok ? read.value : bug(`the demo game cannot be read: ${read.faults[0].message}`)));
}
