import { cellsOfArea } from '../../../arena/area';
import { cellIndexAt } from '../../../arena/grid';
import { errandsOf, isOnlyToLive, type Errands } from '../../../compile/errands';
import type { LevelProgram } from '../../../compile/levelProgram';
import type { MoveGraph } from '../../moves/moveGraph';
import type { MoveGraphs } from '../../moves/graphs';
import type { Belief } from '../belief/belief';
import { SHOWN, type ScreenFrame } from '../screen';
import type { OwnState } from '../standIn';
import { progressAt } from '../../../compile/scrollProgram';
import { openingsOf, nextOpening, reachedFrom, type Opening } from './openings';

/** With this share of its ammunition left, or less, it fetches more when some lies about. */
const LOW_SHARE = 0.4;
/** From the middle of a thing that is to be touched, cells this far off do as well, cells. */
const SPARE_CELLS = 0.15;
/** What was taken up lay no farther off than this a moment ago, cells. */
const DONE_CELLS = 2;

/** So near to the farthest of all is as good, cells. */
const FARTHEST_CELLS = 0.5;

/** What is wanted next: to which cells, and why. */
export interface Want {
  why: 'fight' | 'exit' | 'fetch' | 'bring' | 'refill' | 'be there' | 'touch' | 'open' | 'get ahead' | 'stay alive';
  cells: readonly number[];
}

/** What a stand-in wants, from the rules that everybody is told and from what it sees. */
export class Wants {
  private readonly errands: Errands;
  private readonly lowAmmunition: number;
  private readonly exitCells: readonly number[];
  private readonly areaCells: readonly number[];
  private readonly openings: readonly Opening[];
  /** What it has just taken up or filled, which the picture does not show yet; and how much it carried then. */
  private readonly done = new Set<number>();
  private carried = 0;
  /** Whether anything is to be defeated, or nothing else is to be done than to live. */
  readonly wantsFight: boolean;

  constructor(
    private readonly program: LevelProgram,
    private readonly graphs: MoveGraphs,
  ) {
    const { exit, grid, player, rules } = program;
    this.errands = errandsOf(program);
    this.lowAmmunition = (player.gun?.ammunition ?? -1) * LOW_SHARE;
    this.exitCells = exit ? cellsOfArea(exit, grid.width, grid.height) : [];
    this.areaCells = this.errands.areas.flatMap((area) => cellsOfArea(area, grid.width, grid.height));
    this.openings = openingsOf(program);
    this.isOnlyToLive = isOnlyToLive(program);
    this.wantsFight =
      player.gun !== undefined &&
      (rules.wins.length > 0 || !exit) &&
      this.errands.take.length + this.errands.fill.length + this.errands.deliver.length === 0;
  }

  /** Begins a run. */
  reset(): void {
    this.done.clear();
    this.carried = 0;
  }

  /** Whoever takes something up or puts it down knows what that was. */
  notice({ frame }: Belief, { body }: OwnState): void {
    const change = body.carried - this.carried;
    if (change === 0) return;
    this.carried = body.carried;
    const { take, fill } = this.errands;
    let nearest = -1;
    let least = DONE_CELLS;
    for (const piece of change > 0 ? take : fill) {
      const far = Math.max(Math.abs(frame.x[piece] - body.x), Math.abs(frame.y[piece] - body.y));
      if (frame.shown[piece] !== SHOWN.here || this.done.has(piece) || far >= least) continue;
      least = far;
      nearest = piece;
    }
    if (nearest >= 0) this.done.add(nearest);
  }

  /** Whether nothing is wanted but to live on. */
  readonly isOnlyToLive: boolean;

  /** What is wanted next. */
  next(belief: Belief, own: OwnState, graph: MoveGraph, reach: (cells: readonly number[]) => boolean): Want {
    for (const piece of this.done)
      if (belief.frame.shown[piece] !== SHOWN.here || belief.frame.isFilled[piece] === 1) this.done.delete(piece);
    const want = this.wish(belief, own, graph);
    if (want.cells.length === 0 || this.openings.length === 0 || reach(want.cells)) return want;
    const start = cellIndexAt(this.program.grid, own.body.x, own.body.y);
    const opening = nextOpening(this.program, this.graphs, this.openings, belief.frame, own, start, want.cells);
    if (!opening) return want;
    return { why: opening.why, cells: this.cellsToTouch(opening.pieces, belief.frame, graph) };
  }

