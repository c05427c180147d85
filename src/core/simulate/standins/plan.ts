import type { DistanceField } from '../../arena/distanceField';
import { canStep, DIAGONAL_COST, NEIGHBOUR_COLUMNS, NEIGHBOUR_ROWS, type WalkGrid } from '../../arena/walkGrid';
import type { ThreatForecast } from './threatForecast';

/** Which neighbours of a cell can be stepped to, as a bit for each. */
export function stepBits(walk: WalkGrid): Uint8Array {
  const bits = new Uint8Array(walk.width * walk.height);
  for (let cell = 0; cell < bits.length; cell++) {
    const column = cell % walk.width;
    for (let neighbour = 0; neighbour < (walk.diagonals ? 8 : 4); neighbour++) {
      if (canStep(walk, column, (cell - column) / walk.width, neighbour)) bits[cell] |= 1 << neighbour;
    }
  }
  return bits;
}

/** What the planner needs of the ground; see `StandInGround`. */
export interface PlannedGround {
  steppable: Uint8Array;
  needsCarrier: Uint8Array;
}

/** A cell can be left for itself and its eight neighbours. */
const MOST_NEXT = 9;

/** What it is worth, in seconds of detour, not to step where nothing bears. */
const DROWNING_SECONDS = 40;

/** How much dearer than the best a cell may be and still be followed up, in seconds. */
const BEAM_SECONDS = 5;

/**
 * Bounded search over cell and time. From the own cell, every step stays or goes to a neighbour; a place costs the time
 * it takes and the danger there at that moment, and the last one costs the way that is left to the goal. Deterministic.
 */
export class Planner {
  private readonly cost: Float64Array[];
  private readonly stamp: Int32Array[];
  private readonly firstCell: Int32Array[];
  private readonly frontier: Int32Array[];
  private readonly danger: Float64Array;
  /** For every cell the cells that it can be left for, {@link MOST_NEXT} places each: itself first, then its neighbours. */
  private readonly nextCells: Int32Array;
  private readonly nextCosts: Float64Array;
  private readonly nextCounts: Uint8Array;
  private round = 0;
  private toGoal: DistanceField = new Float64Array(0);

  constructor(
    private readonly width: number,
    height: number,
    private readonly ground: PlannedGround,
    private readonly steps: number,
    /** Seconds that a straight step of one cell takes. */
    private readonly stepSeconds: number,
  ) {
    const cells = width * height;
    this.cost = [new Float64Array(cells), new Float64Array(cells)];
    this.stamp = [new Int32Array(cells).fill(-1), new Int32Array(cells).fill(-1)];
    this.firstCell = [new Int32Array(cells), new Int32Array(cells)];
    this.frontier = [new Int32Array(cells), new Int32Array(cells)];
    this.danger = new Float64Array(cells);
    this.nextCells = new Int32Array(cells * MOST_NEXT);
    this.nextCosts = new Float64Array(cells * MOST_NEXT);
    this.nextCounts = new Uint8Array(cells);
    for (let cell = 0; cell < cells; cell++) this.listNext(cell);
  }

  private listNext(cell: number): void {
    const start = cell * MOST_NEXT;
    let count = 0;
    const add = (next: number, straightSteps: number) => {
      this.nextCells[start + count] = next;
      this.nextCosts[start + count++] = this.stepSeconds * straightSteps;
    };
    add(cell, 1);
    for (let neighbour = 0; neighbour < 8; neighbour++)
      if ((this.ground.steppable[cell] & (1 << neighbour)) !== 0)
        add(
          cell + NEIGHBOUR_ROWS[neighbour] * this.width + NEIGHBOUR_COLUMNS[neighbour],
          neighbour < 4 ? 1 : DIAGONAL_COST,
        );
    this.nextCounts[cell] = count;
  }

  /** The cell to go to next from a cell on the way to a goal: itself to wait. */
  choose(start: number, toGoal: DistanceField, forecast: ThreatForecast): number {
    this.toGoal = toGoal;
    let frontierSize = 1;
    this.frontier[0][0] = start;
    this.cost[0][start] = 0;
    this.firstCell[0][start] = -1;
    let best = Infinity;
    let bestFirst = start;
    for (let step = 0; step < this.steps; step++) {
      const least = this.leastTotal(step & 1, frontierSize);
      frontierSize = this.expand(step, frontierSize, least + BEAM_SECONDS, forecast);
      const side = (step + 1) & 1;
      for (let index = 0; index < frontierSize; index++) {
        const cell = this.frontier[side][index];
        const isGoal = this.toGoal[cell] === 0;
        if (!isGoal && step + 1 < this.steps) continue;
        const total = this.cost[side][cell] + this.toGoal[cell] * this.stepSeconds;
        if (total < best) {
          best = total;
          bestFirst = this.firstCell[side][cell];
        }
      }
    }
    return bestFirst;
  }

  private leastTotal(side: number, size: number): number {
    let least = Infinity;
    for (let index = 0; index < size; index++) {
      const cell = this.frontier[side][index];
      const total = this.cost[side][cell] + this.toGoal[cell] * this.stepSeconds;
      if (total < least) least = total;
    }
    return least;
  }

  /** Goes one step on from every cell of the frontier that is within the beam; gives the size of the next frontier. */
  private expand(step: number, size: number, mostTotal: number, forecast: ThreatForecast): number {
    const [from, to] = step & 1 ? [1, 0] : [0, 1];
    const cost = this.cost[from];
    const nextCost = this.cost[to];
    const nextStamp = this.stamp[to];
    const { needsCarrier } = this.ground;
    const { nextCells, nextCosts, nextCounts, danger, toGoal, stepSeconds, width } = this;
    const nextFirst = this.firstCell[to];
    const nextFrontier = this.frontier[to];
    const hasCarriers = needsCarrier.length > 0;
    const dangerOfAll = forecast.dangerAt(step + 1, stepSeconds);
    const round = ++this.round;
    let nextSize = 0;
    for (let index = 0; index < size; index++) {
      const cell = this.frontier[from][index];
      const own = cost[cell];
      if (own + toGoal[cell] * stepSeconds > mostTotal) continue;
      const first = this.firstCell[from][cell];
      const start = cell * MOST_NEXT;
      const end = start + nextCounts[cell];
      for (let at = start; at < end; at++) {
        // Waiting on a carrier means being taken along with it.
        const isCarried = hasCarriers && at === start && needsCarrier[cell] === 1;
        const next = isCarried ? forecast.carriedTo(cell, step) : nextCells[at];
        if (nextStamp[next] !== round) {
          nextStamp[next] = round;
          nextCost[next] = Infinity;
          danger[next] = dangerOfAll
            ? dangerOfAll[next]
            : forecast.price(next % width, Math.floor(next / width), next, step + 1, stepSeconds);
          if (hasCarriers && needsCarrier[next] === 1 && !forecast.bears(next, step + 1))
            danger[next] += DROWNING_SECONDS;
          nextFrontier[nextSize++] = next;
        }
        const total = own + nextCosts[at] + danger[next];
        if (total < nextCost[next]) {
          nextCost[next] = total;
          // Who is carried along while it waits has still chosen to wait.
          nextFirst[next] = first < 0 ? nextCells[at] : first;
        }
      }
    }
    return nextSize;
  }
}
