import type { CrossingFigures } from './crossingFigures';
import { USUAL_ALIVE, type CueProgram, type GapReach, type WavesProgram } from '../compile/cueProgram';
import type { LevelProgram } from '../compile/levelProgram';
import { shareOnPlayer } from './shareOnPlayer';
import { countCells, type CellCount } from './cellCounts';
import { describeGaps, gapMiddles, type GapFigures } from './gapFigures';
import { waveSizes, type ProjectedRun } from '../simulate/projectCues';
import { bandOf, type Band } from './statistics/band';
import { wilsonInterval, type ShareWithInterval } from './statistics/wilsonInterval';

/** What one cue does over time, over all seeds. */
export interface CueFigures {
  name: string;
  type: CueProgram['type'];
  /** Mean number of arrivals in each second. */
  perSecond: number[];
  /** How many are there, at every whole second. */
  population: Band[];
  /** How many come in a run. */
  come: Band;
  /** When the first and the last come, seconds; undefined when in most runs none does. */
  first: Band | undefined;
  last: Band | undefined;
  /** Shares of kinds as they are wanted and as they came. */
  mix: { kind: string; wanted: number; got: number }[];
  /** Mean number a run of arrivals that did not come for want of room or place, and of places that were not allowed. */
  missed: number;
  rejected: number;
  /** Arrivals of the first seed, seconds. */
  sample: number[];
  growth: WaveFigure[];
  /** Of a cue that brings gaps: whether the player gets from each to the next; undefined where that cannot be told. */
  gaps: GapFigures | undefined;
  /** How far from the middle of their opening what comes over a line comes in, cells; 0 when it is even. */
  offCentre: number;
  /** Where they came in, over all runs; of a cue that brings gaps, where the middles of these are. */
  places: CellCount[];
  bringsGaps: boolean;
  /** Share of those that harm on touch and come in close to where the player begins. */
  onPlayer: number;
  /** How long they are harmless, seconds. */
  graceSeconds: number;
  /** How many of a spawner may be there at once, if it says so. */
  mostAlive: number | undefined;
  /** Mean number a run that were taken away while they were still in the level. */
  vanished: number;
  /** Whether what it brings harms or carries the player, so that its vanishing matters. */
  isFelt: boolean;
  /** What is said of it before any run. */
  told: readonly string[];
}

/** How big a wave is. */
export interface WaveFigure {
  number: number;
  count: number;
  /** Whether the cap, or the number of places there are, holds it down. */
  isCapped: boolean;
  /** When it begins in the median, seconds; undefined when most runs do not come to it. */
  seconds: number | undefined;
}

/** Gaps between what comes along a lane, and whether the player gets through them. */
export interface LaneFigures {
  name: string;
  /** Names of the cues that feed it. */
  cues: string[];
  /** Time that the player needs to get across, seconds: the width and its own size at its own speed. */
  crossSeconds: number;
  /** Gaps counted by length, in steps of {@link GAP_STEP_SECONDS}; the last holds all longer ones. */
  gaps: number[];
  crossable: ShareWithInterval;
  medianGap: number;
  /** The longest time on end without a gap to cross, of each run. */
  longestClosed: Band;
  /** Whether all gaps are as long as each other, to a hundredth of a second. */
  isEven: boolean;
}

export interface CueProjection {
  seeds: number;
  seconds: number;
  clearSeconds: number;
  cues: CueFigures[];
  /** Everything that cues let in, together. */
  together: { perSecond: number[]; population: Band[] };
  lanes: LaneFigures[];
  /** Of lanes that lie side by side, one after the other. */
  crossings: CrossingFigures[];
}

/** A lane as projections need it: which marks feed it and how wide it is. */
export interface ProjectedLane {
  name: string;
  mark: string;
  size: number;
  isAcross: boolean;
}

export const GAP_STEP_SECONDS = 0.25;
const GAP_STEPS = 24;
const MOST_WAVES_SHOWN = 24;
/** Gaps that differ by less count as alike, seconds: arrivals stand on whole ticks. */
const EVEN_SECONDS = 0.04;