  private wish({ frame }: Belief, { body }: OwnState, graph: MoveGraph): Want {
    const { errands } = this;
    const isThere = (piece: number) => frame.shown[piece] === SHOWN.here && !this.done.has(piece);
    if (body.ammunition >= 0 && body.ammunition <= this.lowAmmunition) {
      const refills = errands.refill.filter(isThere);
      if (refills.length > 0) return { why: 'refill', cells: this.cellsToTouch(refills, frame, graph) };
    }
    const open = errands.fill.filter((piece) => isThere(piece) && frame.isFilled[piece] === 0);
    const puts = [...open, ...errands.deliver.filter(isThere)];
    const takes = errands.take.filter(isThere);
    // What is already in hand for every open goal is enough.
    const enough = errands.deliver.length > 0 || puts.length === 0 ? Infinity : open.length;
    if (takes.length > 0 && body.carried < Math.min(this.program.rules.carryMost, enough))
      return { why: 'fetch', cells: this.cellsToTouch(takes, frame, graph) };
    if (body.carried > 0 && puts.length > 0) return { why: 'bring', cells: this.cellsToTouch(puts, frame, graph) };
    const touched = errands.touch.filter(isThere);
    if (touched.length > 0) return { why: 'touch', cells: this.cellsToTouch(touched, frame, graph) };
    if (this.areaCells.length > 0) return { why: 'be there', cells: this.areaCells };
    if (this.exitCells.length > 0) return { why: 'exit', cells: this.exitCells };
    if (this.program.scroll) return { why: 'get ahead', cells: this.farthestRests(body, graph) };
    return { why: 'stay alive', cells: [] };
  }

  /** Of the rests that it can get to, those farthest along the way that the level scrolls. */
  private farthestRests(body: { x: number; y: number }, graph: MoveGraph): number[] {
    const { scroll, grid } = this.program;
    const reached = reachedFrom(graph, cellIndexAt(grid, body.x, body.y));
    const along = (cell: number) => progressAt(scroll!, graph.restX[cell], graph.restY[cell]);
    const rests = [...reached.keys()].filter((cell) => reached[cell] === 1 && graph.isRest[cell] === 1);
    const most = rests.reduce((far, cell) => Math.max(far, along(cell)), -Infinity);
    return rests.filter((cell) => along(cell) > most - FARTHEST_CELLS);
  }

  /** The rests from which something is touched; when there is none, the cell in which it is. */
  private cellsToTouch(pieces: readonly number[], frame: ScreenFrame, graph: MoveGraph): number[] {
    const { grid, kinds, player } = this.program;
    const own = kinds[player.kindIndex].hit;
    const cells: number[] = [];
    for (const piece of pieces) {
      const { hit } = kinds[this.program.pieces[piece].kindIndex];
      const west = frame.x[piece] - hit.west - own.east + SPARE_CELLS;
      const east = frame.x[piece] + hit.east + own.west - SPARE_CELLS;
      const north = frame.y[piece] - hit.north - own.south + SPARE_CELLS;
      const south = frame.y[piece] + hit.south + own.north - SPARE_CELLS;
      let found = false;
      for (let row = Math.max(0, Math.floor(north)); row <= Math.min(grid.height - 1, Math.floor(south)); row++)
        for (
          let column = Math.max(0, Math.floor(west));
          column <= Math.min(grid.width - 1, Math.floor(east));
          column++
        ) {
          const cell = row * grid.width + column;
          const x = graph.restX[cell];
          const y = graph.restY[cell];
          if (graph.isRest[cell] === 0 || x < west || x > east || y < north || y > south) continue;
          cells.push(cell);
          found = true;
        }
      if (!found) cells.push(cellIndexAt(grid, frame.x[piece], frame.y[piece]));
    }
    return cells;
  }
}

/** Whether two lists of cells are the same. */
export function sameCells(a: readonly number[], b: readonly number[]): boolean {
  return a === b || (a.length === b.length && a.every((cell, at) => cell === b[at]));
}
