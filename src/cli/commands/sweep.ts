import {
  measuredLevelOf,
  NO_OVERRIDES,
  pointsOfSweep,
  sayPlayedSpread,
  sayShare,
  Sweep,
  sweepPoints,
  type BriefLine,
  type SweepCell,
  type Swept,
} from '@/core/index';
import { chooseLevel, findStandIns, openGame, openLevel } from '../gameFile';
import { CommandFault, EXIT, printJson, printResult, writeTable } from '../output';
import { carryOutInThreads } from '../playPool';

export interface SweepOptions {
  /** May be left out where there is only one. */
  level?: string;
  /** One or two numbers over values. */
  over: Swept[];
  standin: string;
  runs: number;
  seed: number;
  workers: number;
  /** Of the machines that make the runs; threads of this one where left out. */
  queue?: string;
  json?: boolean;
  csv?: string;
}

/** `gorge sweep GAME --over NAME=LOW..HIGH`: what stand-ins come to over values of one or two numbers, on the same seeds. */
export async function sweep(file: string, options: SweepOptions, projectFolder: string): Promise<number> {
  const opened = openGame(file);
  const levelId = chooseLevel(opened, options.level);
  openLevel(opened, levelId, NO_OVERRIDES);
  const level = opened.game.levels.find(({ id }) => id === levelId)!;
  const points = sweepPoints(opened.game, level, options.over);
  if (!points.ok) throw new CommandFault('The numbers cannot be swept.', 'Correct what is listed.', points.faults);
  const standIns = findStandIns(options.standin, opened).map(({ id }) => id);
  const measured = measuredLevelOf(opened.game, levelId);
  const plan = new Sweep(points.value, standIns, options.runs, measured, level.brief, options.seed);
  const { workers, queue } = options;
  await carryOutInThreads(opened, levelId, plan, plan.state.most, { workers, queue, projectFolder });
  const { cells } = plan.state;
  const names = options.over.map(({ name }) => name);
  const brief = level.brief ?? [];
  if (options.csv) writeTable(options.csv, tableOf(names, cells, brief));
  if (options.json) await printJson(jsonOf(levelId, names, cells, brief));
  else await printResult(say(names, cells, brief));
  return EXIT.good;
}

function say(names: readonly string[], cells: readonly SweepCell[], brief: readonly BriefLine[]): string {
  return pointsOfSweep(cells, brief)
    .map(({ values, cells: own, brief: verdict }) => {
      const point = names.map((name, at) => `${name}=${values[at]}`).join(', ');
      const rows = own.map(({ standIn, summary }) => {
        const { runs, clearRate, timeToClear } = summary;
        const played = summary.played && sayPlayedSpread(summary.played);
        const time = timeToClear ? `, median ${timeToClear.median.toFixed(1)} s` : '';
        return `  ${standIn}: ${played ?? `${sayShare(clearRate)}${time}`} (${runs} runs)\n`;
      });
      return `${point}${verdict === 'says nothing' ? '' : `: the brief ${verdict}`}\n${rows.join('')}`;
    })
    .join('');
}

function jsonOf(level: string, names: readonly string[], cells: readonly SweepCell[], brief: readonly BriefLine[]) {
  return {
    version: 1,
    level,
    over: names,
    points: pointsOfSweep(cells, brief).map(({ values, cells: own, brief: verdict }) => ({
      values,
      brief: verdict,
      standins: own.map(({ standIn, summary: { runs, clearRate, timeToClear } }) => ({
        standin: standIn,
        runs,
        clear_rate: { value: clearRate.value, low: clearRate.low, high: clearRate.high },
        median_seconds: timeToClear?.median ?? null,
      })),
    })),
  };
}

function tableOf(names: readonly string[], cells: readonly SweepCell[], brief: readonly BriefLine[]): string {
  const head = [...names, 'standin', 'runs', 'clear_rate', 'low', 'high', 'median_s', 'brief'];
  const rows = pointsOfSweep(cells, brief).flatMap(({ cells: own, brief: verdict }) =>
    own.map(({ values, standIn, summary: { runs, clearRate, timeToClear } }) =>
      [
        ...values,
        ...[standIn, runs, clearRate.value, clearRate.low, clearRate.high, timeToClear?.median ?? '', verdict],
      ].join(','),
    ),
  );
  return `${[head.join(','), ...rows].join('\n')}\n`;
}