/** What is known of a cue before any run. */
export interface KnownOfCue {
  /** The marks at which it comes in. */
  marks: readonly string[];
  /** How far from the middle of its opening it comes in at most, cells. */
  offCentre: number;
  /** How the player gets from gap to gap, if it brings any. */
  reach: GapReach | undefined;
  /** Whether what it lets in is out of the level at once, so that it closes nothing. */
  leavesAtOnce: boolean;
  /** What is said of it before any run. */
  told: readonly string[];
}

/** What the runs say; `known` has an entry for each cue. */
export function describeCues(
  program: LevelProgram,
  runs: readonly ProjectedRun[],
  span: { seconds: number; clearSeconds: number },
  lanes: readonly ProjectedLane[],
  known: readonly KnownOfCue[],
  crossings: readonly CrossingFigures[],
): CueProjection {
  const cues = program.cues.map((cue, index) => describeCue(program, cue, index, runs, span.seconds, known[index]));
  const populations = runs.map((run) => run.population.map((counts) => counts.reduce((sum, count) => sum + count, 0)));
  return {
    seeds: runs.length,
    ...span,
    cues,
    together: {
      perSecond: Array.from({ length: span.seconds }, (_, second) =>
        cues.reduce((sum, cue) => sum + cue.perSecond[second], 0),
      ),
      population: bandsOverTime(populations, span.seconds),
    },
    lanes: lanes.flatMap((lane) => describeLane(program, lane, runs, known, span.seconds) ?? []),
    crossings: [...crossings],
  };
}

function describeCue(
  program: LevelProgram,
  cue: CueProgram,
  index: number,
  runs: readonly ProjectedRun[],
  seconds: number,
  { offCentre, reach, told }: KnownOfCue,
): CueFigures {
  const own = runs.map((run) => run.arrivals.filter((arrival) => arrival.cue === index));
  const perSecond = new Array<number>(seconds).fill(0);
  for (const arrivals of own)
    for (const arrival of arrivals) perSecond[Math.min(seconds - 1, Math.floor(arrival.seconds))] += 1 / runs.length;
  const firsts = own.flatMap((arrivals) => (arrivals.length > 0 ? [arrivals[0].seconds] : []));
  const lasts = own.flatMap((arrivals) => (arrivals.length > 0 ? [arrivals[arrivals.length - 1].seconds] : []));
  const isUsual = firsts.length * 2 > runs.length;
  const gapped = cue.type === 'spawner' && cue.gap ? cue : undefined;
  const mean = (values: readonly number[]) =>
    values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length);
  return {
    name: cue.name,
    type: cue.type,
    perSecond,
    population: bandsOverTime(
      runs.map((run) => run.population.map((counts) => counts[index])),
      seconds,
    ),
    come: bandOf(own.map((arrivals) => arrivals.length)),
    first: isUsual ? bandOf(firsts) : undefined,
    last: isUsual ? bandOf(lasts) : undefined,
    mix: describeMix(program, cue, own.flat()),
    missed: mean(runs.map((run) => run.missed[index])),
    rejected: mean(runs.map((run) => run.rejected[index])),
    sample: own[0]?.map((arrival) => arrival.seconds) ?? [],
    growth: cue.type === 'waves' ? describeGrowth(cue, index, runs) : [],
    gaps: cue.type === 'spawner' && reach ? describeGaps(program, cue, reach, own) : undefined,
    offCentre,
    places: countCells(gapped ? own.flatMap((arrivals) => gapMiddles(program, gapped, arrivals)) : own.flat()),
    bringsGaps: gapped !== undefined,
    // Runs without a player keep no distance from it.
    onPlayer: cue.place.away > 0 ? 0 : shareOnPlayer(program, own.flat()),
    graceSeconds: cue.place.graceTicks / program.ticksPerSecond,
    mostAlive:
      cue.type === 'spawner' && cue.mostAlive < Math.min(USUAL_ALIVE, cue.mostInAll) ? cue.mostAlive : undefined,
    vanished: mean(runs.map((run) => run.vanished[index])),
    told,
    isFelt: own.flat().some(({ kind }) => program.kinds[kind].isThreat || program.kinds[kind].isCarrier),
  };
}

