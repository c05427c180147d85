import type { LevelProgram } from '../../compile/levelProgram';

/** What a run shows of its pieces in one tick, as the screen would. */
export interface ScreenFrame {
  tick: number;
  x: Float64Array;
  y: Float64Array;
  facingX: Float64Array;
  facingY: Float64Array;
  /** One of {@link SHOWN}. */
  shown: Uint8Array;
  /** 1 while the piece is after the player, which the screen shows. */
  isAlarmed: Uint8Array;
  /** 1 once a goal has been filled. */
  isFilled: Uint8Array;
  /** State of each piece, only for the sight area that is drawn for it; −1 without one. */
  state: Int16Array;
  /** How often a place among the pieces has been taken: who comes after another is somebody else. */
  taken: Int32Array;
  /** How often the ground has changed, and what it is. */
  groundChanges: number;
  typeOfCell: Uint8Array;
}

/** A piece is not there; there, but so that nothing meets it yet; or there. */
export const SHOWN = { gone: 0, out: 1, here: 2 } as const;

/** Ticks between two pictures that are kept. */
export const FRAME_TICKS = 3;

/** Keeps the last pictures of the screen, so that a stand-in can be given one that is as old as its reaction delay. */
export class ScreenMemory {
  private readonly frames: ScreenFrame[];
  private recorded = 0;
  private readonly delayFrames: number;

  constructor(program: LevelProgram, delayTicks: number) {
    const count = program.pieces.length;
    this.delayFrames = Math.ceil(delayTicks / FRAME_TICKS);
    this.frames = Array.from({ length: this.delayFrames + 2 }, () => ({
      tick: 0,
      x: new Float64Array(count),
      y: new Float64Array(count),
      facingX: new Float64Array(count),
      facingY: new Float64Array(count),
      shown: new Uint8Array(count),
      isAlarmed: new Uint8Array(count),
      isFilled: new Uint8Array(count),
      state: new Int16Array(count),
      taken: new Int32Array(count),
      groundChanges: 0,
      typeOfCell: program.ground.typeOfCell,
    }));
  }

  reset(): void {
    this.recorded = 0;
    for (const frame of this.frames) frame.groundChanges = -1;
  }

  /** The picture to be filled with what the screen shows in this tick. */
  next(): ScreenFrame {
    return this.frames[this.recorded++ % this.frames.length];
  }

  get isEmpty(): boolean {
    return this.recorded === 0;
  }

  /**
   * The newest picture that may be known; undefined while there is none that is old enough. What a level looks like before
   * it begins is known from the start.
   */
  known(isFirst: boolean): ScreenFrame | undefined {
    if (isFirst) return this.frames[0];
    const seen = this.recorded - 1 - this.delayFrames;
    return seen <= 0 ? undefined : this.frames[seen % this.frames.length];
  }
}
