import { CellHeap } from './cellHeap';
import { canStep, DIAGONAL_COST, NEIGHBOUR_COLUMNS, NEIGHBOUR_ROWS, STRAIGHT_COST, type WalkGrid } from './walkGrid';

/** Length of the shortest way, in cells, from every cell to the nearest goal; Infinity where there is none. */
export type DistanceField = Float64Array;

/**
 * Shortest ways from everywhere to any of the goal cells, by Dijkstra's method. Goals that are blocked count as open. With
 * `cellCosts` (at least 1 each; those of the grid when left out), a step costs its length times the cost of the
 * cell that is left towards the goal.
 */
export function computeDistanceField(
  walk: WalkGrid,
  goalCells: readonly number[],
  cellCosts: Float64Array | undefined = walk.costs,
): DistanceField {
  const growing = new GrowingField(walk, goalCells, cellCosts);
  growing.finish();
  return growing.field;
}

/** A distance field that is worked out only as far as somebody asks; what has been asked for is exact. */
export class GrowingField {
  readonly field: DistanceField;
  private readonly heap = new CellHeap();

  constructor(
    private readonly walk: WalkGrid,
    goalCells: readonly number[],
    private readonly cellCosts: Float64Array | undefined = walk.costs,
  ) {
    this.field = new Float64Array(walk.width * walk.height).fill(Infinity);
    for (const goal of goalCells) {
      this.field[goal] = 0;
      this.heap.push(goal, 0);
    }
  }

  /** The exact distance of a cell; then those of all cells that are nearer are exact too. */
  reach(cell: number): number {
    const { heap, field } = this;
    while (heap.size > 0 && heap.peekCost() < field[cell]) this.settleNext();
    return field[cell];
  }

  finish(): void {
    while (this.heap.size > 0) this.settleNext();
  }

  private settleNext(): void {
    const { walk, heap, field, cellCosts } = this;
    const cost = heap.peekCost();
    const cell = heap.pop();
    if (cost > field[cell]) return;
    const neighbours = walk.diagonals ? 8 : 4;
    const column = cell % walk.width;
    const row = (cell - column) / walk.width;
    for (let neighbour = 0; neighbour < neighbours; neighbour++) {
      if (!canStep(walk, column, row, neighbour)) continue;
      const next = cell + NEIGHBOUR_ROWS[neighbour] * walk.width + NEIGHBOUR_COLUMNS[neighbour];
      const length = neighbour < 4 ? STRAIGHT_COST : DIAGONAL_COST;
      const nextCost = cost + (cellCosts ? length * cellCosts[next] : length);
      if (nextCost < field[next]) {
        field[next] = nextCost;
        heap.push(next, nextCost);
      }
    }
  }
}

/** The neighbour on a shortest way to the goal, or −1 at the goal and where no way leads there. */
export function nextCellDownhill(walk: WalkGrid, field: DistanceField, cell: number): number {
  const column = cell % walk.width;
  const row = (cell - column) / walk.width;
  const neighbours = walk.diagonals ? 8 : 4;
  let best = -1;
  let bestCost = Infinity;
  for (let neighbour = 0; neighbour < neighbours; neighbour++) {
    if (!canStep(walk, column, row, neighbour)) continue;
    const next = cell + NEIGHBOUR_ROWS[neighbour] * walk.width + NEIGHBOUR_COLUMNS[neighbour];
    const length = neighbour < 4 ? STRAIGHT_COST : DIAGONAL_COST;
    const cost = field[next] + (walk.costs ? length * walk.costs[cell] : length);
    if (field[next] < field[cell] && cost < bestCost) {
      best = next;
      bestCost = cost;
    }
  }
  return best;
}

const MOST_FIELD_BYTES = 24 * 1024 * 1024;

/**
 * Distance fields to single cells, kept as long as the ground does not change. A field depends on nothing but the ground
 * and its goal, so sharing it between pieces and runs cannot change a result.
 */
export class FieldCache {
  private readonly fields = new Map<number, GrowingField>();
  private readonly mostFields: number;

  constructor(private readonly walk: WalkGrid) {
    this.mostFields = Math.max(8, Math.floor(MOST_FIELD_BYTES / (8 * walk.width * walk.height)));
  }

  /** Distances to a goal, exact for a cell and all that are nearer. */
  toCell(goal: number, from: number): DistanceField {
    const growing = this.growing(goal);
    growing.reach(from);
    return growing.field;
  }

  /** Distances to a goal, exact for the cells that are asked for by `reach`. */
  growing(goal: number): GrowingField {
    let growing = this.fields.get(goal);
    if (!growing) {
      if (this.fields.size >= this.mostFields) this.fields.clear();
      growing = new GrowingField(this.walk, [goal]);
      this.fields.set(goal, growing);
    }
    return growing;
  }
}
