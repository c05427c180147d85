import { availableParallelism } from 'node:os';
import { Command, CommanderError, Option } from 'commander';
import type { DataKeeping, FolderOptions } from './commands/backup';
import type { BehaviorOptions } from './commands/behavior';
import type { CompareOptions } from './commands/compare';
import type { CourseOptions } from './commands/course';
import type { CuesOptions } from './commands/cues';
import type { GateOptions } from './commands/gate';
import type { MatterOptions } from './commands/matter';
import type { MoversOptions } from './commands/movers';
import type { NumbersOptions } from './commands/numbers';
import type { PartsOptions } from './commands/parts';
import type { ProveOptions } from './commands/prove';
import type { RunOptions } from './commands/run';
import type { SolveOptions } from './commands/solve';
import type { SweepOptions } from './commands/sweep';
import type { TraceOptions } from './commands/trace';
import type { WorkerOptions } from './commands/worker';
import { collectArm, collectNumber, collectSwept, wholeNumber } from './options';
import { CommandFault, EXIT } from './output';

const MOST_SEED = 2 ** 31 - 1;
const QUEUE_OPTION = 'have the runs made by the machines of this queue, as in redis://:password@host:6379';

function buildProgram(projectFolder: string, keeping: DataKeeping, finish: (code: number) => void): Command {
  const program = new Command('gorge')
    .description('Check, run and trace games of .gorge.json files. Needs no database.')
    .showHelpAfterError('(gorge --help shows what there is)')
    .exitOverride();
  program
    .command('check')
    .argument('<game>', 'a .gorge.json file')
    .option('--json', 'print the diagnostics as JSON')
    .description('say everything that is wrong; exit 1 on errors')
    .action(async (file: string, options: { json?: boolean }) =>
      finish(await (await import('./commands/check')).check(file, options)),
    );
  program
    .command('run')
    .argument('<game>', 'a .gorge.json file')
    .option('--level <id>', 'the level to run; may be left out where there is only one')
    .option('--standin <id>', 'a stand-in, or all', 'casual')
    .option('--runs <n>', 'how many runs', wholeNumber(1, 1_000_000), 500)
    .option('--seed <n>', 'seed of the first run', wholeNumber(0, MOST_SEED), 1)
    .option('--tries <n>', 'how often each person tries it, keeping in mind what was seen', wholeNumber(1, 10), 1)
    .addOption(
      new Option('--set <name=value>', 'set a number otherwise for these runs, as `gorge numbers` names it; repeatable')
        .argParser(collectNumber)
        .default([], 'none'),
    )
    .addOption(
      new Option(
        '--arm <arm>',
        'an arm: STANDIN[@LEVEL] [NAME=VALUE …], instead of --standin; repeatable, all on the same seeds',
      )
        .argParser(collectArm)
        .default([], 'none'),
    )
    .option(
      '--from <condition>',
      'start elsewhere, as in "player at 12,7", "wave 4", "score 1500", "at 40 s", "only NAME"',
    )
    .option('--workers <n>', 'threads', wholeNumber(1, 64), availableParallelism())
    .option('--queue <url>', QUEUE_OPTION)
    .option('--json', 'print the numbers as JSON')
    .option('--csv <file>', 'write the table of runs')
    .description('run a level many times and say what came of it')
    .action(async (file: string, options: RunOptions) =>
      finish(await (await import('./commands/run')).run(file, options, projectFolder)),
    );
  program
    .command('prove')
    .argument('<game>', 'a .gorge.json file')
    .option('--level <id>', 'the level; may be left out where there is only one')
    .option('--seed <n>', 'the first seed', wholeNumber(0, MOST_SEED), 1)
    .option('--seeds <n>', 'how many seeds, one after the other', wholeNumber(1, 1000), 1)
    .option('--moments <n>', 'look at so many moments of each at most', wholeNumber(1, 500_000), 40_000)
    .addOption(
      new Option('--set <name=value>', 'set a number otherwise, as `gorge numbers` names it; repeatable')
        .argParser(collectNumber)
        .default([], 'none'),
    )
    .option('--inputs <file>', 'write what wins the first of them as a list of inputs, as trace plays it')
    .option('--json', 'print what was found as JSON')
    .description('whether a level can be won at all, and by what; exit 1 where no way was found')
    .action(async (file: string, options: ProveOptions) =>
      finish(await (await import('./commands/prove')).prove(file, options)),
    );
  program
    .command('numbers')
    .argument('<game>', 'a .gorge.json file')
    .option('--level <id>', 'the level; may be left out where there is only one')
    .option('--json', 'print the list as JSON')
    .description('every number that --set and --arm can set, with value, unit and limits')
    .action(async (file: string, options: NumbersOptions) =>
      finish(await (await import('./commands/numbers')).numbers(file, options)),
    );
  program
    .command('trace')
    .argument('<game>', 'a .gorge.json file')
    .option('--level <id>', 'the level to run; may be left out where there is only one')
    .requiredOption('--seed <n>', 'seed of the run', wholeNumber(0, MOST_SEED))
    .option('--standin <id>', 'who plays', 'casual')
    .option('--inputs <file>', 'play these inputs instead: a JSON list, one a tick, 0..8')
    .option('--ticks <n>', 'stop after so many ticks', wholeNumber(1, 1_000_000))
    .description('one run as JSON lines, one a tick')
    .action(async (file: string, options: TraceOptions) =>
      finish(await (await import('./commands/trace')).trace(file, options)),
    );
  program
    .command('probe')
    .argument('<what>', 'path or sight')
    .argument('<game>', 'a .gorge.json file')
    .option('--level <id>', 'the level whose ground is asked; may be left out where there is only one')
    .description('answer queries on stdin, JSON lines, one by one')
    .action(async (what: string, file: string, options: { level: string }) =>
      finish(await (await import('./commands/probe')).probe(what, file, options)),
    );
  program
    .command('behavior')
    .argument('<game>', 'a .gorge.json file')
    .argument('<name>', 'the behavior, by the name in its script')
    .option('--level <id>', 'the level to run; may be left out where there is only one')
    .option('--standin <id>', 'who plays', 'casual')
    .option('--runs <n>', 'how many runs', wholeNumber(1, 10_000), 40)
    .option('--json', 'print the figures as JSON')
    .option('--csv <file>', 'write which way each kind looks in each state, as a table of the pictures that are needed')
    .description('what the pieces that follow a behavior do in runs')
    .action(async (file: string, name: string, options: BehaviorOptions) =>
      finish(await (await import('./commands/behavior')).behavior(file, name, options)),
    );
  program
    .command('cues')
    .argument('<game>', 'a .gorge.json file')
    .option('--level <id>', 'the level whose cues are projected; may be left out where there is only one')
    .option('--seeds <n>', 'how many runs', wholeNumber(1, 10_000), 200)
    .option(
      '--cleared <seconds>',
      'a wave counts as cleared so long after its last arrival; as on the screen when left out',
      wholeNumber(0, 600),
    )
    .option('--json', 'print the figures as JSON')
    .description('what the cues of a level come to, with no player there')
    .action(async (file: string, options: CuesOptions) =>
      finish(await (await import('./commands/cues')).cues(file, options)),
    );
  program
    .command('movers')
    .argument('<game>', 'a .gorge.json file')
    .option('--level <id>', 'the level; may be left out where there is only one')
    .option('--json', 'print the timetables as JSON')
    .description('when each mover is where, with nobody there to disturb it')
    .action(async (file: string, options: MoversOptions) =>
      finish(await (await import('./commands/movers')).movers(file, options)),
    );
  program
    .command('parts')
    .argument('<game>', 'a .gorge.json file')
    .option('--level <id>', 'the level; may be left out where there is only one')
    .option('--standin <id>', 'who plays', 'casual')
    .option('--runs <n>', 'how many runs with and without each', wholeNumber(2, 10_000), 100)
    .option('--json', 'print the figures as JSON')
    .description('what each piece, kind and cue does: the level without it, on the same seeds')
    .action(async (file: string, options: PartsOptions) =>
      finish(await (await import('./commands/parts')).parts(file, options)),
    );
  program
    .command('sweep')
    .argument('<game>', 'a .gorge.json file')
    .option('--level <id>', 'the level; may be left out where there is only one')
    .addOption(
      new Option('--over <name=low..high/count>', 'a number over values, also NAME=1,2.5,4; once or twice')
        .argParser(collectSwept)
        .default([], 'none'),
    )
    .option('--standin <id>', 'a stand-in, or all', 'all')
    .option('--runs <n>', 'how many runs of each at each point, at most', wholeNumber(25, 10_000), 200)
    .option('--seed <n>', 'seed of the first run', wholeNumber(0, MOST_SEED), 1)
    .option('--workers <n>', 'threads', wholeNumber(1, 64), availableParallelism())
    .option('--queue <url>', QUEUE_OPTION)
    .option('--json', 'print the points as JSON')
    .option('--csv <file>', 'write the points as a table')
    .description('what a level comes to over values of one or two of its numbers, on the same seeds')
    .action(async (file: string, options: SweepOptions) =>
      finish(await (await import('./commands/sweep')).sweep(file, options, projectFolder)),
    );
  program
    .command('solve')
    .argument('<game>', 'a .gorge.json file')
    .option('--level <id>', 'the level; may be left out where there is only one')
    .addOption(
      new Option('--by <name=low..high>', 'a number that may be changed, within bounds; one to three')
        .argParser(collectSwept)
        .default([], 'none'),
    )
    .option('--workers <n>', 'threads', wholeNumber(1, 64), availableParallelism())
    .option('--queue <url>', QUEUE_OPTION)
    .option('--out <file>', 'write the game with the first answer')
    .option('--json', 'print the answers as JSON')
    .description('values with which the brief of a level holds, least changed first; exit 1 where there are none')
    .action(async (file: string, options: SolveOptions) =>
      finish(await (await import('./commands/solve')).solve(file, options, projectFolder)),
    );
  program
    .command('compare')
    .argument('<before>', 'a .gorge.json file')
    .argument('[after]', 'another version of it; the same when left out')
    .option('--level <id>', 'the level; may be left out where there is only one')
    .option('--with-level <id>', 'the level after, where it is another one')
    .addOption(
      new Option('--set <name=value>', 'set a number otherwise after, as `gorge numbers` names it; repeatable')
        .argParser(collectNumber)
        .default([], 'none'),
    )
    .option('--standin <id>', 'a stand-in, or all', 'all')
    .option('--runs <n>', 'how many runs of each, before and after', wholeNumber(2, 100_000), 400)
    .option('--seed <n>', 'seed of the first run', wholeNumber(0, MOST_SEED), 1)
    .option('--workers <n>', 'threads', wholeNumber(1, 64), availableParallelism())
    .option('--queue <url>', QUEUE_OPTION)
    .option('--json', 'print the figures as JSON')
    .option('--csv <file>', 'write them as a table')
    .description('two versions of a level, two levels, or one set otherwise: what differs, on the same seeds')
    .action(async (before: string, after: string | undefined, options: CompareOptions) =>
      finish(await (await import('./commands/compare')).compare(before, after, options, projectFolder)),
    );
  program
    .command('course')
    .argument('<game>', 'a .gorge.json file')
    .option('--standin <id>', 'who plays', 'casual')
    .option('--people <n>', 'how many people set out', wholeNumber(2, 100_000), 100)
    .option('--seed <n>', 'seed of the first of them', wholeNumber(0, MOST_SEED), 1)
    .option('--workers <n>', 'threads', wholeNumber(1, 64), availableParallelism())
    .option('--queue <url>', QUEUE_OPTION)
    .option('--json', 'print the figures as JSON')
    .option('--csv <file>', 'write the levels as a table')
    .description('how far people come along the levels of a game, and where it gets hard')
    .action(async (file: string, options: CourseOptions) =>
      finish(await (await import('./commands/course')).course(file, options, projectFolder)),
    );
  program
    .command('gate')
    .argument('<game>', 'a .gorge.json file')
    .option('--level <id>', 'one level; all of them when left out')
    .option('--runs <n>', 'how many runs at most decide a line of a brief', wholeNumber(50, 100_000), 1600)
    .option('--seed <n>', 'seed of the first run', wholeNumber(0, MOST_SEED), 1)
    .option('--prove', 'also look whether each level can be won')
    .option('--strict', 'also fail for warnings, findings and what is not decided')
    .option('--workers <n>', 'threads', wholeNumber(1, 64), availableParallelism())
    .option('--queue <url>', QUEUE_OPTION)
    .option('--junit <file>', 'write a file of test results for a build server')
    .option('--json', 'print the lines as JSON')
    .description('whether a game is what it is meant to be: document, saved checks and briefs; exit 1 where it is not')
    .action(async (file: string, options: GateOptions) =>
      finish(await (await import('./commands/gate')).gate(file, options, projectFolder)),
    );
  program
    .command('matter')
    .argument('<game>', 'a .gorge.json file')
    .option('--level <id>', 'the level; may be left out where there is only one')
    .option('--standin <id>', 'who plays', 'casual')
    .option('--runs <n>', 'how many runs of each step that seems to do most', wholeNumber(20, 10_000), 200)
    .option('--workers <n>', 'threads', wholeNumber(1, 64), availableParallelism())
    .option('--queue <url>', QUEUE_OPTION)
    .option('--json', 'print the figures as JSON')
    .description('what a tenth less and a tenth more of each number does, on the same seeds')
    .action(async (file: string, options: MatterOptions) =>
      finish(await (await import('./commands/matter')).matter(file, options, projectFolder)),
    );
  program
    .command('worker')
    .option('--queue <url>', 'the queue to take work from, as in redis://:password@host:6379; else that of GORGE_QUEUE')
    .option('--threads <n>', 'threads', wholeNumber(1, 256), availableParallelism())
    .description(
      'make runs for a queue, with other machines, until it is ended (SIGTERM: what is under way is finished)',
    )
    .action(async (options: WorkerOptions) =>
      finish(await (await import('./commands/worker')).worker(options, projectFolder)),
    );
  program
    .command('chart')
    .argument('<file>', 'a .gorge.json file, or a state chart in SCXML')
    .option('--script <id>', 'the script of the game to write as a chart; left out, the file is read as one')
    .description('a behavior as a state chart in SCXML, or back')
    .action(async (file: string, options: { script?: string }) =>
      finish(await (await import('./commands/chart')).chart(file, options)),
    );
  const dataOption = () => new Option('--data <folder>', 'the data folder; otherwise GORGE_DATA, or .data');
  program
    .command('backup')
    .argument('<file>', 'where the backup is written')
    .addOption(dataOption())
    .description('write everything that is kept as one file, while the server runs; needs the database')
    .action(async (file: string, options: FolderOptions) =>
      finish(await (await import('./commands/backup')).backup(file, options, keeping, projectFolder)),
    );
  program
    .command('restore')
    .argument('<file>', 'a file that `gorge backup` has written')
    .addOption(dataOption())
    .option('--replace', 'move what is in the data folder aside')
    .description('make a data folder of a backup; needs the database')
    .action(async (file: string, options: FolderOptions & { replace?: boolean }) =>
      finish(await (await import('./commands/backup')).restore(file, options, keeping, projectFolder)),
    );
  for (const command of program.commands) command.exitOverride();
  return program;
}

