import type { RandomStream } from '../../../foundation/random';
import type { MoveGraph } from '../../moves/moveGraph';
import type { WayField } from '../../moves/wayField';

/** What having been in a place before is worth, and how far a guess of the way from a place is off, cells. */
const AGAIN_CELLS = 3;
const GUESS_CELLS = 5;
/** A slide is taken to be so long, cells: what is not seen is farther off than all that is. */
const USUAL_SLIDE_CELLS = 6;

/**
 * The ways over slides as somebody sees them who looks so many slides ahead: near the goal as they are, farther off guessed
 * by how far it is and by where one has been. Whoever feels his way through learns which places lead nowhere.
 */
export class SlideGuess {
  private readonly visits: Float64Array;
  private readonly off: Float64Array;

  constructor(
    private readonly slidesAhead: number,
    private readonly ticksPerCell: number,
    cells: number,
  ) {
    this.visits = new Float64Array(cells);
    this.off = new Float64Array(cells);
  }

  /** Begins a run; what was learned of places is kept by who keeps the notebook. */
  reset(random: RandomStream, keepsNotebook: boolean): void {
    if (!keepsNotebook) this.visits.fill(0);
    for (let cell = 0; cell < this.off.length; cell++) this.off[cell] = random.nextUnit() * GUESS_CELLS;
  }

  /** Another goal: where one has been says nothing of it. */
  forget(): void {
    this.visits.fill(0);
  }

  noteRest(cell: number): void {
    this.visits[cell]++;
  }

  /** The ways as they are seen from where it is. */
  seen(graph: MoveGraph, ways: WayField, goals: readonly number[], over: ReadonlyMap<number, number>): WayField {
    const near = this.slidesLeft(graph, goals, over);
    const { width } = graph;
    return Float64Array.from(ways, (exact, cell) => {
      if (graph.isRest[cell] === 0 || near[cell] <= this.slidesAhead) return exact;
      let far = Infinity;
      for (const goal of goals)
        far = Math.min(
          far,
          Math.abs((goal % width) - (cell % width)) + Math.abs(Math.floor(goal / width) - Math.floor(cell / width)),
        );
      const beyond = (this.slidesAhead + 1) * USUAL_SLIDE_CELLS;
      return (beyond + far + this.off[cell] + AGAIN_CELLS * this.visits[cell]) * this.ticksPerCell;
    });
  }

  /** How many slides each rest is from a goal, as far as is seen. */
  private slidesLeft(
    { isRest, firstInto, into, from }: MoveGraph,
    goals: readonly number[],
    over: ReadonlyMap<number, number>,
  ): Float64Array {
    const left = new Float64Array(isRest.length).fill(Infinity);
    let edge: number[] = [...goals];
    for (const goal of goals) left[goal] = 0;
    for (let slides = 1; slides <= this.slidesAhead && edge.length > 0; slides++) {
      const next: number[] = [];
      const reach = (cell: number) => {
        if (left[cell] <= slides) return;
        left[cell] = slides;
        next.push(cell);
      };
      for (const cell of edge) for (let at = firstInto[cell]; at < firstInto[cell + 1]; at++) reach(from[into[at]]);
      if (slides === 1) for (const move of over.keys()) reach(from[move]);
      edge = next;
    }
    return left;
  }
}
