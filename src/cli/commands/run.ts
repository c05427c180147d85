import {
  checkArmList,
  CONTROL_RUNS,
  controlArms,
  controlRate,
  describeLearning,
  describeSummary,
  figuresOf,
  judgeBrief,
  judgeTrust,
  mergeChunks,
  nameArm,
  NUMBER_VERSIONS,
  playTries,
  sayBriefLine,
  sayBriefVerdict,
  Runner,
  sayControl,
  sayFinding,
  sayPlayedSpread,
  sayShare,
  sayVersions,
  settingOf,
  summaryOf,
  writeRunCsv,
  writeRunJson,
  type Arm,
  type ArmSummary,
  type ChunkResult,
  type ControlRate,
  type Learning,
  type LevelProgram,
  type NumberOverride,
  type PlayTask,
  type StandInTraits,
  type Trust,
} from '@/core/index';
import { cutIntoChunks } from '@/queue/chunkTask';
import { chooseLevel, findStandIns, openGame, openLevel, readFrom, readSettings, type GameFile } from '../gameFile';
import type { WrittenArm } from '../options';
import { CommandFault, EXIT, printJson, printResult, writeTable } from '../output';
import { openBar, withPool } from '../playPool';

export interface RunOptions {
  /** May be left out where there is only one. */
  level?: string;
  standin: string;
  runs: number;
  seed: number;
  /** Of all arms. */
  set: NumberOverride[];
  /** Instead of the stand-in. */
  arm: WrittenArm[];
  from?: string;
  workers: number;
  /** Of the machines that make the runs; threads of this one where left out. */
  queue?: string;
  /** How often each person tries the level; 1 when nothing is learned from try to try. */
  tries: number;
  json?: boolean;
  csv?: string;
}

/** So many people try a level several times at most. */
const MOST_PEOPLE = 100;

/** An arm with its level as a program. */
interface OpenArm extends Arm {
  program: LevelProgram;
  traits: StandInTraits;
}

/** `gorge run GAME`: many runs of one or more arms on the same seeds, and what they say. */
export async function run(file: string, options: RunOptions, projectFolder: string): Promise<number> {
  const opened = openGame(file);
  const arms = openArms(opened, options);
  const chunks = await computeAll(opened, arms, options, projectFolder);
  const results = arms.map((arm) => {
    const brief = opened.game.levels.find(({ id }) => id === arm.levelId)?.brief;
    return { ...summariseArm(arm, arms, chunks, options), brief };
  });
  if (options.csv) writeTable(options.csv, tableOf(arms, chunks));
  if (options.json) await printJson(writeRunJson(results));
  else await printResult(sayResults(results));
  return EXIT.good;
}

/** The arms that are asked for, each compiled; what is set for all goes before what an arm sets. */
function openArms(opened: GameFile, options: RunOptions): OpenArm[] {
  const written: readonly WrittenArm[] =
    options.arm.length > 0
      ? options.arm
      : findStandIns(options.standin, opened).map(({ id }) => ({ standIn: id, level: undefined, set: [] }));
  const arms = written.flatMap(({ standIn, level, set }) =>
    findStandIns(standIn, opened).map((traits) => {
      const levelId = chooseLevel(opened, level ?? options.level);
      const overrides = { ...readSettings(opened, levelId, [...options.set, ...set]), ...readFrom(options.from) };
      return { standInId: traits.id, levelId, overrides, traits };
    }),
  );
  const [fault] = checkArmList(arms.map(({ standInId, levelId, overrides }) => ({ standInId, levelId, overrides })));
  if (fault) throw new CommandFault(fault.message, fault.hint);
  const programs = new Map<string, LevelProgram>();
  return arms.map((arm) => {
    const key = settingOf(arm);
    const program = programs.get(key) ?? openLevel(opened, arm.levelId, arm.overrides);
    programs.set(key, program);
    return { ...arm, program };
  });
}

/** Finished chunks of arms and controls, by who plays in which setting. */
type Chunks = ReadonlyMap<string, ChunkResult>;

function keyOf(arm: Arm): string {
  return `${arm.standInId} ${settingOf(arm)}`;
}

/** Runs of an arm, as they are cut out of the whole. */
interface ArmTask extends PlayTask {
  arm: Arm;
}

