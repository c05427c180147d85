/**
 * A binary heap of cells by cost, on arrays that grow and are then reused. Ties are broken by the smaller cell index, so
 * that equal inputs give equal paths.
 */
export class CellHeap {
  private costs = new Float64Array(256);
  private cells = new Int32Array(256);
  size = 0;

  clear(): void {
    this.size = 0;
  }

  push(cell: number, cost: number): void {
    if (this.size === this.cells.length) this.grow();
    let place = this.size++;
    while (place > 0) {
      const parent = (place - 1) >> 1;
      if (!comesBefore(cost, cell, this.costs[parent], this.cells[parent])) break;
      this.costs[place] = this.costs[parent];
      this.cells[place] = this.cells[parent];
      place = parent;
    }
    this.costs[place] = cost;
    this.cells[place] = cell;
  }

  /** Cost of the cell that {@link pop} would give. */
  peekCost(): number {
    return this.costs[0];
  }

  /** Takes out the cell with the least cost; the heap must not be empty. */
  pop(): number {
    const least = this.cells[0];
    const cost = this.costs[--this.size];
    const cell = this.cells[this.size];
    let place = 0;
    for (;;) {
      let child = 2 * place + 1;
      if (child >= this.size) break;
      const twin = child + 1;
      if (twin < this.size && comesBefore(this.costs[twin], this.cells[twin], this.costs[child], this.cells[child])) {
        child = twin;
      }
      if (!comesBefore(this.costs[child], this.cells[child], cost, cell)) break;
      this.costs[place] = this.costs[child];
      this.cells[place] = this.cells[child];
      place = child;
    }
    this.costs[place] = cost;
    this.cells[place] = cell;
    return least;
  }

  private grow(): void {
    const costs = new Float64Array(this.costs.length * 2);
    const cells = new Int32Array(this.cells.length * 2);
    costs.set(this.costs);
    cells.set(this.cells);
    this.costs = costs;
    this.cells = cells;
  }
}

function comesBefore(cost: number, cell: number, otherCost: number, otherCell: number): boolean {
  return cost < otherCost || (cost === otherCost && cell < otherCell);
}
