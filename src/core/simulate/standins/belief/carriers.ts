import { cellIndexAt } from '../../../arena/grid';
import type { LevelProgram } from '../../../compile/levelProgram';
import { SHOWN } from '../screen';
import type { Belief } from './belief';

/** So near to the edge of a carrier nobody steps on it, cells. */
const EDGE_CELLS = 0.35;
/** What has stopped no farther than this from firm ground has come to where it lands, cells beyond its edge. */
const LANDING_CELLS = 0.3;
/** What stands, and was never seen to set out again, is taken to stand for so long; and a little longer when that is over, s. */
const PAUSE_SECONDS = 1;
const LINGERS_SECONDS = 0.5;
/** What is farther than this from where it was expected goes otherwise than that, cells. */
const ASTRAY_CELLS = 0.2;
/** So near to the edge of a ferry nobody goes on the way, cells. */
const BRINK_CELLS = 0.17;
/** Numbers that tell how far one carrier bears. */
const FIELDS = 4;

/** Where what bears the player is expected, over the time that is planned, from above. */
export class CarrierForecast {
  private readonly pieces: readonly number[];
  /** 1 for what only ever drifts straight on. */
  private readonly drifts: Uint8Array;
  /** For each carrier how far it bears to the east, west, south and north. */
  private readonly reach: Float64Array;
  private readonly isRound: Uint8Array;
  /** Where each is expected at every step; not a number for one that is lost. */
  private readonly x: Float64Array;
  private readonly y: Float64Array;
  /** For every step and cell which carrier is under it, or −1; only of steps that are noted. */
  private readonly under: Int16Array;
  private readonly isNoted: Uint8Array;
  private readonly cells: number;
  private updatedTick = 0;
  private ticksPerStep = 1;
  /** How far off the middle of its cell the player rides; hops keep that. */
  offMiddleX = 0;
  offMiddleY = 0;

  constructor(
    private readonly program: LevelProgram,
    private readonly steps: number,
    /** Which beats are known of what was seen: how often they were seen before; 0 for none. */
    private readonly beatRounds = 0,
  ) {
    const { pieces, kinds, grid, brains } = program;
    this.pieces = pieces.flatMap(({ kindIndex }, piece) => (kinds[kindIndex].isCarrier ? [piece] : []));
    this.drifts = Uint8Array.from(this.pieces, (piece) => {
      const { brain, isArrival, isShot } = pieces[piece];
      const isStraight = brain < 0 || brains[brain].states.every(({ motion }) => motion.operation === 'drift');
      return isStraight || isArrival || isShot ? 1 : 0;
    });
    this.cells = grid.width * grid.height;
    this.reach = new Float64Array(FIELDS * this.pieces.length);
    this.pieces.forEach((piece, index) => {
      const { west, east, north, south } = kinds[pieces[piece].kindIndex].hit;
      this.reach.set([east, -west, south, -north], FIELDS * index);
    });
    this.isRound = Uint8Array.from(this.pieces, (piece) => {
      const { parts } = kinds[pieces[piece].kindIndex].hit;
      return parts.length === 1 && parts[0].isCircle ? 1 : 0;
    });
    this.x = new Float64Array((steps + 1) * this.pieces.length);
    this.y = new Float64Array((steps + 1) * this.pieces.length);
    this.under = new Int16Array(this.pieces.length > 0 ? this.cells * (steps + 1) : 0);
    this.isNoted = new Uint8Array(steps + 1);
  }

  /** Works out where each will be, in steps of so many ticks from now on; where the player drowns is told by cell. */
  update(belief: Belief, tick: number, ticksPerStep: number, isWater: Uint8Array): void {
    this.isNoted.fill(0);
    this.updatedTick = tick;
    this.ticksPerStep = ticksPerStep;
    const delay = tick - belief.tick;
    this.pieces.forEach((piece, index) => {
      if (belief.frame.shown[piece] !== SHOWN.here) this.x.fill(NaN, this.first(index), this.first(index + 1));
      else if (this.drifts[index] === 1) this.goOn(belief, piece, index, delay, ticksPerStep);
      else if (!this.follow(belief, piece, index, delay, ticksPerStep))
        this.ferry(belief, piece, index, delay, ticksPerStep, isWater);
    });
  }

