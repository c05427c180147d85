import {
  measuredLevelOf,
  NO_OVERRIDES,
  openSolver,
  sayBriefLine,
  sayBriefVerdict,
  standInName,
  takeNumbers,
  writeGame,
  type Answer,
  type GameDocument,
  type SolveState,
  type Swept,
} from '@/core/index';
import { chooseLevel, openGame, openLevel } from '../gameFile';
import { CommandFault, EXIT, printJson, printResult, writeTable } from '../output';
import { carryOutInThreads } from '../playPool';

export interface SolveOptions {
  /** May be left out where there is only one. */
  level?: string;
  /** Numbers that may be changed, each between its least and its greatest value. */
  by: Swept[];
  workers: number;
  /** Of the machines that make the runs; threads of this one where left out. */
  queue?: string;
  json?: boolean;
  /** Where the game with the first answer is written. */
  out?: string;
}

/** About so many runs of each who plays are looked at, for the bar. */
const ABOUT_RUNS = 2500;

/** `gorge solve GAME --by NAME=LOW..HIGH`: values with which the brief of a level holds. Exit 1 where there are none. */
export async function solve(file: string, options: SolveOptions, projectFolder: string): Promise<number> {
  const opened = openGame(file);
  const levelId = chooseLevel(opened, options.level);
  openLevel(opened, levelId, NO_OVERRIDES);
  const level = opened.game.levels.find(({ id }) => id === levelId)!;
  const between = options.by.map(({ name, values }) => ({ name, low: Math.min(...values), high: Math.max(...values) }));
  const brief = level.brief ?? [];
  const solver = openSolver(opened.game, level, between, brief, measuredLevelOf(opened.game, levelId));
  if (!solver.ok) throw new CommandFault('Nothing can be looked for.', 'Correct what is listed.', solver.faults);
  const { workers, queue } = options;
  await carryOutInThreads(
    opened,
    levelId,
    solver.value,
    ABOUT_RUNS * new Set(brief.map(({ standIn }) => standIn)).size,
    { workers, queue, projectFolder },
  );
  const { state } = solver.value;
  const names = between.map(({ name }) => name);
  const [first] = state.answers;
  const isFound = first?.holds === true;
  if (options.out !== undefined && isFound) {
    const changed = structuredClone(opened.game);
    const set = names.map((name, at) => ({ name, value: first.values[at] }));
    const taken = takeNumbers(opened.game, level, set);
    if (taken.ok) taken.value(changed);
    writeTable(options.out, writeGame(changed));
  }
  if (options.json) await printJson(jsonOf(levelId, names, state));
  else await printResult(say(opened.game, names, state));
  return isFound ? EXIT.good : EXIT.no;
}

function say(game: GameDocument, names: readonly string[], { runs, trials, answers, inTheWay }: SolveState): string {
  const told = answers.map((answer) => {
    const lines = answer.verdicts.map(
      (verdict) =>
        `  ${sayBriefLine(verdict.line, standInName(game, verdict.line.standIn))} – ${sayBriefVerdict(verdict)}\n`,
    );
    return `${pointOf(names, answer)}${answer.holds ? (answer.changed === 0 ? ' (as it is)' : '') : ' comes nearest'}\n${lines.join('')}`;
  });
  const why = inTheWay.map((line) => `In the way: ${line}\n`);
  return `${told.join('')}${why.join('')}${trials.length} combinations, ${runs.toLocaleString('en-GB')} runs; what is told was played on fresh seeds.\n`;
}

function pointOf(names: readonly string[], { values }: Answer): string {
  return names.map((name, at) => `${name}=${values[at]}`).join(', ');
}

function jsonOf(level: string, names: readonly string[], { runs, trials, answers, inTheWay }: SolveState) {
  return {
    version: 1,
    level,
    by: names,
    runs,
    combinations: trials.length,
    answers: answers.map(({ values, holds, changed, verdicts }) => ({
      values,
      holds,
      changed,
      lines: verdicts.map(({ line, status, value }) => ({
        standin: line.standIn,
        measure: line.measure,
        least: line.least ?? null,
        most: line.most ?? null,
        status,
        value: value?.value ?? null,
        low: value?.low ?? null,
        high: value?.high ?? null,
      })),
    })),
    in_the_way: inTheWay,
  };
}
