import { SHOWN, type ScreenFrame } from '../screen';

/** Between two looks nothing goes farther on its way: what does has been put elsewhere, cells. */
const LEAP_CELLS = 1.5;

/** How the things that are wanted were seen to move, from one look to the next. */
export class SeenMoving {
  /** Cells a tick, by piece; 0 for what stands, or was not seen twice. */
  readonly stepX: Float64Array;
  readonly stepY: Float64Array;
  private readonly lastX: Float64Array;
  private readonly lastY: Float64Array;
  private readonly lastTaken: Int32Array;
  private readonly wasHere: Uint8Array;
  private lastTick = -1;

  constructor(
    private readonly pieces: readonly number[],
    count: number,
  ) {
    this.stepX = new Float64Array(count);
    this.stepY = new Float64Array(count);
    this.lastX = new Float64Array(count);
    this.lastY = new Float64Array(count);
    this.lastTaken = new Int32Array(count);
    this.wasHere = new Uint8Array(count);
  }

  /** Begins a run. */
  reset(): void {
    this.stepX.fill(0);
    this.stepY.fill(0);
    this.wasHere.fill(0);
    this.lastTick = -1;
  }

  /** Takes up a picture of the screen; one that is known already says nothing new. */
  look(frame: ScreenFrame): void {
    const ticks = this.lastTick < 0 ? 0 : frame.tick - this.lastTick;
    if (this.lastTick === frame.tick) return;
    this.lastTick = frame.tick;
    for (const piece of this.pieces) {
      const isHere = frame.shown[piece] === SHOWN.here;
      const isSame = isHere && this.wasHere[piece] === 1 && frame.taken[piece] === this.lastTaken[piece] && ticks > 0;
      const dx = frame.x[piece] - this.lastX[piece];
      const dy = frame.y[piece] - this.lastY[piece];
      const hasGone = isSame && Math.abs(dx) + Math.abs(dy) < LEAP_CELLS;
      this.stepX[piece] = hasGone ? dx / ticks : 0;
      this.stepY[piece] = hasGone ? dy / ticks : 0;
      this.lastX[piece] = frame.x[piece];
      this.lastY[piece] = frame.y[piece];
      this.lastTaken[piece] = frame.taken[piece];
      this.wasHere[piece] = isHere ? 1 : 0;
    }
  }
}
