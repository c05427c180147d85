import { cellsOfArea } from '../../../arena/area';
import { cellIndexAt, isSolidAt } from '../../../arena/grid';
import { errandsOf, isOnlyToLive, type Errands } from '../../../compile/errands';
import type { ControlProgram, LevelProgram } from '../../../compile/levelProgram';
import type { MoveGraph } from '../../moves/moveGraph';
import type { MoveGraphs } from '../../moves/graphs';
import type { Belief } from '../belief/belief';
import { SHOWN } from '../screen';
import type { OwnState } from '../standIn';
import { progressAt } from '../../../compile/scrollProgram';
import { SeenMoving } from './seenMoving';
import { openingsOf, nextOpening, reachedFrom, type Opening } from './openings';

/** With this share of its ammunition left, or less, it fetches more when some lies about. */
const LOW_SHARE = 0.4;
/** From the middle of a thing that is to be touched, cells this far off do as well, cells. */
const SPARE_CELLS = 0.15;
/** What was taken up lay no farther off than this a moment ago, cells. */
const DONE_CELLS = 2;

/** Things go on straight for so many times as long as it thinks ahead, as far as it cares. */
const FORESEEN = 1.5;
/** What goes less far in a tick stands, cells. */
const MOVES_CELLS = 0.004;
/** Moments at which something may be met are so far from each other, ticks. */
const MEETING_TICKS = 6;
/** So near is there, cells. */
const WITHIN_CELLS = 0.3;
/** So near to the farthest of all is as good, cells. */
const FARTHEST_CELLS = 0.5;

/** What is wanted next: to which cells, and why. */
export interface Want {
  why: 'fight' | 'exit' | 'fetch' | 'bring' | 'refill' | 'be there' | 'touch' | 'open' | 'get ahead' | 'stay alive';
  cells: readonly number[];
  /** Whether it is waited for there until something comes. */
  waits?: boolean;
}

