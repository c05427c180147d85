import { NO_OVERRIDES } from '../../compile/levelProgram';
import type { BriefLine } from '../../document/briefLine';
import type { ChunkResult } from '../../measure/chunk';
import type { MeasuredLevel } from '../../measure/measure';
import { emptySums, mergeSums, summaryOf, type MeasureSums, type Summary } from '../../measure/sums';
import { MOST_TRIES } from '../../simulate/playTries';
import { judgeBrief, needsTries, type BriefVerdict } from '../brief';
import type { PlayTask, RunPlan } from '../search/runPlan';

/** So many runs are asked for at once, and so many are looked at first; then twice as many, since each look may err. */
const STRETCH = 50;
const FIRST_LOOK = 200;

/** Of people who may try again, so many at once, and so many at first. */
const PEOPLE_STRETCH = 10;
const FIRST_PEOPLE = 100;

interface Trial {
  standIn: string;
  /** The lines that it is to decide. */
  lines: readonly BriefLine[];
  /** Whether people may try again until they clear it. */
  triesAgain: boolean;
  sums: MeasureSums;
  summary: Summary | undefined;
  firstClears: number[];
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
    const trialOf = (standIn: string, triesAgain: boolean, firstLook: number): Trial => ({
      ...{ standIn, triesAgain, sums: emptySums(), summary: undefined, firstClears: [], asked: 0, runs: 0 },
      lines: brief.filter((line) => line.standIn === standIn && needsTries(line) === triesAgain),
      wanted: Math.min(firstLook, mostRuns),
    });
    this.trials = players
      .flatMap((standIn) => [trialOf(standIn, false, FIRST_LOOK), trialOf(standIn, true, FIRST_PEOPLE)])
      .filter(({ lines }) => lines.length > 0);
  }

  next(): PlayTask | undefined {
    const trial = this.trials.find(({ asked, wanted }) => asked < wanted);
    if (!trial) return undefined;
    const count = Math.min(trial.triesAgain ? PEOPLE_STRETCH : STRETCH, trial.wanted - trial.asked);
    const firstSeed = this.firstSeed + trial.asked;
    trial.asked += count;
    const tries = trial.triesAgain ? { tries: MOST_TRIES } : {};
    return { overrides: NO_OVERRIDES, standInId: trial.standIn, firstSeed, count, ...tries };
  }

  take({ standInId, tries = 1 }: PlayTask, { sums, rows, firstClears = [] }: ChunkResult): void {
    const trial = this.trials.find((own) => own.standIn === standInId && own.triesAgain === tries > 1)!;
    mergeSums(trial.sums, sums);
    trial.runs += rows.length;
    trial.firstClears.push(...firstClears);
    if (trial.runs < trial.wanted) return;
    trial.summary = summaryOf(trial.sums, this.level);
    const isOpen = this.verdictsOf(trial).some(({ status }) => status === 'open');
    if (isOpen) trial.wanted = Math.min(this.mostRuns, 2 * trial.wanted);
  }

  private verdictsOf({ standIn, lines, triesAgain, summary, firstClears }: Trial): BriefVerdict[] {
    const known = summary && { ...summary, provedSeconds: this.provedSeconds, ...(triesAgain ? { firstClears } : {}) };
    return judgeBrief([...lines], standIn, known);
  }

  /** The lines of the brief, each with how it stands by all runs so far. */
  get verdicts(): BriefVerdict[] {
    return this.trials.flatMap((trial) => this.verdictsOf(trial));
  }

  /** What runs have shown, by who played. */
  get summaries(): { standIn: string; runs: number; summary: Summary }[] {
    return this.trials.flatMap(({ standIn, runs, summary, triesAgain }) =>
      summary && !triesAgain ? [{ standIn, runs, summary }] : [],
    );
  }

  /** About how many runs there will be. */
  get runsWanted(): number {
    return this.trials.reduce((sum, { wanted }) => sum + wanted, 0);
  }
}
