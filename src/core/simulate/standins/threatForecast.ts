import { cellIndexAt, isSolidAt, type ArenaGrid } from '../../arena/grid';
import type { LevelProgram } from '../../compile/levelProgram';
import { prepareSight, type SightLimits } from '../engine/perception';
import type { CellSight } from './cellSight';
import type { StandInView } from './standInView';
import type { StandInTraits } from './traits';

/** How far off, beyond touching, a threat is felt to be dangerous. */
const SHY_CELLS = 1.4;
/** The same for long things in straight tracks, beside which one stands closer. */
const SHY_OF_BOX_CELLS = 0.55;

/** So near to the edge of a carrier nobody steps on it, in cells. */
const EDGE_CELLS = 0.35;

/** What goes straight on is minded with so much less effort than what walks about. */
const DRIFTERS_FOR_ONE = 4;

/** Numbers that one carrier takes. */
const CARRIER_FIELDS = 8;

interface Forecast {
  piece: number;
  reach: number;
  /** Half of the sides of its hit shape beyond `reach`; 0 for round ones. */
  halfX: number;
  halfY: number;
  isAlarmed: boolean;
  range: number;
  limits: SightLimits;
  facingX: number;
  facingY: number;
  /** Where it is expected at each step of the plan, and in which cell. */
  x: Float64Array;
  y: Float64Array;
  cell: Int32Array;
}

/**
 * Where the minded threats will be, as a person would guess: on in a straight line until a wall, starting from where they
 * were seen a reaction delay ago. An alarmed one is expected to come nearer.
 */
export class ThreatForecast {
  private readonly forecasts: Forecast[];
  private readonly danger: Float64Array;
  /** For every step and cell the carrier under it, as {@link carrierUnder} says; only of steps that are noted. */
  private readonly under: Int16Array;
  private readonly isNoted: Uint8Array;
  private readonly order: Int32Array;
  private readonly distances: Float64Array;
  private count = 0;
  private readonly isHarmful: Uint8Array;
  private readonly carriers: readonly number[];
  /**
   * For each carrier: where it is now, how far it goes in a step, and how far it bears to the east, west, south and north; x
   * of a lost one is not a number.
   */
  private readonly carriedFrom: Float64Array;
  /** Factor on the price of being seen; falls with impatience. */
  boldness = 1;
  /** How far off the middle of its cell the player rides; hops keep that. */
  offMiddleX = 0;
  offMiddleY = 0;

  constructor(
    private readonly program: LevelProgram,
    private readonly traits: StandInTraits,
    private readonly sight: CellSight,
    private readonly steps: number,
  ) {
    const pieces = program.pieces.length;
    this.isHarmful = harmfulPieces(program);
    this.carriers = program.pieces.flatMap((piece, index) => (program.kinds[piece.kindIndex].isCarrier ? [index] : []));
    this.carriedFrom = new Float64Array(CARRIER_FIELDS * this.carriers.length);
    this.carriers.forEach((piece, index) => {
      const { west, east, north, south } = program.kinds[program.pieces[piece].kindIndex].hit;
      this.carriedFrom.set([east - EDGE_CELLS, EDGE_CELLS - west, south, -north], CARRIER_FIELDS * index + 4);
    });
    this.danger = new Float64Array(program.grid.width * program.grid.height);
    // One step more than is planned: what is waited on goes on.
    this.under = new Int16Array(this.carriers.length > 0 ? this.danger.length * (steps + 2) : 0);
    this.isNoted = new Uint8Array(steps + 2);
    this.order = new Int32Array(pieces);
    this.distances = new Float64Array(pieces);
    const hasDrifters = program.brains.some((brain) => brain.states.some(({ motion }) => motion.operation === 'drift'));
    const minded = traits.mindedThreats * (hasDrifters ? DRIFTERS_FOR_ONE : 1);
    this.forecasts = Array.from({ length: Math.min(minded, pieces) }, () => ({
      piece: -1,
      reach: 0,
      halfX: 0,
      halfY: 0,
      isAlarmed: false,
      range: 0,
      limits: prepareSight(0, 0),
      facingX: 1,
      facingY: 0,
      x: new Float64Array(steps + 1),
      y: new Float64Array(steps + 1),
      cell: new Int32Array(steps + 1),
    }));
  }