/** Computes all chunks of all arms and of the controls beside them. */
async function computeAll(
  opened: GameFile,
  arms: readonly OpenArm[],
  { runs, seed, workers, queue }: RunOptions,
  projectFolder: string,
): Promise<Chunks> {
  const tasksOf = (arm: Arm, count: number): ArmTask[] =>
    cutIntoChunks(seed, count).map((range) => ({ arm, standInId: arm.standInId, overrides: arm.overrides, ...range }));
  const controls = controlArms(arms);
  const tasks = [
    ...arms.flatMap((arm) => tasksOf(arm, runs)),
    ...controls.flatMap((arm) => tasksOf(arm, Math.min(CONTROL_RUNS, runs))),
  ];
  const bar = openBar(tasks.reduce((sum, task) => sum + task.count, 0));
  try {
    const results = await withPool(opened, { workers, queue, projectFolder }, (play) =>
      Promise.all(
        tasks.map(async (task) => {
          const result = await play(task.arm.levelId, task);
          bar?.increment(task.count);
          return result;
        }),
      ),
    );
    const joined = [...arms, ...controls].map((arm): [string, ChunkResult] => {
      const own = results.filter((_, index) => keyOf(tasks[index].arm) === keyOf(arm));
      return [keyOf(arm), mergeChunks(own)];
    });
    return new Map(joined);
  } finally {
    bar?.stop();
  }
}

function summariseArm(arm: OpenArm, arms: readonly OpenArm[], chunks: Chunks, options: RunOptions): ArmSummary {
  const { program, traits, standInId, levelId, overrides } = arm;
  const controls = controlArms([arm]).map((control): ControlRate => {
    const { sums } = chunks.get(keyOf(control))!;
    return controlRate(control.standInId as ControlRate['control'], summaryOf(sums, program));
  });
  return {
    arm: { standInId, levelId, overrides },
    name: nameArm(arm, arms),
    firstSeed: options.seed,
    summary: summaryOf(chunks.get(keyOf(arm))!.sums, program),
    controls,
    learning: options.tries > 1 ? learn(program, traits, options) : undefined,
  };
}

function tableOf(arms: readonly OpenArm[], chunks: Chunks): string {
  return arms
    .map((arm, index) => {
      const { standInId, levelId, program } = arm;
      const { ticksPerSecond } = program;
      const head = { arm: nameArm(arm, arms), standIn: standInId, level: levelId, ticksPerSecond };
      const { rows } = chunks.get(keyOf(arm))!;
      return writeRunCsv({ ...head, versions: NUMBER_VERSIONS }, rows, { header: index === 0 });
    })
    .join('\n');
}

/** Lets people try a level several times each; as many people as runs, but no more than {@link MOST_PEOPLE}. */
function learn(program: LevelProgram, traits: StandInTraits, { runs, seed, tries }: RunOptions): Learning {
  const runner = new Runner(program, { type: 'stand-in', traits });
  const people = Math.min(runs, MOST_PEOPLE);
  return describeLearning(Array.from({ length: people }, (_, person) => playTries(runner, seed + person, tries)));
}

/** Arm by arm; what nobody playing comes to stands behind the last arm of each setting. */
function sayResults(results: readonly ArmSummary[]): string {
  return results
    .map((result, index) => {
      const next = results.at(index + 1);
      const isLast = !next || settingOf(next.arm) !== settingOf(result.arm);
      return sayArm(result, results.length > 1) + (isLast ? `\n${sayControls(result.controls)}` : '');
    })
    .join('\n');
}

/** What the sentences have told already. */
const TOLD_IN_SENTENCES: ReadonlySet<string> = new Set(['clearRate', 'timeToClear', 'boxOnly', 'nearMisses']);

function sayArm({ arm, name, summary, controls, learning, brief }: ArmSummary, isOneOfSeveral: boolean): string {
  return [
    ...(isOneOfSeveral && name !== arm.standInId ? [`${name}:`] : []),
    ...describeSummary(summary, arm.standInId),
    ...sayDistrust(judgeTrust(summary, summary.findings, controls)),
    ...sayLearning(learning),
    ...judgeBrief(brief, arm.standInId, summary).map(
      (verdict) => `Brief: ${sayBriefLine(verdict.line, arm.standInId)}: ${sayBriefVerdict(verdict)}.`,
    ),
    ...figuresOf(summary)
      .filter(({ id }) => !TOLD_IN_SENTENCES.has(id))
      .map(({ name: measure, text }) => `  ${measure}: ${text}`),
    ...summary.findings.map(sayFinding),
    `fingerprint ${summary.hash} (${sayVersions(NUMBER_VERSIONS)})\n`,
  ].join('\n');
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
  return `Without playing: ${rates.join(', ')} (${controls[0].runs} runs each).\n`;
}
