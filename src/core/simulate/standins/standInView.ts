import type { LevelProgram } from '../../compile/levelProgram';
import { PlayerBody } from '../engine/player/playerBody';

/** What a run shows of its pieces in one tick, as the screen would. */
export interface ScreenFrame {
  x: Float64Array;
  y: Float64Array;
  facingX: Float64Array;
  facingY: Float64Array;
  /** 1 while the piece is after the player, which the screen shows. */
  isAlarmed: Uint8Array;
  /** 1 while the piece is not there, or there but out. */
  isGone: Uint8Array;
  /** 1 once a goal has been filled. */
  isFilled: Uint8Array;
}

/**
 * What a stand-in knows. Threats are as they stood `delayTicks` ago: nothing in here is newer. Its own place is known by
 * what it pressed, so it is not delayed.
 */
export interface StandInView {
  own: Readonly<PlayerBody>;
  tick: number;
  /** Age of what it sees. */
  delayTicks: number;
  /** The newest picture it has, and one a little older from which it judges motion. */
  seen: ScreenFrame;
  earlier: ScreenFrame;
  /** Ticks between the two. */
  gapTicks: number;
}

/** Ticks over which motion is judged. */
const MOTION_TICKS = 8;

/** Keeps the last pictures of the screen, so that a stand-in can be given one that is as old as its reaction delay. */
export class ScreenMemory {
  private readonly frames: ScreenFrame[];
  private recorded = 0;
  private readonly view: StandInView;

  constructor(
    program: LevelProgram,
    private readonly delayTicks: number,
  ) {
    const count = program.pieces.length;
    this.frames = Array.from({ length: delayTicks + MOTION_TICKS + 1 }, () => ({
      x: new Float64Array(count),
      y: new Float64Array(count),
      facingX: new Float64Array(count),
      facingY: new Float64Array(count),
      isAlarmed: new Uint8Array(count),
      isGone: new Uint8Array(count),
      isFilled: new Uint8Array(count),
    }));
    this.view = {
      own: new PlayerBody(),
      tick: 0,
      delayTicks,
      seen: this.frames[0],
      earlier: this.frames[0],
      gapTicks: 1,
    };
  }

  reset(): void {
    this.recorded = 0;
  }

  /** The frame to be filled with what the screen shows in this tick. */
  next(): ScreenFrame {
    return this.frames[this.recorded++ % this.frames.length];
  }

  /** A piece has just come in: where its place among the pieces was used before says nothing of how it moves. */
  noteArrival(piece: number, x: number, y: number): void {
    for (const frame of this.frames) {
      frame.x[piece] = x;
      frame.y[piece] = y;
    }
  }

  /** What can be known in this tick; before the delay has passed, the first picture. */
  viewNow(own: Readonly<PlayerBody>, tick: number): StandInView {
    const seen = Math.max(0, this.recorded - 1 - this.delayTicks);
    const earlier = Math.max(0, seen - MOTION_TICKS);
    this.view.own = own;
    this.view.tick = tick;
    this.view.delayTicks = this.recorded - 1 - seen;
    this.view.seen = this.frames[seen % this.frames.length];
    this.view.earlier = this.frames[earlier % this.frames.length];
    this.view.gapTicks = Math.max(1, seen - earlier);
    return this.view;
  }
}