  /** Looks at the view and works out the forecasts for steps of so many ticks. */
  update(view: StandInView, ticksPerStep: number): void {
    const nearest = this.pickNearest(view);
    this.count = Math.min(nearest, this.forecasts.length);
    for (let index = 0; index < this.count; index++)
      this.extrapolate(this.forecasts[index], this.order[index], view, ticksPerStep);
    this.updateCarriers(view, ticksPerStep);
  }

  private updateCarriers(view: StandInView, ticksPerStep: number): void {
    this.isNoted.fill(0);
    this.carriers.forEach((piece, index) => {
      const velocityX = (view.seen.x[piece] - view.earlier.x[piece]) / view.gapTicks;
      const velocityY = (view.seen.y[piece] - view.earlier.y[piece]) / view.gapTicks;
      // One that was out of the level a moment ago seems to have leapt; its way is not known yet.
      const leapt = velocityX * velocityX + velocityY * velocityY > 1;
      const at = CARRIER_FIELDS * index;
      this.carriedFrom[at] =
        view.seen.isGone[piece] === 1 || leapt ? NaN : view.seen.x[piece] + velocityX * view.delayTicks;
      this.carriedFrom[at + 1] = view.seen.y[piece] + velocityY * view.delayTicks;
      this.carriedFrom[at + 2] = velocityX * ticksPerStep;
      this.carriedFrom[at + 3] = velocityY * ticksPerStep;
    });
  }

  /** Whether a carrier is expected to be under the middle of a cell at a step of the plan. */
  bears(cell: number, step: number): boolean {
    return this.carrierUnder(cell, step) >= 0;
  }

  /** The cell in which one that waits in a cell finds itself a step later. */
  carriedTo(cell: number, step: number): number {
    const carrier = this.carrierUnder(cell, step);
    if (carrier < 0 || this.bears(cell, step + 1)) return cell;
    const { width } = this.program.grid;
    const stepX = this.carriedFrom[carrier + 2];
    const stepY = this.carriedFrom[carrier + 3];
    return Math.abs(stepX) >= Math.abs(stepY) ? cell + Math.sign(stepX) : cell + Math.sign(stepY) * width;
  }

  /** Where the numbers of the carrier under a cell begin, or −1; of several the first. */
  private carrierUnder(cell: number, step: number): number {
    if (this.isNoted[step] === 0) this.noteCarriers(step);
    return this.under[step * this.danger.length + cell];
  }

  /** Notes for every cell which carrier is expected to be under its middle at a step. */
  private noteCarriers(step: number): void {
    const { width, height } = this.program.grid;
    const { carriedFrom, under } = this;
    const first = step * this.danger.length;
    under.fill(-1, first, first + this.danger.length);
    this.isNoted[step] = 1;
    for (let at = carriedFrom.length - CARRIER_FIELDS; at >= 0; at -= CARRIER_FIELDS) {
      const x = carriedFrom[at] + carriedFrom[at + 2] * step;
      const y = carriedFrom[at + 1] + carriedFrom[at + 3] * step;
      // Not a number for one that is lost: then no column is within its reach.
      const lastColumn = Math.min(width - 1, Math.ceil(x + carriedFrom[at + 4] - this.offMiddleX));
      const lastRow = Math.min(height - 1, Math.ceil(y + carriedFrom[at + 6] - this.offMiddleY));
      const firstColumn = Math.max(0, Math.floor(x + carriedFrom[at + 5] - this.offMiddleX) - 1);
      for (let row = Math.max(0, Math.floor(y + carriedFrom[at + 7] - this.offMiddleY) - 1); row <= lastRow; row++) {
        const gapY = row + 0.5 + this.offMiddleY - y;
        if (gapY > carriedFrom[at + 6] || gapY < carriedFrom[at + 7]) continue;
        for (let column = firstColumn; column <= lastColumn; column++) {
          const gapX = column + 0.5 + this.offMiddleX - x;
          if (gapX <= carriedFrom[at + 4] && gapX >= carriedFrom[at + 5]) under[first + row * width + column] = at;
        }
      }
    }
  }