  /** Whether all are where they were expected when this was last worked out. */
  holds({ frame, tick }: Belief): boolean {
    const step = (tick - this.updatedTick) / this.ticksPerStep;
    if (step < 0) return true;
    return this.pieces.every((piece, carrier) => {
      if (frame.shown[piece] !== SHOWN.here) return Number.isNaN(this.x[this.first(carrier)]);
      const far =
        Math.abs(frame.x[piece] - this.placeOf(this.x, carrier, step)) +
        Math.abs(frame.y[piece] - this.placeOf(this.y, carrier, step));
      return far < ASTRAY_CELLS;
    });
  }

  private first(index: number): number {
    return index * (this.steps + 1);
  }

  private put(index: number, step: number, x: number, y: number): void {
    this.x[this.first(index) + step] = x;
    this.y[this.first(index) + step] = y;
  }

  /** Straight on as it goes now. */
  private goOn(
    { frame, velocityX, velocityY }: Belief,
    piece: number,
    index: number,
    delay: number,
    each: number,
  ): void {
    for (let step = 0; step <= this.steps; step++) {
      const ticks = delay + step * each;
      this.put(index, step, frame.x[piece] + velocityX[piece] * ticks, frame.y[piece] + velocityY[piece] * ticks);
    }
  }

  /** As it went in its last round; false where none is known. */
  private follow({ past }: Belief, piece: number, index: number, delay: number, each: number): boolean {
    const round = past.roundOf(piece, this.beatRounds, delay + this.steps * each);
    if (round === 0) return false;
    for (let step = 0; step <= this.steps; step++) {
      const place = past.placeAfter(piece, round, delay + step * each);
      if (Number.isNaN(past.xAt(place))) return false;
      this.put(index, step, past.xAt(place), past.yAt(place));
    }
    return true;
  }

  /**
   * To and fro between where it lands: on until its middle comes to firm ground or to where it turned before, and back again after
   * a pause like the last one.
   */
  private ferry(belief: Belief, piece: number, index: number, delay: number, each: number, isWater: Uint8Array): void {
    const { frame, turns, pauseTicks, stillSince } = belief;
    const { ticksPerSecond } = this.program;
    let x = frame.x[piece];
    let y = frame.y[piece];
    let speedX = belief.velocityX[piece];
    let speedY = belief.velocityY[piece];
    const pause = pauseTicks[piece] > 0 ? pauseTicks[piece] : PAUSE_SECONDS * ticksPerSecond;
    let waits = 0;
    const stands = speedX === 0 && speedY === 0;
    if (stands) {
      [speedX, speedY] = [turns.wentX[piece], turns.wentY[piece]];
      const stood = belief.tick - stillSince[piece];
      waits = stood < pause ? pause - stood : LINGERS_SECONDS * ticksPerSecond;
      if (this.hasLanded(index, x, y, speedX, speedY, isWater)) [speedX, speedY] = [-speedX, -speedY];
    }
    let ticks = delay;
    for (let step = 0; step <= this.steps; step++) {
      const goes = Math.max(0, ticks - waits);
      waits = Math.max(0, waits - ticks);
      const [nextX, nextY] = [x + speedX * goes, y + speedY * goes];
      const lands = goes > 0 && !this.isWaterAt(nextX, nextY, isWater);
      if (!lands) [x, y] = [nextX, nextY];
      if (lands || (goes > 0 && turns.turnsAt(piece, x, y, speedX, speedY, goes))) {
        [speedX, speedY] = [-speedX, -speedY];
        waits = pause;
      }
      this.put(index, step, x, y);
      ticks = each;
    }
  }

  private isWaterAt(x: number, y: number, isWater: Uint8Array): boolean {
    return isWater[cellIndexAt(this.program.grid, x, y)] === 1;
  }

  /** Whether firm ground lies before the edge of a carrier that has come to a place by this speed. */
  private hasLanded(index: number, x: number, y: number, speedX: number, speedY: number, isWater: Uint8Array): boolean {
    const at = FIELDS * index;
    const [east, west, south, north] = this.reach.subarray(at, at + FIELDS);
    const aheadX = speedX > 0 ? east + LANDING_CELLS : speedX < 0 ? west - LANDING_CELLS : 0;
    const aheadY = speedY > 0 ? south + LANDING_CELLS : speedY < 0 ? north - LANDING_CELLS : 0;
    return !this.isWaterAt(x + aheadX, y + aheadY, isWater);
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
    const stepX = this.shiftX(carrier, step, step + 1);
    const stepY = this.shiftY(carrier, step, step + 1);
    return Math.abs(stepX) >= Math.abs(stepY) ? cell + Math.sign(stepX) : cell + Math.sign(stepY) * width;
  }

