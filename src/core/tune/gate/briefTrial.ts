import { NO_OVERRIDES } from '../../compile/levelProgram';
import type { BriefLine } from '../../document/briefLine';
import type { ChunkResult } from '../../measure/chunk';
import type { MeasuredLevel } from '../../measure/measure';
import { emptySums, mergeSums, summaryOf, type MeasureSums, type Summary } from '../../measure/sums';
import { judgeBrief, type BriefVerdict } from '../brief';
import type { PlayTask, RunPlan } from '../search/runPlan';

/** So many runs are asked for at once, and so many are looked at first; then twice as many, since each look may err. */
const STRETCH = 50;
const FIRST_LOOK = 200;

interface Trial {
  standIn: string;
  sums: MeasureSums;
  summary: Summary | undefined;
  asked: number;
  runs: number;
  /** As many are wanted for the next look. */
  wanted: number;
}

/** Plays a level as it is by everybody of whom its brief says something, until each line is decided or so many runs are made. */
export class BriefTrial implements RunPlan<PlayTask> {
  private readonly trials: Trial[];

  constructor(
    private readonly brief: readonly BriefLine[],
    private readonly level: MeasuredLevel,
    private readonly mostRuns: number,
    private readonly firstSeed = 1,
    /** The least time in which a proof has won it, s. */
    private readonly provedSeconds?: number,
  ) {
    const players = [...new Set(brief.map(({ standIn }) => standIn))];
    this.trials = players.map((standIn) => ({
      ...{ standIn, sums: emptySums(), summary: undefined, asked: 0, runs: 0 },
      wanted: Math.min(FIRST_LOOK, mostRuns),
    }));
  }

  next(): PlayTask | undefined {
    const trial = this.trials.find(({ asked, wanted }) => asked < wanted);
    if (!trial) return undefined;
    const count = Math.min(STRETCH, trial.wanted - trial.asked);
    const firstSeed = this.firstSeed + trial.asked;
    trial.asked += count;
    return { overrides: NO_OVERRIDES, standInId: trial.standIn, firstSeed, count };
  }

  take({ standInId }: PlayTask, { sums, rows }: ChunkResult): void {
    const trial = this.trials.find(({ standIn }) => standIn === standInId)!;
    mergeSums(trial.sums, sums);
    trial.runs += rows.length;
    if (trial.runs < trial.wanted) return;
    trial.summary = summaryOf(trial.sums, this.level);
    const isOpen = this.verdictsOf(trial).some(({ status }) => status === 'open');
    if (isOpen) trial.wanted = Math.min(this.mostRuns, 2 * trial.wanted);
  }

  private verdictsOf({ standIn, summary }: Trial): BriefVerdict[] {
    return judgeBrief([...this.brief], standIn, summary && { ...summary, provedSeconds: this.provedSeconds });
  }

  /** The lines of the brief, each with how it stands by all runs so far. */
  get verdicts(): BriefVerdict[] {
    return this.trials.flatMap((trial) => this.verdictsOf(trial));
  }

  /** What runs have shown, by who played. */
  get summaries(): { standIn: string; runs: number; summary: Summary }[] {
    return this.trials.flatMap(({ standIn, runs, summary }) => (summary ? [{ standIn, runs, summary }] : []));
  }

  /** About how many runs there will be. */
  get runsWanted(): number {
    return this.trials.reduce((sum, { wanted }) => sum + wanted, 0);
  }
}
