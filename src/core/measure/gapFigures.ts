import { cellsBetweenGaps, liesUpright, type GapReach, type SpawnerProgram } from '../compile/cueProgram';
import type { LevelProgram } from '../compile/levelProgram';
import type { ProjectedArrival } from '../simulate/projectCues';
import { bandOf, type Band } from './statistics/band';
import { wilsonInterval, type ShareWithInterval } from './statistics/wilsonInterval';

/** Gaps that come one after the other, against how far the player gets between them. Lengths in cells. */
export interface GapFigures {
  /** Share of consecutive gaps of which the second can be reached from the first at full speed, if it goes through well. */
  withinReach: ShareWithInterval;
  /** How far the player has to get at the least: from the end of the first that is nearer to the second. */
  shift: Band;
  /** How far it gets in the time between the two. */
  reach: Band;
  /** Share of gaps that are as wide as the player, or wider. */
  wideEnough: ShareWithInterval;
}

/** Where the middle of a body may be while it goes through a gap, and when that comes in, seconds. */
interface Opening {
  from: number;
  to: number;
  seconds: number;
  /** Where the first of the two that block stands. */
  x: number;
  y: number;
}

/** Looks at every pair of consecutive gaps of every run; undefined without any. */
export function describeGaps(
  program: LevelProgram,
  cue: SpawnerProgram,
  reach: GapReach,
  runs: readonly (readonly ProjectedArrival[])[],
): GapFigures | undefined {
  const shifts: number[] = [];
  const reaches: number[] = [];
  let within = 0;
  let wide = 0;
  let count = 0;
  for (const arrivals of runs) {
    const openings = openingsOf(program, cue, arrivals, reach.isUpright, reach.size);
    count += openings.length;
    wide += openings.filter(({ from, to }) => from <= to).length;
    for (let index = 1; index < openings.length; index++) {
      const [before, after] = [openings[index - 1], openings[index]];
      const shift = Math.max(0, after.from - before.to, before.from - after.to);
      const cells = cellsBetweenGaps(reach, reach.timeFactor * (after.seconds - before.seconds));
      shifts.push(shift);
      reaches.push(cells);
      if (shift <= cells) within++;
    }
  }
  if (shifts.length === 0) return undefined;
  return {
    withinReach: wilsonInterval(within, shifts.length),
    shift: bandOf(shifts),
    reach: bandOf(reaches),
    wideEnough: wilsonInterval(wide, count),
  };
}

/** The middles of the gaps that a cue brings in one run. */
export function gapMiddles(
  program: LevelProgram,
  cue: SpawnerProgram,
  arrivals: readonly ProjectedArrival[],
): { x: number; y: number }[] {
  const isUpright = liesUpright(cue);
  return openingsOf(program, cue, arrivals, isUpright, 0).map(({ from, to, x, y }) =>
    isUpright ? { x, y: (from + to) / 2 } : { x: (from + to) / 2, y },
  );
}

/** What blocks comes in twos, the one before the gap first. */
function openingsOf(
  { kinds }: LevelProgram,
  cue: SpawnerProgram,
  arrivals: readonly ProjectedArrival[],
  isUpright: boolean,
  size: number,
): Opening[] {
  const gap = cue.gap!;
  const parts = gap.strip < 0 ? 2 : 3;
  const openings: Opening[] = [];
  for (let index = 0; index + 1 < arrivals.length; index += parts) {
    const [first, second] = [arrivals[index], arrivals[index + 1]];
    const [before, behind] = [kinds[gap.first].hit, kinds[gap.second].hit];
    const start = isUpright ? first.y + before.south : first.x + before.east;
    const end = isUpright ? second.y - behind.north : second.x - behind.west;
    openings.push({ from: start + size / 2, to: end - size / 2, seconds: first.seconds, x: first.x, y: first.y });
  }
  return openings;
}
