import {
  CourseTrial,
  findAlongCourse,
  judgeCourse,
  NUMBER_VERSIONS,
  sayCourseBriefLine,
  sayShare,
  type CourseBriefVerdict,
  type CourseState,
} from '@/core/index';
import { findStandIns, openGame } from '../gameFile';
import { CommandFault, EXIT, printJson, printResult, writeTable } from '../output';
import { carryOutInThreads } from '../playPool';

export interface CourseOptions {
  standin: string;
  people: number;
  seed: number;
  workers: number;
  /** Of the machines that make the runs; threads of this one where left out. */
  queue?: string;
  json?: boolean;
  csv?: string;
}

/** `gorge course GAME`: how far people come along the levels of a game, and where it gets hard. */
export async function course(file: string, options: CourseOptions, projectFolder: string): Promise<number> {
  const opened = openGame(file);
  if (opened.game.levels.length === 0) throw new CommandFault(`${file} has no levels.`, 'Add one first.');
  if (options.standin === 'all')
    throw new CommandFault('A course is played by one stand-in.', 'Name it with `--standin`.');
  const [{ id, name }] = findStandIns(options.standin, opened);
  const { workers, queue, people, seed } = options;
  const plan = new CourseTrial(opened.game, id, people, seed);
  await carryOutInThreads(opened, ({ levelId }) => levelId, plan, plan.state.most, { workers, queue, projectFolder });
  const { state } = plan;
  const brief = (opened.game.courseBrief ?? []).filter(({ standIn }) => standIn === id);
  const verdicts = judgeCourse(brief, state);
  if (options.csv) writeTable(options.csv, tableOf(state));
  if (options.json) await printJson(jsonOf(id, state, verdicts));
  else await printResult(say(name, state, verdicts));
  return EXIT.good;
}

function say(who: string, state: CourseState, verdicts: readonly CourseBriefVerdict[]): string {
  const { people, stations, finishes, seconds, points, goesOn } = state;
  const width = Math.max(...stations.map(({ name }) => name.length));
  const rows = stations.map(({ name, enters, clears, endsHere, fault }) => {
    const head = `  ${name.padEnd(width)}  `;
    if (fault !== undefined) return `${head}cannot be played: ${fault}\n`;
    const come = `${Math.round(enters.value * people)} come to it, ${endsHere} end here`;
    return `${head}cleared by ${sayShare(clears)}; ${come}\n`;
  });
  const round = goesOn > 0 ? `, ${goesOn} still go on` : '';
  return [
    `${who}, ${people} people: ${sayShare(finishes)} finish the course${round}; in the median ${seconds.toFixed(0)} s and ${points} points\n`,
    ...rows,
    ...verdicts.map(({ line, says }) => `brief: ${sayCourseBriefLine(line, who)}: ${says}\n`),
    ...findAlongCourse(state).map((sentence) => `${sentence}\n`),
  ].join('');
}

function jsonOf(standin: string, state: CourseState, verdicts: readonly CourseBriefVerdict[]) {
  const { people, stations, finishes, seconds, points, goesOn } = state;
  return {
    version: 1,
    engine: NUMBER_VERSIONS.engine,
    standins_version: NUMBER_VERSIONS.standIns,
    standin,
    people,
    finishes,
    goes_on: goesOn,
    median_seconds: seconds,
    median_points: points,
    levels: stations.map(({ levelId, enters, clears, endsHere, fault }) => ({
      ...{ level: levelId, enters, clears, ends_here: endsHere, fault: fault ?? null },
    })),
    brief: verdicts.map(({ line, status, says }) => ({ ...line, status, says })),
    findings: findAlongCourse(state),
  };
}

function tableOf({ people, stations }: CourseState): string {
  const rows = stations.map(({ levelId, enters, clears, endsHere }) =>
    [levelId, Math.round(enters.value * people), endsHere, clears.value, clears.low, clears.high].join(','),
  );
  return ['level,come_to_it,end_here,clear_rate,low,high', ...rows].join('\n');
}
