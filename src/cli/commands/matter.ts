import {
  isDead,
  Matter,
  NO_OVERRIDES,
  sayStep,
  type MatterFigure,
  type MatterState,
  type StepFigure,
} from '@/core/index';
import { chooseLevel, findStandIns, openGame, openLevel } from '../gameFile';
import { EXIT, printJson, printResult } from '../output';
import { carryOutInThreads } from '../playPool';

export interface MatterOptions {
  /** May be left out where there is only one. */
  level?: string;
  standin: string;
  runs: number;
  workers: number;
  /** Of the machines that make the runs; threads of this one where left out. */
  queue?: string;
  json?: boolean;
}

/** `gorge matter GAME`: what a tenth less and a tenth more of each number does to the clear rate, on the same seeds. */
export async function matter(file: string, options: MatterOptions, projectFolder: string): Promise<number> {
  const opened = openGame(file);
  const levelId = chooseLevel(opened, options.level);
  openLevel(opened, levelId, NO_OVERRIDES);
  const level = opened.game.levels.find(({ id }) => id === levelId)!;
  const [traits] = findStandIns(options.standin, opened);
  const { workers, queue } = options;
  const plan = new Matter(opened.game, level, traits.id, options.runs);
  await carryOutInThreads(opened, levelId, plan, plan.state.most, { workers, queue, projectFolder });
  if (options.json) await printJson(jsonOf(levelId, traits.id, plan.state));
  else await printResult(say(plan.state));
  return EXIT.good;
}

/** How many runs each step was looked at in. */
const runsOf = ({ down, up }: MatterFigure) => Math.max(down?.runs ?? 0, up?.runs ?? 0);

function say({ figures, runs }: MatterState): string {
  const rows = figures
    .filter((figure) => !isDead(figure))
    .map(({ number, down, up }) => {
      const now = `${number.value ?? ''} ${number.unit}`.trim();
      return `${number.name.padEnd(32)} ${now.padEnd(14)} ${sayOne(down).padEnd(30)} ${sayOne(up)}\n`;
    });
  const dead = figures.filter(isDead).map(({ number }) => number.name);
  const fewest = Math.min(...figures.filter(isDead).map(runsOf));
  const rest = dead.length > 0 ? `Of these none of ${fewest} runs takes notice: ${dead.join(', ')}\n` : '';
  return `${rows.join('')}${rest}${runs.toLocaleString('en-GB')} runs; ± widened for as many comparisons.\n`;
}

/** "1.98: +12 ± 9 points" */
function sayOne(side: StepFigure | undefined): string {
  return side ? `${side.value}: ${sayStep(side)}` : '–';
}

function jsonOf(level: string, standin: string, { figures, runs }: MatterState) {
  const step = (side: StepFigure | undefined) =>
    side
      ? {
          ...{ value: side.value, runs: side.runs, touched: side.touched, fault: side.fault ?? null },
          change: side.difference
            ? { value: side.difference.value, half_width: side.difference.halfWidth, real: side.difference.isReal }
            : null,
        }
      : null;
  return {
    version: 1,
    level,
    standin,
    runs,
    numbers: figures.map((figure: MatterFigure) => ({
      name: figure.number.name,
      value: figure.number.value ?? null,
      unit: figure.number.unit,
      dead: isDead(figure),
      down: step(figure.down),
      up: step(figure.up),
    })),
  };
}
