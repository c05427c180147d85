import type { Overrides } from '../../compile/levelProgram';
import { NO_OVERRIDES } from '../../compile/levelProgram';
import type { GameDocument, Level } from '../../document/gameDocument';
import type { ChunkResult } from '../../measure/chunk';
import { strictZ } from '../../measure/changes';
import { differencesBySeed, meanDifference, type PairedDifference } from '../../measure/statistics/pairedDifference';
import { listNumbers, readOverrides, type NamedNumber } from '../../numbers/readOverrides';
import type { RunRecord } from '../../simulate/runRecord';
import type { PlayTask, RunPlan } from './runPlan';
import { roundTo } from './swept';

/** What a number comes to when it is a step less, or more. */
export interface StepFigure {
  value: number;
  runs: number;
  /** In how many of these runs anything at all went otherwise. */
  touched: number;
  /** Clear rate with the step less that without, −1..1, its interval widened for so many looks; undefined as long as unknown. */
  difference: PairedDifference | undefined;
  /** Why the level cannot be run so, in words. */
  fault: string | undefined;
}

/** A number of the level and what a step of it does. */
export interface MatterFigure {
  number: NamedNumber;
  down: StepFigure | undefined;
  up: StepFigure | undefined;
}

export interface MatterState {
  runs: number;
  most: number;
  /** Those that are known, what does most first; those that change nothing last. */
  figures: MatterFigure[];
}

interface Side {
  number: number;
  value: number;
  overrides: Overrides;
  asked: number;
  rows: RunRecord[];
  fault: string | undefined;
}

export interface MatterTask extends PlayTask {
  /** −1 for the level as it is. */
  side: number;
}

/** A step is this share of a number; of whole ones it is 1 at least. */
const STEP_SHARE = 0.1;
const STRETCH = 20;
/** Everything is played so often first; what changes nothing at all in these is left at that, all else is played on. */
const TOUCH_RUNS = 10;
const FIRST_RUNS = 40;
/** So many sides that seem to do most are played on. */
const MOST_PLAYED_ON = 24;

/**
 * What each number of a level does: a tenth less and a tenth more of it, played by one stand-in on the same seeds as the level
 * as it is. A number of which no run takes any notice is dead there.
 */
export class Matter implements RunPlan<MatterTask> {
  private readonly numbers: NamedNumber[];
  private readonly sides: Side[] = [];
  private readonly plain: Side = {
    number: -1,
    value: 0,
    overrides: NO_OVERRIDES,
    asked: 0,
    rows: [],
    fault: undefined,
  };
  private readonly plainHashes = new Map<number, string>();
  /** Those that seemed to do most; undefined as long as that is not known. */
  private playedOn: ReadonlySet<Side> | undefined;

  constructor(
    game: GameDocument,
    level: Level,
    private readonly standIn: string,
    private readonly runs: number,
    private readonly firstSeed = 1,
  ) {
    this.numbers = numbersToStep(game, level);
    this.numbers.forEach((number, index) => {
      for (const value of stepsOf(number)) {
        const read = readOverrides(game, level, [{ name: number.name, value }]);
        if (read.ok)
          this.sides.push({ number: index, value, overrides: read.value, asked: 0, rows: [], fault: undefined });
      }
    });
  }

  next(): MatterTask | undefined {
    const side = this.nextSide();
    if (!side) return undefined;
    const count = Math.min(STRETCH, this.limitOf(side) - side.asked);
    const task = {
      ...{ side: this.sides.indexOf(side), overrides: side.overrides, standInId: this.standIn },
      ...{ firstSeed: this.firstSeed + side.asked, count },
    };
    side.asked += count;
    return task;
  }

  private nextSide(): Side | undefined {
    const isOpen = (side: Side) => side.fault === undefined && side.asked < this.limitOf(side);
    const open = isOpen(this.plain) ? this.plain : this.sides.find(isOpen);
    if (open || this.playedOn) return open;
    // Those that seemed to do most are known once all that was asked is in.
    const isUnderWay = ({ rows, asked, fault }: Side) => fault === undefined && rows.length < asked;
    if ([this.plain, ...this.sides].some(isUnderWay)) return undefined;
    const strong = this.sides
      .filter((side) => side.fault === undefined && this.touchedOf(side) > 0)
      .sort((a, b) => Math.abs(this.differenceOf(b)?.value ?? 0) - Math.abs(this.differenceOf(a)?.value ?? 0));
    this.playedOn = new Set(strong.slice(0, MOST_PLAYED_ON));
    return this.sides.find(isOpen);
  }

  /** Up to how many runs a side is played for now: more where the first ones took notice of it. */
  private limitOf(side: Side): number {
    if (side === this.plain || this.playedOn?.has(side)) return this.runs;
    const least = Math.min(TOUCH_RUNS, this.runs);
    const isKnown = this.plain.rows.length === this.runs && side.rows.length === side.asked && side.asked >= least;
    if (!isKnown) return Math.max(least, side.asked);
    return this.touchedOf(side) > 0 ? Math.max(side.asked, Math.min(FIRST_RUNS, this.runs)) : side.asked;
  }

