import type { BriefLine } from '../../document/briefLine';
import type { ChunkResult } from '../../measure/chunk';
import type { MeasuredLevel } from '../../measure/measure';
import { wilsonInterval } from '../../measure/statistics/wilsonInterval';
import { emptySums, mergeSums, summaryOf, type MeasureSums, type Summary } from '../../measure/sums';
import { isToldByRuns, judgeBrief, type BriefVerdict } from '../brief';
import type { PlayTask, RunPlan } from './runPlan';
import type { SweepPoint } from './swept';

/** What somebody comes to at one point of a sweep. */
export interface SweepCell {
  values: number[];
  standIn: string;
  summary: Summary;
}

/** How far a sweep is. */
export interface SweepState {
  /** Runs that are in, and that may be made at most. */
  runs: number;
  most: number;
  /** By point, and by stand-in within each; those without runs yet are left out. */
  cells: SweepCell[];
}

export interface SweepTask extends PlayTask {
  cell: number;
}

/** So many runs are asked for at once. */
const STRETCH = 25;
/** Nobody is left with fewer runs than this: times and places need some, too. */
const LEAST_RUNS = 50;

interface OpenCell {
  point: SweepPoint;
  standIn: string;
  asked: number;
  runs: number;
  sums: MeasureSums;
  summary: Summary | undefined;
  /** Whether more runs would tell nothing that is asked for. */
  isKnown: boolean;
}

/**
 * One or two numbers over values: each stand-in plays each point on the same seeds, so that points differ by the number and not
 * by chance. All points grow together, until the clear rate is known as nearly as so many runs tell it where that is hardest, at
 * 50 %, and every line of the brief about who plays there is decided; or all runs are made.
 */
export class Sweep implements RunPlan<SweepTask> {
  private readonly cells: OpenCell[];
  /** How wide the interval of a clear rate may be, 0 to 1. */
  private readonly widest: number;

  constructor(
    points: readonly SweepPoint[],
    standIns: readonly string[],
    private readonly runs: number,
    private readonly level: MeasuredLevel,
    private readonly brief: readonly BriefLine[] = [],
    private readonly firstSeed = 1,
  ) {
    const { low, high } = wilsonInterval(runs / 2, runs);
    this.widest = high - low;
    this.cells = points.flatMap((point) =>
      standIns.map((standIn) => ({
        point,
        standIn,
        asked: 0,
        runs: 0,
        sums: emptySums(),
        summary: undefined,
        isKnown: false,
      })),
    );
  }

  next(): SweepTask | undefined {
    let cell = -1;
    this.cells.forEach((one, index) => {
      // A cell is asked for more once all that was asked is in, so that what it comes to never hangs on who was quicker.
      if (one.asked > one.runs || one.asked === this.runs || one.isKnown) return;
      if (cell < 0 || one.asked < this.cells[cell].asked) cell = index;
    });
    if (cell < 0) return undefined;
    const one = this.cells[cell];
    const count = Math.min(STRETCH, this.runs - one.asked);
    const firstSeed = this.firstSeed + one.asked;
    one.asked += count;
    return { cell, overrides: one.point.overrides, standInId: one.standIn, firstSeed, count };
  }

  take({ cell, count }: SweepTask, { sums }: ChunkResult): void {
    const one = this.cells[cell];
    mergeSums(one.sums, sums);
    one.runs += count;
    one.summary = summaryOf(one.sums, this.level);
    one.isKnown = this.isKnown(one);
  }

  private isKnown({ summary, runs, standIn }: OpenCell): boolean {
    if (!summary || runs < LEAST_RUNS || summary.played) return false;
    if (summary.clearRate.high - summary.clearRate.low > this.widest) return false;
    return judgeBrief(this.brief.filter(isToldByRuns), standIn, summary).every(({ status }) => status !== 'open');
  }

  get state(): SweepState {
    return {
      runs: this.cells.reduce((sum, { runs }) => sum + runs, 0),
      most: this.cells.reduce((sum, one) => sum + (one.isKnown ? one.asked : this.runs), 0),
      cells: this.cells.flatMap(({ point, standIn, summary }) =>
        summary ? [{ values: point.values, standIn, summary }] : [],
      ),
    };
  }
}

/** How the lines of a brief that runs can tell of stand at a point, of those who play there. */
export function judgePoint(brief: readonly BriefLine[], cells: readonly SweepCell[]): BriefVerdict[] {
  const told = brief.filter(isToldByRuns);
  return cells.flatMap(({ standIn, summary }) => judgeBrief(told, standIn, summary));
}

/** Whether a brief holds somewhere: not where a line is not met, nor for sure as long as one is open. */
export function sayPoint(verdicts: readonly BriefVerdict[]): 'holds' | 'may hold' | 'does not hold' | 'says nothing' {
  if (verdicts.length === 0 || verdicts.every(({ status }) => status === 'unknown')) return 'says nothing';
  if (verdicts.some(({ status }) => status === 'not met')) return 'does not hold';
  return verdicts.every(({ status }) => status === 'met') ? 'holds' : 'may hold';
}

/** Everybody at one point of a sweep, and how the brief stands there. */
export interface SweptPoint {
  values: number[];
  cells: SweepCell[];
  brief: ReturnType<typeof sayPoint>;
}

/** The points that have runs, in the order of the sweep. */
export function pointsOfSweep(cells: readonly SweepCell[], brief: readonly BriefLine[]): SweptPoint[] {
  const points = new Map<string, SweepCell[]>();
  for (const cell of cells) {
    const key = cell.values.join(' ');
    points.set(key, [...(points.get(key) ?? []), cell]);
  }
  return [...points.values()].map((own) => ({
    values: own[0].values,
    cells: own,
    brief: sayPoint(judgePoint(brief, own)),
  }));
}
