import {
  carryOut,
  Comparison,
  NO_OVERRIDES,
  sayChanges,
  sayBothSides,
  sayDifference,
  sayShare,
  type ComparedStandIn,
  type NumberOverride,
} from '@/core/index';
import { chooseLevel, findStandIns, openGame, openLevel, readSettings } from '../gameFile';
import { CommandFault, EXIT, printJson, printResult, writeTable } from '../output';
import { openBar, withPool } from '../playPool';

export interface CompareOptions {
  /** May be left out where there is only one. */
  level?: string;
  /** The level after; the same one where left out. */
  withLevel?: string;
  /** What is set otherwise after. */
  set: readonly NumberOverride[];
  standin: string;
  runs: number;
  seed: number;
  workers: number;
  /** Of the machines that make the runs; threads of this one where left out. */
  queue?: string;
  json?: boolean;
  csv?: string;
}

/** So many seeds that came out otherwise are named. */
const NAMED_SEEDS = 12;
/** So many changes of the document are told. */
const MOST_CHANGES = 12;

/** `gorge compare BEFORE [AFTER]`: two versions, two levels, or a level with numbers set otherwise, on the same seeds. */
export async function compare(
  beforeFile: string,
  afterFile: string | undefined,
  options: CompareOptions,
  projectFolder: string,
): Promise<number> {
  const before = openGame(beforeFile);
  const after = afterFile === undefined ? before : openGame(afterFile);
  const levelId = chooseLevel(before, options.level);
  const levelAfter = options.withLevel ?? levelId;
  if (afterFile === undefined && levelAfter === levelId && options.set.length === 0)
    throw new CommandFault(
      'There is nothing to compare it with.',
      'Name a second file, another level with `--with-level`, or what is set otherwise with `--set`.',
    );
  const settings = readSettings(after, levelAfter, options.set);
  openLevel(before, levelId, NO_OVERRIDES);
  openLevel(after, levelAfter, settings);
  const standIns = findStandIns(options.standin, before).map(({ id }) => id);
  const { workers, queue, runs, seed } = options;
  const plan = new Comparison(standIns, runs, [NO_OVERRIDES, settings], seed);
  const bar = openBar(plan.state.most);
  const pools = { workers, queue, projectFolder };
  try {
    await withPool(before, pools, (playBefore, width) =>
      withPool(after, pools, (playAfter) =>
        carryOut(
          plan,
          async (task) => {
            const result = await (task.side === 0 ? playBefore(levelId, task) : playAfter(levelAfter, task));
            bar?.increment(task.count);
            return result;
          },
          width,
        ),
      ),
    );
  } finally {
    bar?.stop();
  }
  const changes = after === before ? [] : sayChanges(before.game, after.game);
  const { standIns: compared } = plan.state;
  if (options.csv) writeTable(options.csv, tableOf(compared));
  if (options.json)
    await printJson({ version: 1, level: levelId, with_level: levelAfter, changes, standins: compared.map(jsonOf) });
  else await printResult(say(changes, compared));
  return EXIT.good;
}

function say(changes: readonly string[], compared: readonly ComparedStandIn[]): string {
  const differs = changes.slice(0, MOST_CHANGES).map((change) => `  ${change}\n`);
  const more = changes.length > MOST_CHANGES ? `  and ${changes.length - MOST_CHANGES} more\n` : '';
  const parts = compared.map(({ standIn, seeds, clears: [then, now], measures, gained, lost }) => {
    const rows = measures.map((measure) => `  ${measure.name} ${sayBothSides(measure)}: ${sayDifference(measure)}\n`);
    return [
      `${standIn}, ${seeds} seeds: ${sayShare(then)} before, ${sayShare(now)} after\n`,
      ...rows,
      `  won only after: ${saySeeds(gained)}\n  won only before: ${saySeeds(lost)}\n`,
    ].join('');
  });
  return `${differs.length > 0 ? `What is different:\n${differs.join('')}${more}` : ''}${parts.join('')}`;
}

function saySeeds(seeds: readonly number[]): string {
  if (seeds.length === 0) return 'none';
  const named = seeds.slice(0, NAMED_SEEDS).join(', ');
  return `${seeds.length}, as seed${seeds.length > 1 ? 's' : ''} ${named}${seeds.length > NAMED_SEEDS ? ' …' : ''}`;
}

function jsonOf({ standIn, seeds, clears: [before, after], measures, gained, lost }: ComparedStandIn) {
  return {
    standin: standIn,
    seeds,
    clear_rate: { before, after },
    measures: measures.map(({ id, column, difference, before: then, after: now }) => ({
      ...{ measure: id, column, before: then, after: now },
      ...{ difference: difference.value, half_width: difference.halfWidth, real: difference.isReal },
      seeds: difference.seeds,
    })),
    won_only_after: gained,
    won_only_before: lost,
  };
}

function tableOf(compared: readonly ComparedStandIn[]): string {
  const rows = compared.flatMap(({ standIn, measures }) =>
    measures.map(({ column, before, after, difference: { value, halfWidth, isReal, seeds } }) =>
      [standIn, column, before, after, value, halfWidth, isReal, seeds].join(','),
    ),
  );
  return ['standin,measure,before,after,difference,half_width,real,seeds', ...rows].join('\n');
}