  /** Sorts the threats by distance, ties by index, and gives their number. */
  private pickNearest(view: StandInView): number {
    let count = 0;
    this.program.pieces.forEach((_, index) => {
      if (this.isHarmful[index] === 0 || view.seen.isGone[index] === 1) return;
      const dx = view.seen.x[index] - view.own.x;
      const dy = view.seen.y[index] - view.own.y;
      const distance = dx * dx + dy * dy;
      let place = count++;
      while (place > 0 && this.distances[this.order[place - 1]] > distance) {
        this.order[place] = this.order[place - 1];
        place--;
      }
      this.order[place] = index;
      this.distances[index] = distance;
    });
    return count;
  }

  private extrapolate(forecast: Forecast, piece: number, view: StandInView, ticksPerStep: number): void {
    const { program } = this;
    const { grid } = program;
    const entry = program.pieces[piece];
    const brain = entry.brain >= 0 ? program.brains[entry.brain] : undefined;
    if (forecast.piece !== piece) {
      forecast.piece = piece;
      const { hit } = program.kinds[entry.kindIndex];
      const isRound = hit.parts.length === 1 && hit.parts[0].isCircle;
      forecast.reach = isRound ? entry.radius + program.player.radius : program.player.radius;
      forecast.halfX = isRound ? 0 : (hit.west + hit.east) / 2;
      forecast.halfY = isRound ? 0 : (hit.north + hit.south) / 2;
      forecast.range = brain?.sightRange ?? 0;
      forecast.limits = prepareSight(forecast.range, brain?.sightArc ?? 0);
    }
    forecast.isAlarmed = view.seen.isAlarmed[piece] === 1;
    forecast.facingX = view.seen.facingX[piece];
    forecast.facingY = view.seen.facingY[piece];
    let x = view.seen.x[piece];
    let y = view.seen.y[piece];
    const velocityX = (x - view.earlier.x[piece]) / view.gapTicks;
    const velocityY = (y - view.earlier.y[piece]) / view.gapTicks;
    let ticks = view.delayTicks;
    for (let step = 0; step <= this.steps; step++) {
      const nextX = x + velocityX * ticks;
      const nextY = y + velocityY * ticks;
      if (isOpenWay(grid, x, y, nextX, nextY)) {
        x = nextX;
        y = nextY;
      }
      forecast.x[step] = x;
      forecast.y[step] = y;
      forecast.cell[step] = cellIndexAt(grid, x, y);
      ticks = ticksPerStep;
    }
  }

  /**
   * Prices of all cells at a step of the plan, worked out only round the threats; undefined when one of them can see, which
   * reaches too far for that. The array is used again for every step.
   */
  dangerAt(step: number, stepSeconds: number): Float64Array | undefined {
    const { width, height } = this.program.grid;
    for (let index = 0; index < this.count; index++) if (this.forecasts[index].range > 0) return undefined;
    const { danger } = this;
    danger.fill(0);
    for (let index = 0; index < this.count; index++) {
      const forecast = this.forecasts[index];
      const shy = forecast.reach + (forecast.halfX === 0 ? SHY_CELLS : SHY_OF_BOX_CELLS);
      const wayX = forecast.halfX > 0 ? (forecast.x[step] - forecast.x[step - 1]) / 2 : 0;
      const wayY = forecast.halfX > 0 ? (forecast.y[step] - forecast.y[step - 1]) / 2 : 0;
      const [x, y] = [forecast.x[step] - wayX - 0.5, forecast.y[step] - wayY - 0.5];
      const reachX = forecast.halfX + Math.abs(wayX) + shy;
      const reachY = forecast.halfY + Math.abs(wayY) + shy;
      const lastColumn = Math.min(width - 1, Math.ceil(x + reachX));
      const lastRow = Math.min(height - 1, Math.ceil(y + reachY));
      for (let row = Math.max(0, Math.floor(y - reachY)); row <= lastRow; row++)
        for (let column = Math.max(0, Math.floor(x - reachX)); column <= lastColumn; column++) {
          const cell = row * width + column;
          danger[cell] += this.priceOf(forecast, column, row, cell, step, stepSeconds);
        }
    }
    return danger;
  }

