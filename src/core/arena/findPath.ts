import { CellHeap } from './cellHeap';
import { canStep, DIAGONAL_COST, NEIGHBOUR_COLUMNS, NEIGHBOUR_ROWS, STRAIGHT_COST, type WalkGrid } from './walkGrid';

export interface PathAnswer {
  /** Whether the goal itself can be reached; if not, the path leads to the reachable cell nearest to it. */
  reachable: boolean;
  /** Cells from the start to the end, both included. */
  cells: number[];
  /** Length in cells; a diagonal step is √2. */
  cost: number;
}

/** Finds shortest paths between single cells by A*. Keeps its arrays between calls; one finder serves one walk grid. */
export class PathFinder {
  private readonly costs: Float64Array;
  private readonly cameFrom: Int32Array;
  private readonly visit: Uint32Array;
  private visitNumber = 0;
  private readonly heap = new CellHeap();

  constructor(private readonly walk: WalkGrid) {
    const cells = walk.width * walk.height;
    this.costs = new Float64Array(cells);
    this.cameFrom = new Int32Array(cells);
    this.visit = new Uint32Array(cells);
  }

  /** Shortest path from cell to cell. Both must be cells of the grid. A blocked start may be left, a blocked goal not entered. */
  find(start: number, goal: number): PathAnswer {
    this.search(start, goal);
    if (this.visit[goal] === this.visitNumber) return this.trace(goal, true);
    return this.trace(this.nearestVisited(goal), false);
  }

  private search(start: number, goal: number): void {
    const { walk, costs, visit, heap, cameFrom } = this;
    const width = walk.width;
    const goalColumn = goal % width;
    const goalRow = (goal - goalColumn) / width;
    const neighbours = walk.diagonals ? 8 : 4;
    const now = ++this.visitNumber;
    heap.clear();
    costs[start] = 0;
    cameFrom[start] = -1;
    visit[start] = now;
    heap.push(start, this.leastCost(start % width, Math.floor(start / width), goalColumn, goalRow));
    while (heap.size > 0) {
      const estimate = heap.peekCost();
      const cell = heap.pop();
      if (cell === goal) return;
      const column = cell % width;
      const row = (cell - column) / width;
      const cost = costs[cell];
      if (estimate > cost + this.leastCost(column, row, goalColumn, goalRow)) continue;
      for (let neighbour = 0; neighbour < neighbours; neighbour++) {
        if (!canStep(walk, column, row, neighbour)) continue;
        const nextColumn = column + NEIGHBOUR_COLUMNS[neighbour];
        const nextRow = row + NEIGHBOUR_ROWS[neighbour];
        const next = nextRow * width + nextColumn;
        const nextCost = cost + (neighbour < 4 ? STRAIGHT_COST : DIAGONAL_COST);
        if (visit[next] === now && nextCost >= costs[next]) continue;
        visit[next] = now;
        costs[next] = nextCost;
        cameFrom[next] = cell;
        heap.push(next, nextCost + this.leastCost(nextColumn, nextRow, goalColumn, goalRow));
      }
    }
  }

  /** Least conceivable length between two cells: straight and diagonal steps over open ground. Never too high. */
  private leastCost(column: number, row: number, goalColumn: number, goalRow: number): number {
    const acrossColumns = Math.abs(column - goalColumn);
    const acrossRows = Math.abs(row - goalRow);
    if (!this.walk.diagonals) return acrossColumns + acrossRows;
    const shorter = Math.min(acrossColumns, acrossRows);
    // Scaled down by less than rounding could add up to, so that the estimate stays a lower bound.
    return (Math.max(acrossColumns, acrossRows) - shorter + shorter * DIAGONAL_COST) * (1 - 1e-12);
  }

  /** The visited cell nearest to the goal as the crow flies; of equals, the one with the shorter way, then smaller index. */
  private nearestVisited(goal: number): number {
    const width = this.walk.width;
    const goalColumn = goal % width;
    const goalRow = (goal - goalColumn) / width;
    let best = -1;
    let bestSquare = Infinity;
    for (let cell = 0; cell < this.visit.length; cell++) {
      if (this.visit[cell] !== this.visitNumber) continue;
      const across = (cell % width) - goalColumn;
      const down = Math.floor(cell / width) - goalRow;
      const square = across * across + down * down;
      if (square < bestSquare || (square === bestSquare && this.costs[cell] < this.costs[best])) {
        best = cell;
        bestSquare = square;
      }
    }
    return best;
  }

  private trace(end: number, reachable: boolean): PathAnswer {
    const cells: number[] = [];
    for (let cell = end; cell !== -1; cell = this.cameFrom[cell]) cells.push(cell);
    return { reachable, cells: cells.reverse(), cost: this.costs[end] };
  }
}
