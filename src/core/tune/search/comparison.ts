import { NO_OVERRIDES, type Overrides } from '../../compile/levelProgram';
import { compareMeasures, type MeasureComparison } from '../../measure/changes';
import type { ChunkResult } from '../../measure/chunk';
import { emptySums, mergeSums, type MeasureSums } from '../../measure/sums';
import { wilsonInterval, type ShareWithInterval } from '../../measure/statistics/wilsonInterval';
import type { RunRecord } from '../../simulate/runRecord';
import type { PlayTask, RunPlan } from './runPlan';

/** Before, or after. */
export type Side = 0 | 1;

export interface CompareTask extends PlayTask {
  side: Side;
}

/** Somebody before and after, on the same seeds. */
export interface ComparedStandIn {
  standIn: string;
  /** Seeds that both have played. */
  seeds: number;
  clears: readonly [before: ShareWithInterval, after: ShareWithInterval];
  /** Every measure of which both say something, what is certain first; intervals are widened for so many looks. */
  measures: MeasureComparison[];
  /** Seeds that are won only after, and only before. */
  gained: number[];
  lost: number[];
  /** Of all runs so far, for maps and tempo. */
  sums: readonly [before: MeasureSums, after: MeasureSums];
}

export interface CompareState {
  runs: number;
  most: number;
  standIns: ComparedStandIn[];
}

interface Pair {
  standIn: string;
  rows: [RunRecord[], RunRecord[]];
  sums: [MeasureSums, MeasureSums];
  asked: [number, number];
}

const STRETCH = 25;

/**
 * Two versions of a level, two levels, or a level and how it is with some numbers set otherwise: everybody plays both on the
 * same seeds, so that they differ by what is different and not by chance. Which version a task is played on says its side.
 */
export class Comparison implements RunPlan<CompareTask> {
  private readonly pairs: Pair[];

  constructor(
    standIns: readonly string[],
    private readonly runs: number,
    private readonly overrides: readonly [Overrides, Overrides] = [NO_OVERRIDES, NO_OVERRIDES],
    private readonly firstSeed = 1,
  ) {
    this.pairs = standIns.map((standIn) => ({
      ...{ standIn, rows: [[], []], asked: [0, 0] },
      sums: [emptySums(), emptySums()],
    }));
  }

  next(): CompareTask | undefined {
    const sides = this.pairs.flatMap((pair) => ([0, 1] as const).map((side) => ({ pair, side })));
    // Both sides grow together, so that what is told of them is of the same seeds.
    const [least] = sides
      .filter(({ pair, side }) => pair.asked[side] < this.runs)
      .sort((a, b) => a.pair.asked[a.side] - b.pair.asked[b.side]);
    if (!least) return undefined;
    const { pair, side } = least;
    const count = Math.min(STRETCH, this.runs - pair.asked[side]);
    const firstSeed = this.firstSeed + pair.asked[side];
    pair.asked[side] += count;
    return { side, overrides: this.overrides[side], standInId: pair.standIn, firstSeed, count };
  }

  take({ side, standInId }: CompareTask, { rows, sums }: ChunkResult): void {
    const pair = this.pairs.find(({ standIn }) => standIn === standInId)!;
    pair.rows[side].push(...rows);
    mergeSums(pair.sums[side], sums);
  }

  get state(): CompareState {
    const played = this.pairs.map(({ rows: [before, after] }) => before.length + after.length);
    return {
      runs: played.reduce((sum, count) => sum + count, 0),
      most: 2 * this.runs * this.pairs.length,
      standIns: this.pairs.map((pair) => comparePair(pair, this.pairs.length)),
    };
  }
}

function comparePair({ standIn, rows, sums }: Pair, looks: number): ComparedStandIn {
  const [before, after] = rows.map((own) => new Map(own.map((row) => [row.seed, row])));
  const seeds = [...before.keys()].filter((seed) => after.has(seed)).sort((a, b) => a - b);
  const pick = (own: ReadonlyMap<number, RunRecord>) => seeds.map((seed) => own.get(seed)!);
  const [then, now] = [pick(before), pick(after)];
  const isWon = ({ outcome }: RunRecord) => outcome === 'won';
  const clearsOf = (own: readonly RunRecord[]) => wilsonInterval(own.filter(isWon).length, own.length);
  return {
    standIn,
    seeds: seeds.length,
    clears: [clearsOf(then), clearsOf(now)],
    measures: compareMeasures(then, now, looks),
    gained: seeds.filter((_, at) => isWon(now[at]) && !isWon(then[at])),
    lost: seeds.filter((_, at) => isWon(then[at]) && !isWon(now[at])),
    sums,
  };
}
