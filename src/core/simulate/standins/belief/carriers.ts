import type { LevelProgram } from '../../../compile/levelProgram';
import { SHOWN } from '../screen';
import type { Belief } from './belief';

/** So near to the edge of a carrier nobody steps on it, cells. */
const EDGE_CELLS = 0.35;
/** Numbers that one carrier takes. */
const FIELDS = 8;

/** Where what bears the player is expected, over the time that is planned, from above. */
export class CarrierForecast {
  private readonly pieces: readonly number[];
  /**
   * For each carrier: where it is now, how far it goes in a step of the plan, and how far it bears to the east, west, south
   * and north; x of a lost one is not a number.
   */
  private readonly from: Float64Array;
  /** For every step and cell where the numbers of the carrier under it begin, or −1; only of steps that are noted. */
  private readonly under: Int16Array;
  private readonly isNoted: Uint8Array;
  private readonly cells: number;
  /** How far off the middle of its cell the player rides; hops keep that. */
  offMiddleX = 0;
  offMiddleY = 0;

  constructor(
    private readonly program: LevelProgram,
    private readonly steps: number,
  ) {
    const { pieces, kinds, grid } = program;
    this.pieces = pieces.flatMap(({ kindIndex }, piece) => (kinds[kindIndex].isCarrier ? [piece] : []));
    this.cells = grid.width * grid.height;
    this.from = new Float64Array(FIELDS * this.pieces.length);
    this.pieces.forEach((piece, index) => {
      const { west, east, north, south } = kinds[pieces[piece].kindIndex].hit;
      this.from.set([east - EDGE_CELLS, EDGE_CELLS - west, south, -north], FIELDS * index + 4);
    });
    this.under = new Int16Array(this.pieces.length > 0 ? this.cells * (steps + 1) : 0);
    this.isNoted = new Uint8Array(steps + 1);
  }

  /** Works out where each will be, in steps of so many ticks from now on. */
  update(belief: Belief, tick: number, ticksPerStep: number): void {
    this.isNoted.fill(0);
    const { frame, velocityX, velocityY } = belief;
    const delay = tick - belief.tick;
    this.pieces.forEach((piece, index) => {
      const at = FIELDS * index;
      this.from[at] = frame.shown[piece] === SHOWN.here ? frame.x[piece] + velocityX[piece] * delay : NaN;
      this.from[at + 1] = frame.y[piece] + velocityY[piece] * delay;
      this.from[at + 2] = velocityX[piece] * ticksPerStep;
      this.from[at + 3] = velocityY[piece] * ticksPerStep;
    });
  }

  /** Whether a carrier is expected to be under the middle of a cell at a step. */
  bears(cell: number, step: number): boolean {
    return this.carrierUnder(cell, step) >= 0;
  }

  /** The cell in which one that waits in a cell finds itself a step later. */
  carriedTo(cell: number, step: number): number {
    const carrier = this.carrierUnder(cell, step);
    if (carrier < 0 || this.bears(cell, step + 1)) return cell;
    const { width } = this.program.grid;
    const stepX = this.from[carrier + 2];
    const stepY = this.from[carrier + 3];
    return Math.abs(stepX) >= Math.abs(stepY) ? cell + Math.sign(stepX) : cell + Math.sign(stepY) * width;
  }

  /** Where the numbers of the carrier begin that is expected under a place after so many steps, whole or not, or −1; not too near to its edge. */
  carrierAt(x: number, y: number, step: number): number {
    const { from } = this;
    for (let at = 0; at < from.length; at += FIELDS) {
      const gapX = x - from[at] - from[at + 2] * step;
      const gapY = y - from[at + 1] - from[at + 3] * step;
      // Not a number for one that is lost: then nothing is within its reach.
      const isOver =
        gapX <= from[at + 4] &&
        gapX >= from[at + 5] &&
        gapY <= from[at + 6] - EDGE_CELLS &&
        gapY >= from[at + 7] + EDGE_CELLS;
      if (isOver) return at;
    }
    return -1;
  }

  /** How far a carrier goes in a step, cells. */
  stepX(carrier: number): number {
    return this.from[carrier + 2];
  }

  stepY(carrier: number): number {
    return this.from[carrier + 3];
  }

  private carrierUnder(cell: number, step: number): number {
    const known = Math.min(step, this.steps);
    if (this.isNoted[known] === 0) this.note(known);
    return this.under[known * this.cells + cell];
  }

  /** Notes for every cell which carrier is expected to be under its middle at a step; of several the first. */
  private note(step: number): void {
    const { width, height } = this.program.grid;
    const { from, under } = this;
    const first = step * this.cells;
    under.fill(-1, first, first + this.cells);
    this.isNoted[step] = 1;
    for (let at = from.length - FIELDS; at >= 0; at -= FIELDS) {
      const x = from[at] + from[at + 2] * step;
      const y = from[at + 1] + from[at + 3] * step;
      // Not a number for one that is lost: then no column is within its reach.
      const lastColumn = Math.min(width - 1, Math.ceil(x + from[at + 4] - this.offMiddleX));
      const lastRow = Math.min(height - 1, Math.ceil(y + from[at + 6] - this.offMiddleY));
      const firstColumn = Math.max(0, Math.floor(x + from[at + 5] - this.offMiddleX) - 1);
      for (let row = Math.max(0, Math.floor(y + from[at + 7] - this.offMiddleY) - 1); row <= lastRow; row++) {
        const gapY = row + 0.5 + this.offMiddleY - y;
        if (gapY > from[at + 6] || gapY < from[at + 7]) continue;
        for (let column = firstColumn; column <= lastColumn; column++) {
          const gapX = column + 0.5 + this.offMiddleX - x;
          if (gapX <= from[at + 4] && gapX >= from[at + 5]) under[first + row * width + column] = at;
        }
      }
    }
  }
}
