import {
  BriefTrial,
  checkGame,
  CourseTrial,
  gateBrief,
  gateCourse,
  gateDocument,
  gateProof,
  gateSavedChecks,
  isOpenGate,
  measuredLevelOf,
  NO_OVERRIDES,
  needsProof,
  NUMBER_VERSIONS,
  playSavedChecks,
  Prover,
  sayProof,
  writeJunitXml,
  type GateLine,
  type Proof,
} from '@/core/index';
import { openGame, openLevel, type GameFile } from '../gameFile';
import { EXIT, printJson, printResult, writeTable } from '../output';
import { carryOutInThreads } from '../playPool';

export interface GateOptions {
  /** All levels where it is left out. */
  level?: string;
  runs: number;
  seed: number;
  prove?: boolean;
  strict?: boolean;
  workers: number;
  /** Of the machines that make the runs; threads of this one where left out. */
  queue?: string;
  junit?: string;
  json?: boolean;
}

/** So many people go along a course. */
const COURSE_PEOPLE = 200;
/** A proof looks at so many moments at most. */
const PROOF_MOMENTS = 40_000;

/** `gorge gate GAME`: whether a game is what it is meant to be: document, saved checks, briefs and, if asked for, proofs. */
export async function gate(file: string, options: GateOptions, projectFolder: string): Promise<number> {
  const opened = openGame(file);
  const { game } = opened;
  const levels = options.level === undefined ? game.levels.map(({ id }) => id) : [options.level];
  // A level that is not there, or cannot be run, ends it before anything is played.
  if (options.level !== undefined) openLevel(opened, options.level, NO_OVERRIDES);
  const lines = gateDocument(checkGame(game, options.level));
  if (lines.every(({ stands }) => stands !== 'bad'))
    for (const level of levels) lines.push(...(await gateLevel(opened, level, options, projectFolder)));
  if (options.level === undefined && lines.every(({ about, stands }) => about !== 'document' || stands !== 'bad'))
    lines.push(...(await gateWholeCourse(opened, options, projectFolder)));
  const isOpen = isOpenGate(lines, options.strict === true);
  if (options.junit) writeTable(options.junit, writeJunitXml(game.id, lines).trimEnd());
  if (options.json)
    await printJson({
      version: 1,
      engine: NUMBER_VERSIONS.engine,
      standins_version: NUMBER_VERSIONS.standIns,
      game: game.id,
      open: isOpen,
      lines,
    });
  else await printResult(say(lines, isOpen));
  return isOpen ? EXIT.good : EXIT.no;
}

async function gateLevel(
  opened: GameFile,
  levelId: string,
  { runs, seed, workers, queue, prove }: GateOptions,
  projectFolder: string,
): Promise<GateLine[]> {
  const { game } = opened;
  const lines = gateSavedChecks(game, playSavedChecks(game, levelId));
  const brief = game.levels.find(({ id }) => id === levelId)!.brief ?? [];
  const { ticksPerSecond } = game.levels.find(({ id }) => id === levelId)!;
  // A brief may ask how far the quickest way lies below what people take.
  const proof = prove || brief.some(needsProof) ? proveLevel(opened, levelId, seed) : undefined;
  if (brief.length > 0) {
    const provedSeconds = proof?.witness && proof.witness.ticks / ticksPerSecond;
    const trial = new BriefTrial(brief, measuredLevelOf(game, levelId), runs, seed, provedSeconds);
    await carryOutInThreads(opened, levelId, trial, trial.runsWanted, { workers, queue, projectFolder });
    lines.push(...gateBrief(game, levelId, trial));
  }
  if (proof) lines.push(gateProof(levelId, proof, sayProof(proof, ticksPerSecond, undefined)[0]));
  return lines;
}

function proveLevel(opened: GameFile, levelId: string, seed: number): Proof {
  const prover = new Prover(openLevel(opened, levelId, NO_OVERRIDES), seed, PROOF_MOMENTS);
  while (prover.work().status === 'searching');
  return prover.proof;
}

/** How the brief of the course stands, for everybody of whom it speaks. */
async function gateWholeCourse(
  opened: GameFile,
  { seed, workers, queue }: GateOptions,
  projectFolder: string,
): Promise<GateLine[]> {
  const lines: GateLine[] = [];
  for (const standIn of new Set((opened.game.courseBrief ?? []).map((line) => line.standIn))) {
    const plan = new CourseTrial(opened.game, standIn, COURSE_PEOPLE, seed);
    await carryOutInThreads(opened, ({ levelId }) => levelId, plan, plan.state.most, { workers, queue, projectFolder });
    lines.push(...gateCourse(opened.game, standIn, plan.state));
  }
  return lines;
}

const SIGNS: Readonly<Record<GateLine['stands'], string>> = { good: 'good', bad: 'BAD ', open: 'open' };

function say(lines: readonly GateLine[], isOpen: boolean): string {
  const levels = [...new Set(lines.map(({ level }) => level))];
  const parts = levels.map((level) => {
    const own = lines.filter((line) => line.level === level);
    const rows = own.map(({ about, name, stands, says }) => `  ${SIGNS[stands]}  ${about}: ${name}: ${says}\n`);
    return `${level === '' ? 'the game' : level}\n${rows.join('')}`;
  });
  const count = (stands: GateLine['stands']) => lines.filter((line) => line.stands === stands).length;
  const sum = `${count('good')} good, ${count('bad')} bad, ${count('open')} open: ${isOpen ? 'it may pass' : 'it may not pass'}\n`;
  return `${parts.join('')}${sum}`;
}
