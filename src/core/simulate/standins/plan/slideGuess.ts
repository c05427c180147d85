import type { RandomStream } from '../../../foundation/random';
import type { MoveGraph } from '../../moves/moveGraph';
import type { WayField } from '../../moves/wayField';

/** What having been in a place before is worth, and how far a guess of the way from a place is off, cells. */
const AGAIN_CELLS = 3;
const GUESS_CELLS = 5;
/** A slide is taken to be so long, cells: what is not seen is farther off than all that is. */
const USUAL_SLIDE_CELLS = 6;

/** What one has learned on the way to some goals. */
interface Learned {
  /** How often one had to come again to each place. */
  again: Float64Array;
  /** Places from which they were reached, or came within sight. */
  known: Uint8Array;
}

/**
 * The ways over slides as somebody sees them who looks so many slides ahead: near the goal as they are, farther off guessed
 * by how far it is and by where one has been. Whoever feels his way through learns which places lead nowhere. For the next try
 * it is kept in mind to which places one had to come again, and which led within sight of the goals.
 */
export class SlideGuess {
  private readonly visits: Float64Array;
  private readonly off: Float64Array;
  /** How often one has come to each place, and by which places one has come to where one is, without the loops. */
  private readonly entries: Float64Array;
  private trail: number[] = [];
  /** Places from which the goals came within sight in this try, and in those before. */
  private readonly found: Uint8Array;
  private readonly known: Uint8Array;
  private goals: readonly number[] = [];
  /** By goals: what was learned in this try, and in those before. */
  private learning = new Map<string, Learned>();
  private learned = new Map<string, Learned>();

  constructor(
    private readonly slidesAhead: number,
    private readonly ticksPerCell: number,
    cells: number,
  ) {
    this.visits = new Float64Array(cells);
    this.off = new Float64Array(cells);
    this.entries = new Float64Array(cells);
    this.found = new Uint8Array(cells);
    this.known = new Uint8Array(cells);
  }

  /** Begins a run; who keeps the notebook holds on to the guesses, too. */
  reset(random: RandomStream, keepsNotebook: boolean): void {
    if (keepsNotebook) {
      this.putAway();
      for (const [goals, own] of this.learning) this.learned.set(goals, own);
    } else {
      this.learned.clear();
      for (let cell = 0; cell < this.off.length; cell++) this.off[cell] = random.nextUnit() * GUESS_CELLS;
    }
    this.learning.clear();
    this.begin([]);
  }

  /** Another goal: where one has been in this try says nothing of it. */
  aimFor(goals: readonly number[]): void {
    this.putAway();
    this.begin(goals);
  }

  private putAway(): void {
    const { goals, entries, found, known } = this;
    if (goals.length === 0) return;
    this.learning.set(goals.join(), {
      again: entries.map((times) => Math.max(0, times - 1)),
      known: found.map((isFound, cell) => isFound | known[cell]),
    });
  }

  private begin(goals: readonly number[]): void {
    const learned = this.learned.get(goals.join());
    this.goals = goals;
    for (let cell = 0; cell < this.visits.length; cell++) {
      this.visits[cell] = learned?.again[cell] ?? 0;
      this.known[cell] = learned?.known[cell] ?? 0;
    }
    this.entries.fill(0);
    this.found.fill(0);
    this.trail = [];
  }

  noteRest(cell: number): void {
    this.visits[cell]++;
    if (this.trail.at(-1) === cell) return;
    this.entries[cell]++;
    const before = this.trail.indexOf(cell);
    this.trail = before < 0 ? [...this.trail, cell] : this.trail.slice(0, before + 1);
  }

  /** The ways as they are seen from where it is. */
  seen(graph: MoveGraph, ways: WayField, goals: readonly number[], over: ReadonlyMap<number, number>): WayField {
    const near = this.slidesLeft(graph, goals, over);
    const here = this.trail.at(-1);
    if (here !== undefined && near[here] <= this.slidesAhead) for (const cell of this.trail) this.found[cell] = 1;
    const { width } = graph;
    return Float64Array.from(ways, (exact, cell) => {
      if (graph.isRest[cell] === 0 || near[cell] <= this.slidesAhead || this.known[cell] === 1) return exact;
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