  /** Price, in seconds, of being in the middle of a cell at a step of the plan. */
  price(column: number, row: number, cell: number, step: number, stepSeconds: number): number {
    let price = 0;
    for (let index = 0; index < this.count; index++)
      price += this.priceOf(this.forecasts[index], column, row, cell, step, stepSeconds);
    return price;
  }

  /** What one threat adds to the price. */
  private priceOf(
    forecast: Forecast,
    column: number,
    row: number,
    cell: number,
    step: number,
    stepSeconds: number,
  ): number {
    let dx = column + 0.5 - forecast.x[step];
    let dy = row + 0.5 - forecast.y[step];
    if (forecast.halfX > 0) {
      // A long thing takes up all that it passes during a step, since nobody knows when exactly he hops.
      const wayX = (forecast.x[step] - forecast.x[step - 1]) / 2;
      const wayY = (forecast.y[step] - forecast.y[step - 1]) / 2;
      dx = beyond(dx + wayX, forecast.halfX + Math.abs(wayX));
      dy = beyond(dy + wayY, forecast.halfY + Math.abs(wayY));
    }
    const square = dx * dx + dy * dy;
    let price = 0;
    const shyCells = forecast.halfX === 0 ? SHY_CELLS : SHY_OF_BOX_CELLS;
    const shy = forecast.reach + shyCells;
    if (square < shy * shy) {
      const distance = Math.sqrt(square);
      const nearness = distance <= forecast.reach ? 1 : 1 - (distance - forecast.reach) / shyCells;
      price += this.traits.fearSeconds * nearness * nearness;
    }
    return price + this.sightPrice(forecast, dx, dy, square, cell, step) * stepSeconds;
  }

  private sightPrice(forecast: Forecast, dx: number, dy: number, square: number, cell: number, step: number): number {
    const { limits } = forecast;
    // Nobody sees it, but nobody goes into it either.
    if (forecast.range === 0) return square === 0 ? Infinity : 0;
    if (square > limits.rangeSquare) return 0;
    const distance = Math.sqrt(square);
    if (!forecast.isAlarmed && dx * forecast.facingX + dy * forecast.facingY < limits.arcCosine * distance) return 0;
    if (!this.sight.sees(forecast.cell[step], cell)) return 0;
    // Being seen from near is worse than from the rim.
    return this.traits.cautionSeconds * this.boldness * (2 - distance / forecast.range);
  }
}

/** The part of a distance that lies outside of a half side. */
function beyond(distance: number, half: number): number {
  if (half === 0) return distance;
  return distance > half ? distance - half : distance < -half ? distance + half : 0;
}

/** Which pieces are to be feared: those whose touch ends the run, and those that harm or defeat on contact. */
export function harmfulPieces(program: LevelProgram): Uint8Array {
  const { player, contacts } = program;
  const harms = program.kinds.map(
    (kind, index) =>
      kind.isThreat ||
      contacts.some(
        ({ by, on, effects }) =>
          by === index &&
          on === player.kindIndex &&
          effects.some(({ effect }) => effect === 'harm' || effect === 'defeat'),
      ),
  );
  return Uint8Array.from(program.pieces, (piece) => (harms[piece.kindIndex] ? 1 : 0));
}

function isOpenWay(grid: ArenaGrid, x0: number, y0: number, x1: number, y1: number): boolean {
  return (
    !isSolidAt(grid, Math.floor(x1), Math.floor(y1)) &&
    !isSolidAt(grid, Math.floor((x0 + x1) / 2), Math.floor((y0 + y1) / 2))
  );
}