  /** The carrier that is expected under a place after so many steps, whole or not, or −1; not too near to its edge. */
  carrierAt(x: number, y: number, step: number): number {
    for (let carrier = 0; carrier < this.pieces.length; carrier++)
      if (this.isOver(carrier, x, y, step, EDGE_CELLS)) return carrier;
    return -1;
  }

  /** Whether something is expected to bear whoever passes a place; ferries speed up and slow down, so their brink is kept from. */
  bearsOnTheWay(x: number, y: number, step: number): boolean {
    for (let carrier = 0; carrier < this.pieces.length; carrier++)
      if (this.isOver(carrier, x, y, step, this.drifts[carrier] === 1 ? 0 : BRINK_CELLS)) return true;
    return false;
  }

  private isOver(carrier: number, x: number, y: number, step: number, edge: number): boolean {
    const { reach } = this;
    const gapX = x - this.placeOf(this.x, carrier, step);
    const gapY = y - this.placeOf(this.y, carrier, step);
    const at = FIELDS * carrier;
    // Not a number for one that is lost: then nothing is within its reach.
    const isInside =
      gapX <= reach[at] - edge &&
      gapX >= reach[at + 1] + edge &&
      gapY <= reach[at + 2] - edge &&
      gapY >= reach[at + 3] + edge;
    const within = reach[at] - edge;
    return isInside && (this.isRound[carrier] === 0 || gapX * gapX + gapY * gapY <= within * within);
  }

  /** How far a carrier goes between two steps, whole or not, cells. */
  shiftX(carrier: number, from: number, to: number): number {
    return this.placeOf(this.x, carrier, to) - this.placeOf(this.x, carrier, from);
  }

  shiftY(carrier: number, from: number, to: number): number {
    return this.placeOf(this.y, carrier, to) - this.placeOf(this.y, carrier, from);
  }

  /** Where a carrier is between two steps; beyond the last it goes on as it did before. */
  private placeOf(places: Float64Array, carrier: number, step: number): number {
    const whole = Math.min(Math.floor(step), this.steps - 1);
    const at = this.first(carrier) + whole;
    return places[at] + (places[at + 1] - places[at]) * (step - whole);
  }

  /** Whether a carrier goes to and fro, and does not drift away with whoever stays on it; not where there is none, −1. */
  isFerry(carrier: number): boolean {
    return carrier >= 0 && this.drifts[carrier] === 0;
  }

  /** The carrier that is expected under the middle of a cell at a step, or −1. */
  carrierUnder(cell: number, step: number): number {
    const known = Math.min(step, this.steps);
    if (this.isNoted[known] === 0) this.note(known);
    return this.under[known * this.cells + cell];
  }

  /** Notes for every cell which carrier is expected to be under its middle at a step; of several the first. */
  private note(step: number): void {
    const { width, height } = this.program.grid;
    const { reach, under } = this;
    const first = step * this.cells;
    under.fill(-1, first, first + this.cells);
    this.isNoted[step] = 1;
    for (let carrier = this.pieces.length - 1; carrier >= 0; carrier--) {
      const at = FIELDS * carrier;
      const x = this.x[this.first(carrier) + step];
      const y = this.y[this.first(carrier) + step];
      // Not a number for one that is lost: then no column is within its reach.
      const [east, west] = [reach[at] - EDGE_CELLS, reach[at + 1] + EDGE_CELLS];
      const lastColumn = Math.min(width - 1, Math.ceil(x + east - this.offMiddleX));
      const lastRow = Math.min(height - 1, Math.ceil(y + reach[at + 2] - this.offMiddleY));
      const firstColumn = Math.max(0, Math.floor(x + west - this.offMiddleX) - 1);
      for (let row = Math.max(0, Math.floor(y + reach[at + 3] - this.offMiddleY) - 1); row <= lastRow; row++) {
        const gapY = row + 0.5 + this.offMiddleY - y;
        if (gapY > reach[at + 2] || gapY < reach[at + 3]) continue;
        for (let column = firstColumn; column <= lastColumn; column++) {
          const gapX = column + 0.5 + this.offMiddleX - x;
          if (gapX <= east && gapX >= west) under[first + row * width + column] = carrier;
        }
      }
    }
  }
}