/**
 * Runs the command line and gives the exit code. What a command needs is loaded when it is asked for, so that help and faults
 * of options come at once. Nothing that a user can do ends in a stack trace.
 */
export async function main(args: string[], projectFolder: string, keeping: DataKeeping): Promise<number> {
  if (process.stdout.listenerCount('error') === 0) process.stdout.on('error', () => process.exit(EXIT.good));
  let code: number = EXIT.good;
  try {
    await buildProgram(projectFolder, keeping, (result) => (code = result)).parseAsync(args, { from: 'user' });
    return code;
  } catch (error) {
    if (error instanceof CommanderError) return error.exitCode === 0 ? EXIT.good : EXIT.badInput;
    if (!(error instanceof CommandFault)) {
      process.stderr.write(sayUnexpected(error));
      return EXIT.badInput;
    }
    const { sayDiagnostic } = await import('./sayDiagnostic');
    process.stderr.write(`${error.message}\n  ${error.hint}\n${error.diagnostics.map(sayDiagnostic).join('')}`);
    return EXIT.badInput;
  }
}

/** What is said of a fault that nobody has foreseen: what it was, and no trace of the stack. */
export function sayUnexpected(error: unknown): string {
  const what = error instanceof Error ? error.message : String(error);
  return `Something went wrong that should not: ${what}\n  It is a fault of Gorge, not of your file. Nothing was changed.\n`;
}