  take({ side }: MatterTask, { rows }: ChunkResult): void {
    (side < 0 ? this.plain : this.sides[side]).rows.push(...rows);
    if (side < 0) for (const { seed, hash } of rows) this.plainHashes.set(seed, hash);
  }

  refuse({ side }: MatterTask, why: string): void {
    (side < 0 ? this.plain : this.sides[side]).fault ??= why;
  }

  get state(): MatterState {
    const sides = [this.plain, ...this.sides];
    const { z } = this;
    const figures = this.numbers.flatMap((number, index): MatterFigure[] => {
      const own = this.sides.filter((side) => side.number === index);
      if (own.length === 0 || own.some((side) => !this.isKnown(side))) return [];
      const figureOf = (side: Side | undefined) => side && this.figureOf(side, z);
      return [
        {
          number,
          down: figureOf(own.find(({ value }) => value < (number.value ?? 0))),
          up: figureOf(own.find(({ value }) => value > (number.value ?? 0))),
        },
      ];
    });
    return {
      runs: sides.reduce((sum, { rows }) => sum + rows.length, 0),
      most: this.mostRuns(),
      figures: figures.sort((a, b) => strengthOf(b) - strengthOf(a)),
    };
  }

  private isKnown({ rows, fault }: Side): boolean {
    return (
      fault !== undefined || (this.plain.rows.length === this.runs && rows.length >= Math.min(TOUCH_RUNS, this.runs))
    );
  }

  /** About how many runs it will be: those that are asked for now, and later those of the strongest. */
  private mostRuns(): number {
    const now = [this.plain, ...this.sides].reduce(
      (sum, side) => sum + (side.fault ? side.rows.length : this.limitOf(side)),
      0,
    );
    return this.playedOn
      ? now
      : now + Math.min(MOST_PLAYED_ON, this.sides.length) * Math.max(0, this.runs - FIRST_RUNS);
  }

  private figureOf(side: Side, z: number): StepFigure {
    const { value, rows, fault } = side;
    return { value, runs: rows.length, touched: this.touchedOf(side), difference: this.differenceOf(side, z), fault };
  }

  private touchedOf({ rows }: Side): number {
    return rows.filter(({ seed, hash }) => this.plainHashes.get(seed) !== hash).length;
  }

  private differenceOf({ rows }: Side, z = 0): PairedDifference | undefined {
    const differences = differencesBySeed(this.plain.rows, rows, ({ outcome }) => (outcome === 'won' ? 1 : 0));
    return meanDifference(differences, z);
  }

  /** For how many steps intervals are widened: those of which no run takes notice are no comparison. */
  private get z(): number {
    return strictZ(Math.max(1, this.sides.filter((side) => this.touchedOf(side) > 0).length));
  }
}

/** Where something lies or looks: a tenth of that is no step that anybody would take. */
const PLACE = /\.(at|area|point|line|route)(\.\d+)?\.(x|y|width|height|\d+)$|\.facing$/;

/** Every number once: what is listed of whoever is played stands at its kind, too. Places are left out. */
function numbersToStep(game: GameDocument, level: Level): NamedNumber[] {
  return listNumbers(game, level).filter(
    ({ name, fullName, value }) =>
      value !== undefined &&
      !fullName.startsWith('player:') &&
      !name.includes('.knobs.') &&
      !PLACE.test(name) &&
      name !== 'ticksPerSecond',
  );
}

/** A tenth less and a tenth more, as far as the limits of the number let it. */
function stepsOf({ value = 0, low, high, isWhole }: NamedNumber): number[] {
  const step = isWhole ? Math.max(1, Math.round(STEP_SHARE * Math.abs(value))) : STEP_SHARE * Math.abs(value);
  if (!(step > 0)) return [];
  const digits = step / 10;
  return [roundTo(value - step, isWhole ? 1 : digits), roundTo(value + step, isWhole ? 1 : digits)].filter(
    (one) => one >= low && one <= high && one !== value,
  );
}

/** What is sure to do something comes first, by how much; then what at least is noticed; what does nothing last. */
function strengthOf({ down, up }: MatterFigure): number {
  return Math.max(...[down, up].map((side) => (side ? strengthOfStep(side) : -1)));
}

function strengthOfStep({ difference, touched, runs }: StepFigure): number {
  if (!difference || touched === 0) return 0;
  return (difference.isReal ? 10 : 1) * Math.abs(difference.value) + (1e-3 * touched) / Math.max(1, runs);
}

/** Whether no run takes notice of it. */
export function isDead({ down, up }: MatterFigure): boolean {
  return [down, up].every((side) => !side || (side.fault === undefined && side.touched === 0));
}

/** "−14 ± 3 points", or why there is none. */
export function sayStep(side: StepFigure | undefined): string {
  if (!side) return '–';
  if (side.fault !== undefined) return 'cannot be run';
  if (side.touched === 0) return 'changes nothing';
  const { difference } = side;
  if (!difference) return 'not known';
  const sign = difference.value < 0 ? '−' : '+';
  return `${sign}${(100 * Math.abs(difference.value)).toFixed(0)} ± ${(100 * difference.halfWidth).toFixed(0)} points`;
}
