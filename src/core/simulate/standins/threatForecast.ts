import { cellIndexAt, isSolidAt, type ArenaGrid } from '../../arena/grid';
import type { LevelProgram } from '../../compile/levelProgram';
import { prepareSight, type SightLimits } from '../engine/perception';
import type { CellSight } from './cellSight';
import type { StandInView } from './standInView';
import type { StandInTraits } from './traits';

/** How far off, beyond touching, a threat is felt to be dangerous. */
const SHY_CELLS = 1.4;

interface Forecast {
  piece: number;
  reach: number;
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
  private readonly order: Int32Array;
  private readonly distances: Float64Array;
  private count = 0;
  /** Factor on the price of being seen; falls with impatience. */
  boldness = 1;

  constructor(
    private readonly program: LevelProgram,
    private readonly traits: StandInTraits,
    private readonly sight: CellSight,
    private readonly steps: number,
  ) {
    const pieces = program.pieces.length;
    this.order = new Int32Array(pieces);
    this.distances = new Float64Array(pieces);
    this.forecasts = Array.from({ length: Math.min(traits.mindedThreats, pieces) }, () => ({
      piece: -1,
      reach: 0,
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
  }

  /** Sorts the threats by distance, ties by index, and gives their number. */
  private pickNearest(view: StandInView): number {
    let count = 0;
    this.program.pieces.forEach((piece, index) => {
      if (!piece.isThreat) return;
      const dx = view.seen.x[index] - view.ownX;
      const dy = view.seen.y[index] - view.ownY;
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
      forecast.reach = entry.radius + program.player.radius;
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

  /** Price, in seconds, of being in the middle of a cell at a step of the plan. */
  price(column: number, row: number, cell: number, step: number, stepSeconds: number): number {
    let price = 0;
    for (let index = 0; index < this.count; index++) {
      const forecast = this.forecasts[index];
      const dx = column + 0.5 - forecast.x[step];
      const dy = row + 0.5 - forecast.y[step];
      const square = dx * dx + dy * dy;
      const shy = forecast.reach + SHY_CELLS;
      if (square < shy * shy) {
        const distance = Math.sqrt(square);
        const nearness = distance <= forecast.reach ? 1 : 1 - (distance - forecast.reach) / SHY_CELLS;
        price += this.traits.fearSeconds * nearness * nearness;
      }
      price += this.sightPrice(forecast, dx, dy, square, cell, step) * stepSeconds;
    }
    return price;
  }

  private sightPrice(forecast: Forecast, dx: number, dy: number, square: number, cell: number, step: number): number {
    const { limits } = forecast;
    if (square > limits.rangeSquare) return 0;
    const distance = Math.sqrt(square);
    if (!forecast.isAlarmed && dx * forecast.facingX + dy * forecast.facingY < limits.arcCosine * distance) return 0;
    if (!this.sight.sees(forecast.cell[step], cell)) return 0;
    // Being seen from near is worse than from the rim.
    return this.traits.cautionSeconds * this.boldness * (2 - distance / forecast.range);
  }
}

function isOpenWay(grid: ArenaGrid, x0: number, y0: number, x1: number, y1: number): boolean {
  return (
    !isSolidAt(grid, Math.floor(x1), Math.floor(y1)) &&
    !isSolidAt(grid, Math.floor((x0 + x1) / 2), Math.floor((y0 + y1) / 2))
  );
}
