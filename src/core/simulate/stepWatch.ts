import type { LevelProgram } from '../compile/levelProgram';
import type { World } from './engine/world';

/** So many turns each has to have made, and this share of all of both at the same time. */
const LEAST_TURNS = 4;
const SAME_SHARE = 0.9;
/** Moves between two looks that are shorter than this are none, cells. */
const LEAST_MOVE = 0.02;

/** The heading of what has not gone anywhere. */
const STILL = 4;
/** Of a slanted way each part counts that is at least this share of the other: tan 22.5°. */
const SLANTED = 0.4142;

/** Two of a kind that turn in step. */
export interface InStep {
  /** Index of the second one. */
  piece: number;
  at: number;
  x: number;
  y: number;
}

/**
 * Notes which of a kind turn in step with the one before them: copies that were never set apart. Only pieces that are placed
 * and go by a behavior of their own; who marches in a formation is meant to. For one run at a time.
 */
export class StepWatch {
  private readonly pairs: readonly (readonly [number, number])[];
  private readonly watched: readonly number[];
  private readonly lastX: Float64Array;
  private readonly lastY: Float64Array;
  /** Heading of each, one of eight; and whether it has just turned. */
  private readonly heading: Uint8Array;
  private readonly hasTurned: Uint8Array;
  private readonly turns: Int32Array;
  private readonly together: Int32Array;
  private readonly firstTick: Int32Array;

  constructor(private readonly program: LevelProgram) {
    const { pieces } = program;
    const kinds = new Map<number, number[]>();
    for (const [index, { kindIndex, brain, isArrival, isShot, formation, partOf }] of pieces.entries())
      if (brain >= 0 && !isArrival && !isShot && formation < 0 && partOf < 0)
        kinds.set(kindIndex, [...(kinds.get(kindIndex) ?? []), index]);
    this.pairs = [...kinds.values()].flatMap((own) =>
      own.slice(1).map((piece, index): [number, number] => [own[index], piece]),
    );
    this.watched = [...new Set(this.pairs.flat())];
    const count = pieces.length;
    this.lastX = new Float64Array(count).fill(NaN);
    this.lastY = new Float64Array(count);
    this.heading = new Uint8Array(count).fill(STILL);
    this.hasTurned = new Uint8Array(count);
    this.turns = new Int32Array(count);
    this.together = new Int32Array(count);
    this.firstTick = new Int32Array(count).fill(-1);
  }

  get isNeeded(): boolean {
    return this.pairs.length > 0;
  }

  /** Some times a second. */
  look({ x, y, alive, tick }: World): void {
    for (const piece of this.watched) {
      this.hasTurned[piece] = 0;
      const [dx, dy] = [x[piece] - this.lastX[piece], y[piece] - this.lastY[piece]];
      this.lastX[piece] = x[piece];
      this.lastY[piece] = y[piece];
      if (alive[piece] === 0 || !(Math.abs(dx) + Math.abs(dy) > LEAST_MOVE)) continue;
      const heading = 3 * signOf(dx, dy) + signOf(dy, dx) + 4;
      if (this.heading[piece] !== STILL && this.heading[piece] !== heading) {
        this.hasTurned[piece] = 1;
        this.turns[piece]++;
      }
      this.heading[piece] = heading;
    }
    for (const [one, other] of this.pairs) {
      if (this.hasTurned[one] + this.hasTurned[other] < 2) continue;
      this.together[other]++;
      if (this.firstTick[other] < 0) this.firstTick[other] = tick;
    }
  }

  /** Who turned in step with the one before it; ready for the next run. */
  finish({ x, y }: World): InStep[] {
    const seen = this.pairs.flatMap(([one, other]): InStep[] => {
      const [first, second, both] = [this.turns[one], this.turns[other], this.together[other]];
      const isInStep = Math.min(first, second) >= LEAST_TURNS && both >= SAME_SHARE * Math.max(first, second);
      const at = this.firstTick[other] / this.program.ticksPerSecond;
      return isInStep ? [{ piece: other, at, x: x[other], y: y[other] }] : [];
    });
    this.lastX.fill(NaN);
    this.heading.fill(STILL);
    this.turns.fill(0);
    this.together.fill(0);
    this.firstTick.fill(-1);
    return seen;
  }
}

/** Which way a part of a move goes: −1, 0 or 1. */
function signOf(part: number, other: number): number {
  return Math.abs(part) < SLANTED * Math.abs(other) ? 0 : Math.sign(part);
}
