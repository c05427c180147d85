import { writeFileSync } from 'node:fs';
import cliProgress from 'cli-progress';
import {
  describeFindings,
  describeSummary,
  mergeChunks,
  sayFinding,
  summarise,
  writeRunCsv,
  writeRunJson,
  type ChunkResult,
  type Overrides,
  type StandInSummary,
} from '@/core/index';
import { cutIntoChunks, type ChunkTask } from '@/pool/chunkTask';
import { createChunkPool } from '@/pool/chunkPool';
import { findStandIns, openGame, openLevel } from '../gameFile';
import { readFrom } from '../options';
import { CommandFault, EXIT, printJson, printResult } from '../output';

export interface RunOptions {
  level: string;
  standin: string;
  runs: number;
  seed: number;
  set: Overrides['knobs'];
  from?: string;
  workers: number;
  json?: boolean;
  csv?: string;
}

const CHUNK_RUNS = 25;

/** `gorge run GAME`: many runs of a level by stand-ins, and what they say. */
export async function run(file: string, options: RunOptions, projectFolder: string): Promise<number> {
  const opened = openGame(file);
  const overrides: Overrides = { knobs: options.set, ...readFrom(options.from) };
  const program = openLevel(opened, options.level, overrides);
  const standIns = findStandIns(options.standin);
  const tasks = standIns.flatMap((standIn) =>
    cutIntoChunks(options.seed, options.runs, CHUNK_RUNS).map((chunk): ChunkTask => ({
      documentHash: opened.hash,
      game: opened.game,
      levelId: options.level,
      standInId: standIn.id,
      overrides,
      ...chunk,
    })),
  );
  const results = await computeAll(tasks, options.workers, projectFolder);
  const merged = standIns.map((standIn) =>
    mergeChunks(results.filter((_, index) => tasks[index].standInId === standIn.id)),
  );
  const summaries = standIns.map((standIn, index): StandInSummary => ({
    standIn: standIn.id,
    firstSeed: options.seed,
    summary: summarise(merged[index].rows, program),
    findings: describeFindings(merged[index].notes, merged[index].rows.length),
  }));
  if (options.csv) {
    const table = standIns.map((standIn, index) => writeRunCsv(standIn.id, merged[index].rows, program.ticksPerSecond));
    writeCsv(
      options.csv,
      table.map((part, index) => (index === 0 ? part : part.slice(part.indexOf('\n') + 1))).join('\n'),
    );
  }
  if (options.json) await printJson(writeRunJson(options.level, summaries));
  else
    await printResult(
      summaries
        .map(({ standIn, summary, findings }) =>
          [...describeSummary(summary, standIn), ...findings.map(sayFinding), `fingerprint ${summary.hash}\n`].join(
            '\n',
          ),
        )
        .join('\n'),
    );
  return EXIT.good;
}

async function computeAll(tasks: ChunkTask[], workers: number, projectFolder: string): Promise<ChunkResult[]> {
  const pool = createChunkPool(workers, projectFolder);
  const bar = process.stderr.isTTY
    ? new cliProgress.SingleBar({
        format: '{bar} {value} of {total} runs',
        stream: process.stderr,
        clearOnComplete: true,
      })
    : undefined;
  bar?.start(
    tasks.reduce((sum, task) => sum + task.count, 0),
    0,
  );
  try {
    return await Promise.all(
      tasks.map(async (task) => {
        const result = await pool.run(task);
        bar?.increment(task.count);
        return result;
      }),
    );
  } finally {
    bar?.stop();
    await pool.destroy();
  }
}

function writeCsv(file: string, text: string): void {
  try {
    writeFileSync(file, text + '\n');
  } catch {
    throw new CommandFault(`${file} cannot be written.`, 'Name a file in a folder that exists and may be written.');
  }
}
