import cliProgress from 'cli-progress';
import {
  CONTROLS,
  describeFindings,
  describeLearning,
  describeSummary,
  controlRate,
  judgeTrust,
  mergeChunks,
  NUMBER_VERSIONS,
  playTries,
  Runner,
  sayControl,
  sayFinding,
  sayPlayedSpread,
  sayShare,
  sayVersions,
  summarise,
  writeRunCsv,
  writeRunJson,
  type ChunkResult,
  type ControlRate,
  type Learning,
  type LevelProgram,
  type Overrides,
  type StandInSummary,
  type StandInTraits,
  type Trust,
} from '@/core/index';
import { cutIntoChunks, type ChunkTask } from '@/pool/chunkTask';
import { createChunkPool } from '@/pool/chunkPool';
import { chooseLevel, findStandIns, openGame, openLevel } from '../gameFile';
import { readFrom } from '../options';
import { EXIT, printJson, printResult, writeTable } from '../output';

export interface RunOptions {
  /** May be left out where there is only one. */
  level?: string;
  standin: string;
  runs: number;
  seed: number;
  set: Overrides['knobs'];
  from?: string;
  workers: number;
  /** How often each person tries the level; 1 when nothing is learned from try to try. */
  tries: number;
  json?: boolean;
  csv?: string;
}

const CHUNK_RUNS = 25;
/** So many runs of each control stand beside those of stand-ins. */
const CONTROL_RUNS = 100;
/** So many people try a level several times at most. */
const MOST_PEOPLE = 100;

/** `gorge run GAME`: many runs of a level by stand-ins, and what they say. */
export async function run(file: string, options: RunOptions, projectFolder: string): Promise<number> {
  const opened = openGame(file);
  const levelId = chooseLevel(opened, options.level);
  const overrides: Overrides = { knobs: options.set, ...readFrom(options.from) };
  const program = openLevel(opened, levelId, overrides);
  const standIns = findStandIns(options.standin, opened);
  const tasksFor = (standInId: string, runs: number) =>
    cutIntoChunks(options.seed, runs, CHUNK_RUNS).map((chunk): ChunkTask => ({
      documentHash: opened.hash,
      game: opened.game,
      levelId,
      standInId,
      overrides,
      ...chunk,
    }));
  const tasks = [
    ...standIns.flatMap(({ id }) => tasksFor(id, options.runs)),
    ...CONTROLS.flatMap((id) => tasksFor(id, Math.min(CONTROL_RUNS, options.runs))),
  ];
  const results = await computeAll(tasks, options.workers, projectFolder);
  const chunksOf = (standInId: string) =>
    mergeChunks(results.filter((_, index) => tasks[index].standInId === standInId));
  const merged = standIns.map(({ id }) => chunksOf(id));
  const controls = CONTROLS.map((control): ControlRate => {
    return controlRate(control, summarise(chunksOf(control).rows, program));
  });
  const summaries = standIns.map((standIn, index): StandInSummary => ({
    standIn: standIn.id,
    firstSeed: options.seed,
    summary: summarise(merged[index].rows, program),
    findings: describeFindings(merged[index].notes, merged[index].rows.length),
  }));
  if (options.csv) {
    const table = standIns.map((standIn, index) =>
      writeRunCsv(standIn.id, merged[index].rows, program.ticksPerSecond, NUMBER_VERSIONS),
    );
    writeTable(
      options.csv,
      table.map((part, index) => (index === 0 ? part : part.slice(part.indexOf('\n') + 1))).join('\n'),
    );
  }
  const learning = options.tries > 1 ? standIns.map((traits) => learn(program, traits, options)) : [];
  if (options.json) await printJson(writeRunJson(levelId, summaries, controls, learning));
  else
    await printResult(
      summaries
        .map(({ standIn, summary, findings }, index) =>
          [
            ...describeSummary(summary, standIn),
            ...sayDistrust(judgeTrust(summary, findings, controls)),
            ...sayLearning(learning[index]),
            ...findings.map(sayFinding),
            `fingerprint ${summary.hash} (${sayVersions(NUMBER_VERSIONS)})\n`,
          ].join('\n'),
        )
        .join('\n') + sayControls(controls),
    );
  return EXIT.good;
}

/** Lets people try a level several times each; as many people as runs, but no more than {@link MOST_PEOPLE}. */
function learn(program: LevelProgram, traits: StandInTraits, { runs, seed, tries }: RunOptions): Learning {
  const runner = new Runner(program, { type: 'stand-in', traits });
  const people = Math.min(runs, MOST_PEOPLE);
  return describeLearning(Array.from({ length: people }, (_, person) => playTries(runner, seed + person, tries)));
}

function sayLearning(learning: Learning | undefined): string[] {
  if (!learning) return [];
  const rates = learning.byTry.map((share, index) => `try ${index + 1} ${sayShare(share)}`);
  const half = learning.medianFirstClear;
  return [
    `Of ${learning.people} people who keep in mind what they saw: ${rates.join(', ')}; ${
      half === undefined ? 'fewer than half ever clear it' : `half of them have cleared it by try ${half}`
    }.`,
  ];
}

function sayDistrust({ isTrusted, reasons }: Trust): string[] {
  return isTrusted ? [] : [`Not to be trusted here: ${reasons.join('; ')}.`];
}

function sayControls(controls: readonly ControlRate[]): string {
  const rates = controls.map(
    (own) => `${sayControl(own)} ${own.played ? sayPlayedSpread(own.played) : sayShare(own.clearRate)}`,
  );
  return `\nWithout playing: ${rates.join(', ')} (${controls[0].runs} runs each).\n`;
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