/** What a stand-in wants, from the rules that everybody is told and from what it sees. */
export class Wants {
  private readonly errands: Errands;
  private readonly seen: SeenMoving;
  private readonly lowAmmunition: number;
  /** For so long it sees where something goes that it wants, ticks. */
  private readonly foreseenTicks: number;
  /** Cells a tick; 0 where the way to a place is no matter of speed alone. */
  private readonly ownStep: number;
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
    /** How far ahead it thinks, s. */
    lookAheadSeconds: number,
  ) {
    this.foreseenTicks = FORESEEN * lookAheadSeconds * program.ticksPerSecond;
    this.ownStep = speedOnFoot(program.player.control);
    const { exit, grid, player, rules } = program;
    this.errands = errandsOf(program);
    const { take, refill, touch, fill, deliver } = this.errands;
    this.seen = new SeenMoving([...take, ...refill, ...touch, ...fill, ...deliver], program.pieces.length);
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
    this.seen.reset();
  }

  /** Whoever takes something up or puts it down knows what that was. */
  notice({ frame }: Belief, { body }: OwnState): void {
    this.seen.look(frame);
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
    return { why: opening.why, ...this.cellsToTouch(opening.pieces, belief, own, graph) };
  }

  private wish(belief: Belief, own: OwnState, graph: MoveGraph): Want {
    const { errands } = this;
    const { frame } = belief;
    const { body } = own;
    const touch = (why: Want['why'], pieces: readonly number[]): Want => ({
      why,
      ...this.cellsToTouch(pieces, belief, own, graph),
    });
    const isThere = (piece: number) => frame.shown[piece] === SHOWN.here && !this.done.has(piece);
    if (body.ammunition >= 0 && body.ammunition <= this.lowAmmunition) {
      const refills = errands.refill.filter(isThere);
      if (refills.length > 0) return touch('refill', refills);
    }
    const open = errands.fill.filter((piece) => isThere(piece) && frame.isFilled[piece] === 0);
    const puts = [...open, ...errands.deliver.filter(isThere)];
    const takes = errands.take.filter(isThere);
    // What is already in hand for every open goal is enough.
    const enough = errands.deliver.length > 0 || puts.length === 0 ? Infinity : open.length;
    if (takes.length > 0 && body.carried < Math.min(this.program.rules.carryMost, enough)) return touch('fetch', takes);
    if (body.carried > 0 && puts.length > 0) return touch('bring', puts);
    const touched = errands.touch.filter(isThere);
    if (touched.length > 0) return touch('touch', touched);
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

  /** The rests from which something is touched, where it will be when one gets there; when there is none, the cell in which it is. */
  private cellsToTouch(
    pieces: readonly number[],
    belief: Belief,
    own: OwnState,
    graph: MoveGraph,
  ): Pick<Want, 'cells' | 'waits'> {
    const { frame } = belief;
    let waits = false;
    const cells = pieces.flatMap((piece) => {
      const met = this.cellsToMeet(piece, belief, own, graph);
      if (met.length > 0) {
        waits = true;
        return met;
      }
      const found = this.restsThatTouch(piece, frame.x[piece], frame.y[piece], graph);
      return found.length > 0 ? found : [cellIndexAt(this.program.grid, frame.x[piece], frame.y[piece])];
    });
    return { cells, waits };
  }

  /**
   * Where something that goes its way can be met first: the rests that touch it at the earliest moment at which one of them can
   * be reached, if it goes on as it was seen to. Empty for what stands, and for what is not met in time.
   */
  private cellsToMeet(piece: number, belief: Belief, { body, tick }: OwnState, graph: MoveGraph): number[] {
    const { frame } = belief;
    const [stepX, stepY] = [this.seen.stepX[piece], this.seen.stepY[piece]];
    if (this.ownStep === 0 || Math.max(Math.abs(stepX), Math.abs(stepY)) < MOVES_CELLS) return [];
    const delay = tick - belief.tick;
    for (let ahead = 0; ahead <= this.foreseenTicks; ahead += MEETING_TICKS) {
      const x = frame.x[piece] + stepX * (delay + ahead);
      const y = frame.y[piece] + stepY * (delay + ahead);
      if (isSolidAt(this.program.grid, Math.floor(x), Math.floor(y))) return [];
      const inTime = this.restsThatTouch(piece, x, y, graph).filter((cell) => {
        const far = Math.max(Math.abs(graph.restX[cell] - body.x), Math.abs(graph.restY[cell] - body.y));
        return far <= this.ownStep * ahead + WITHIN_CELLS;
      });
      if (inTime.length > 0) return inTime;
    }
    return [];
  }

  /** The rests from which something is touched that stands at a place. */
  private restsThatTouch(piece: number, x: number, y: number, graph: MoveGraph): number[] {
    const { grid, kinds, player } = this.program;
    const own = kinds[player.kindIndex].hit;
    const { hit } = kinds[this.program.pieces[piece].kindIndex];
    const west = x - hit.west - own.east + SPARE_CELLS;
    const east = x + hit.east + own.west - SPARE_CELLS;
    const north = y - hit.north - own.south + SPARE_CELLS;
    const south = y + hit.south + own.north - SPARE_CELLS;
    const cells: number[] = [];
    for (let row = Math.max(0, Math.floor(north)); row <= Math.min(grid.height - 1, Math.floor(south)); row++)
      for (let column = Math.max(0, Math.floor(west)); column <= Math.min(grid.width - 1, Math.floor(east)); column++) {
        const cell = row * grid.width + column;
        const [restX, restY] = [graph.restX[cell], graph.restY[cell]];
        const isTouching = restX >= west && restX <= east && restY >= north && restY <= south;
        if (graph.isRest[cell] === 1 && isTouching) cells.push(cell);
      }
    return cells;
  }
}

/** How fast a body gets about that goes where it wants; 0 for those that slide, fall or hop. */
function speedOnFoot(control: ControlProgram): number {
  switch (control.scheme) {
    case 'eight ways':
    case 'four ways':
    case 'steer to a point':
    case 'along a rail':
      return control.step;
    default:
      return 0;
  }
}

/** Whether two lists of cells are the same. */
export function sameCells(a: readonly number[], b: readonly number[]): boolean {
  return a === b || (a.length === b.length && a.every((cell, at) => cell === b[at]));
}