function describeMix(program: LevelProgram, cue: CueProgram, arrivals: readonly { kind: number }[]): CueFigures['mix'] {
  if (cue.type !== 'spawner') return [];
  const total = cue.picks.reduce((sum, { weight }) => sum + weight, 0);
  return cue.picks.map(({ kind, weight }) => ({
    kind: program.kinds[kind].name,
    wanted: weight / total,
    got: arrivals.filter((arrival) => arrival.kind === kind).length / Math.max(1, arrivals.length),
  }));
}

/** Sizes of the waves as the rule says, up to so many of them, and when they begin. */
function describeGrowth(waves: WavesProgram, cue: number, runs: readonly ProjectedRun[]): WaveFigure[] {
  return waveSizes(waves, MOST_WAVES_SHOWN).map((size, index) => {
    const starts = runs.flatMap(
      (run) => run.waves.find((begun) => begun.cue === cue && begun.number === index + 1)?.seconds ?? [],
    );
    return {
      number: index + 1,
      ...size,
      seconds: starts.length * 2 > runs.length ? bandOf(starts).median : undefined,
    };
  });
}

function describeLane(
  program: LevelProgram,
  lane: ProjectedLane,
  runs: readonly ProjectedRun[],
  known: readonly KnownOfCue[],
  seconds: number,
): LaneFigures | undefined {
  const feeding = program.cues.flatMap((_, index) =>
    known[index].marks.includes(lane.mark) && !known[index].leavesAtOnce ? [index] : [],
  );
  const speed = program.player.step * program.ticksPerSecond;
  if (feeding.length === 0 || !(speed > 0)) return undefined;
  const crossSeconds = (lane.size + 2 * program.player.radius) / speed;
  const gaps: number[] = [];
  const closed: number[] = [];
  for (const run of runs) {
    const taken = run.arrivals
      .filter(({ cue, speed: own }) => feeding.includes(cue) && own > 0)
      .map(({ kind, seconds: at, speed: own }) => {
        const { west, east, north, south } = program.kinds[kind].hit;
        const half = (lane.isAcross ? west + east : north + south) / 2 / own;
        return { from: at - half, to: at + half };
      })
      .sort((a, b) => a.from - b.from);
    closed.push(measureRun(taken, crossSeconds, seconds, gaps));
  }
  if (gaps.length === 0) return undefined;
  const counts = new Array<number>(GAP_STEPS).fill(0);
  for (const gap of gaps) counts[Math.min(GAP_STEPS - 1, Math.floor(gap / GAP_STEP_SECONDS))]++;
  return {
    name: lane.name,
    cues: feeding.map((index) => program.cues[index].name),
    crossSeconds,
    gaps: counts,
    crossable: wilsonInterval(gaps.filter((gap) => gap >= crossSeconds).length, gaps.length),
    medianGap: bandOf(gaps).median,
    longestClosed: bandOf(closed),
    isEven: Math.max(...gaps) - Math.min(...gaps) < EVEN_SECONDS,
  };
}

/** Adds the gaps of one run to a list and gives its longest time without one to cross, from its first arrival on. */
function measureRun(
  taken: readonly { from: number; to: number }[],
  crossSeconds: number,
  seconds: number,
  gaps: number[],
): number {
  if (taken.length === 0) return 0;
  let end = taken[0].to;
  let closedSince = taken[0].from;
  let longest = 0;
  for (const { from, to } of taken.slice(1)) {
    if (from > end) {
      gaps.push(from - end);
      if (from - end >= crossSeconds) {
        longest = Math.max(longest, end - closedSince);
        closedSince = from;
      }
    }
    end = Math.max(end, to);
  }
  return Math.max(longest, Math.min(end, seconds) - closedSince);
}

function bandsOverTime(runs: readonly (readonly number[])[], seconds: number): Band[] {
  return Array.from({ length: seconds }, (_, second) => bandOf(runs.map((run) => run[second] ?? 0)));
}
