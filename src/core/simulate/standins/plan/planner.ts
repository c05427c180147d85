import { CellHeap } from '../../../arena/cellHeap';
import type { FeltGround, WayField } from '../../moves/wayField';
import type { MoveGraph } from '../../moves/moveGraph';
import { SWEEP_TICKS } from '../../moves/moveGraph';
import type { CarrierForecast } from '../belief/carriers';
import { MOST_HUNTERS, type Danger } from '../belief/danger';

/** A leg of a plan: a move to a rest, or a wait there (move −1), from one tick to another. */
export interface Leg {
  move: number;
  cell: number;
  starts: number;
  ends: number;
}

/** What is known of the rim of a view: how far along each rest lies, and where the rim is and how fast. */
export interface RimForecast {
  along: Float64Array;
  now: number;
  step: number;
}

/** What the search is about. */
export interface Task {
  graph: MoveGraph;
  /** The cell in which the body is, and how many ticks from now it comes to rest there. */
  start: number;
  delayTicks: number;
  /** Where in its cell a body is that goes freely from where it is; undefined for one that goes from rest to rest. */
  from: { x: number; y: number } | undefined;
  /** Ticks that are left from each cell; undefined when nothing is wanted but to stay alive. */
  ways: WayField | undefined;
  /** Whether all is done once a goal is reached; else one has to go on living there. */
  isEnd: boolean;
  /** Moves that come over a goal on their way, and the share of each up to there. */
  over: ReadonlyMap<number, number>;
  felt: FeltGround;
  /** How dear a second in each cell is, in seconds, for want of room. */
  narrow: Float64Array | undefined;
  /** Where the last plan would go next: kept to among equals. −1 for nowhere. */
  keep: number;
  /**
   * How far off the middle of its cell the body is that walks about on what carries it, cells; undefined for one that hops,
   * which keeps to the cells.
   */
  walksOnCarriers: { offX: number; offY: number } | undefined;
  /** Where the rim of a view that moves on lies now and how far it goes in a tick, cells along. */
  rim: RimForecast | undefined;
  /** One key is pressed anew no sooner than this, ticks. */
  pressTicks: number;
}

/** So many places and times are looked at; then the best so far has to do. */
const MOST_LOOKED_AT = 800;
/** After so many it hurries, and after every so many more it does so twice as much. */
export const HURRY_AFTER = 120;
const HURRY_EVERY = 40;
const KEPT = 16384;
const TABLE = 32768;
/** What it is worth, in seconds of detour, not to be where nothing bears, or behind the rim of the view. */
const DROWNING_SECONDS = 40;
/** Nobody steps on or off within so much of the moment at which what carries comes or goes, s. */
const MISSED_SECONDS = 0.15;
/** Whoever can step back minds being over water so much less than whoever hops, as a factor. */
const ON_FOOT = 0.25;
/** Where it is looked at, as shares of a step. */
const ON_THE_WAY = [0.25, 0.5, 0.75] as const;
/** So near to the rim nobody means to be, cells. */
const RIM_CELLS = 0.1;
/** Waiting is a little dearer than going, so that nobody waits for ever. */
const WAITING = 1.03;
/** Without anything that is wanted, going is dearer than staying. */
const ROAMING = 1.3;
/** No step takes less than this share of what one from middle to middle takes. */
const LEAST_STEP_SHARE = 0.1;
/** Changing one's mind is worth so much, s. */
const KEEPING_SECONDS = 0.5;
/** The way left counts for a little more, so that of equals the one that is farther on is followed. */
const ONWARDS = 1.002;

/**
 * The search of a stand-in over places and time: the moves of its body from now to its horizon, each with the time it takes
 * and the danger on it at that time, with the way that is left as the bound. Deterministic.
 */
export class Planner {
  private readonly heap = new CellHeap();
  private readonly cell = new Int32Array(KEPT);
  private readonly ticks = new Float64Array(KEPT);
  /** Which wait, counted from now, each falls into: places and times that count as the same. */
  private readonly slot = new Int32Array(KEPT);
  private readonly cost = new Float64Array(KEPT);
  private readonly parent = new Int32Array(KEPT);
  private readonly move = new Int32Array(KEPT);
  private readonly isDone = new Uint8Array(KEPT);
  /** 1 for ends of moves that have come over a goal. */
  private readonly isThere = new Uint8Array(KEPT);
  /** Where each hunter is when it has run after the body up to there. */
  private readonly huntX = new Float32Array(KEPT * MOST_HUNTERS);
  private readonly huntY = new Float32Array(KEPT * MOST_HUNTERS);
  /** How far off the middle of its cell it is, where it walks on what carries it. */
  private readonly offX = new Float32Array(KEPT);
  private readonly offY = new Float32Array(KEPT);
  /** Whether the place that is just gone on from is where the body is now. */
  private isAtStart = false;
  private nextOffX = 0;
  private nextOffY = 0;
  private readonly nowX = new Float32Array(MOST_HUNTERS);
  private readonly nowY = new Float32Array(MOST_HUNTERS);
  private readonly table = new Int32Array(TABLE);
  private readonly tableRound = new Int32Array(TABLE);
  /** What a second in each cell costs at each step, as far as it has been asked for in this search. */
  private readonly rates: Float64Array;
  private readonly rateRound: Int32Array;
  /** The same of the corners between cells. */
  private readonly corners: Float64Array;
  private readonly cornerRound: Int32Array;
  private round = 0;
  private size = 0;
  /** What a second later is worth, s, while the search hurries; and the latest time to which it has come, ticks. */
  private haste = 0;
  private deepest = 0;
  private task!: Task;
  /** What the last plan costs beyond the time that it takes, s: mostly danger. */
  risk = 0;
  /** How many places and times the last search looked at. */
  lookedAt = 0;

  constructor(
    private readonly danger: Danger,
    private readonly carriers: CarrierForecast,
    private readonly ticksPerSecond: number,
    cells: number,
  ) {
    this.rates = new Float64Array(cells * (danger.steps + 1));
    this.rateRound = new Int32Array(cells * (danger.steps + 1));
    this.corners = new Float64Array(cells * (danger.steps + 1));
    this.cornerRound = new Int32Array(cells * (danger.steps + 1));
  }

  /** The legs of the best plan from a tick on. */
  plan(task: Task, tick: number): Leg[] {
    const { heap } = this;
    this.task = task;
    this.round++;
    this.size = this.deepest = 0;
    this.askedCell = -1;
    heap.clear();
    this.haste = 0;
    const horizon = this.danger.steps * this.danger.stepTicks;
    for (let hunter = 0; hunter < this.danger.hunterCount; hunter++) {
      this.nowX[hunter] = this.danger.hunters[hunter].x[0];
      this.nowY[hunter] = this.danger.hunters[hunter].y[0];
    }
    this.nextOffX = task.walksOnCarriers?.offX ?? 0;
    this.nextOffY = task.walksOnCarriers?.offY ?? 0;
    this.reach(task.start, task.delayTicks, 0, -1, -1);
    let last = 0;
    let hurryAt = HURRY_AFTER;
    for (this.lookedAt = 0; heap.size > 0 && this.lookedAt < MOST_LOOKED_AT; this.lookedAt++) {
      const at = heap.pop();
      if (this.isDone[at] === 1) continue;
      this.isDone[at] = 1;
      last = at;
      if (this.ticks[at] >= horizon || this.isThere[at] === 1) break;
      if (task.isEnd && task.ways?.[this.cell[at]] === 0) break;
      if (this.lookedAt >= hurryAt) {
        this.hurry(at);
        hurryAt += HURRY_EVERY;
      }
      this.expand(at);
    }
    this.risk = this.cost[last] - (this.ticks[last] - task.delayTicks) / this.ticksPerSecond;
    return this.legsTo(last, tick);
  }

  /**
   * Where much was looked at and the end is not near, later places come before earlier ones that are a little better: by as much
   * as it has cost so far, a second, to be where danger cannot be kept from.
   */
  private hurry(at: number): void {
    const { heap, task } = this;
    const passed = Math.max(this.deepest - task.delayTicks, 1) / this.ticksPerSecond;
    const first = this.boundOf(0);
    this.haste = Math.max(2 * this.haste, (this.cost[at] + this.boundOf(at) - first) / passed);
    heap.clear();
    for (let known = 0; known < this.size; known++) if (this.isDone[known] === 0) heap.push(known, this.keyOf(known));
  }

  /** What is left to do from a place at a time, at the least, s. */
  private boundOf(at: number): number {
    const { ways } = this.task;
    if (this.isThere[at] === 1) return 0;
    const left = ways ? ways[this.cell[at]] : Math.max(0, this.danger.steps * this.danger.stepTicks - this.ticks[at]);
    return (left / this.ticksPerSecond) * ONWARDS;
  }

  private keyOf(at: number): number {
    return this.cost[at] + this.boundOf(at) - (this.haste * this.ticks[at]) / this.ticksPerSecond;
  }

  private expand(at: number): void {
    const { graph, felt, pressTicks, narrow } = this.task;
    const cell = this.cell[at];
    const from = this.ticks[at];
    const cost = this.cost[at];
    const goesOver = this.task.over.size > 0;
    const hasWater = graph.needsCarrier.length > 0;
    const walks = hasWater && this.task.walksOnCarriers !== undefined;
    const own = this.waryAt(cell);
    const carrier = walks ? this.carrierUnder(at) : -1;
    if (graph.canWait[cell] === 1 || graph.first[cell] === graph.first[cell + 1]) {
      const seconds = graph.waitTicks / this.ticksPerSecond;
      const rides = hasWater && graph.needsCarrier[cell] === 1;
      const step = Math.round(from / graph.waitTicks);
      const next = walks
        ? this.carry(at, cell, carrier, graph.waitTicks)
        : rides
          ? this.carriers.carriedTo(cell, step)
          : cell;
      // Where one is to stay, time costs nothing; and whoever is on a ferry need not fear to miss it.
      const isAboard = rides && this.carriers.isFerry(walks ? carrier : this.carriers.carrierUnder(cell, step));
      const waiting = this.task.ways?.[cell] === 0 ? 0 : isAboard ? seconds : seconds * WAITING * own;
      if (this.canBeNews(next, from + graph.waitTicks, cost + waiting)) {
        const price = this.stay(cell, from, graph.waitTicks) + (narrow ? narrow[cell] * seconds : 0);
        const drowns = hasWater ? this.drowning(next, from + graph.waitTicks) : 0;
        const hunted = this.runAfter(at, next, from, graph.waitTicks) + this.overtaken(next, from + graph.waitTicks);
        this.reach(next, from + graph.waitTicks, cost + waiting + price + drowns + hunted, at, -1);
      }
    }
    const isFirst = (this.isAtStart = this.parent[at] < 0);
    for (let move = graph.first[cell]; move < graph.first[cell + 1]; move++) {
      const aimed = graph.to[move];
      const nominal = Math.max(graph.ticks[move], graph.kind[move] === 0 ? 0 : pressTicks);
      const ticks = isFirst ? nominal * this.firstShare(move, cell, aimed) : nominal;
      const to = walks ? this.carry(at, aimed, carrier, ticks) : aimed;
      const seconds = (ticks + graph.feltTicks[move] - graph.ticks[move]) / this.ticksPerSecond;
      const wary =
        hasWater && graph.needsCarrier[to] === 1 ? 1 + (graph.wary[to] - 1) * this.danger.stakes : graph.wary[to];
      const factor = wary * (felt.factor ? felt.factor[to] : 1);
      // Nobody jumps on the spot for nothing.
      const going = this.task.ways && to !== cell ? factor : factor * ROAMING;
      const extra = (felt.extra ? felt.extra[to] / this.ticksPerSecond : 0) + (narrow ? narrow[to] * seconds : 0);
      const share = goesOver ? this.task.over.get(move) : undefined;
      const safe = cost + seconds * going + extra;
      if (!isFirst && share === undefined && !this.canBeNews(to, from + ticks, safe)) continue;
      const drowns = hasWater ? this.drowning(to, from + ticks) + this.missing(at, to, from, ticks) : 0;
      const price =
        safe +
        drowns +
        this.sweep(move, cell, to, from, ticks) +
        this.runAfter(at, to, from, ticks) +
        this.overtaken(to, from + ticks) -
        (isFirst && to === this.task.keep && to !== cell ? KEEPING_SECONDS : 0);
      if (share === undefined || !this.task.isEnd) this.reach(to, from + ticks, price, at, move);
      else this.arrive(to, from + ticks * share, price - (ticks / this.ticksPerSecond) * (1 - share), at, move);
    }
  }

  /** How much dearer a second is in a cell; whoever walks about on what carries it, or has waited in vain, minds being over water less. */
  private waryAt(cell: number): number {
    const { graph, walksOnCarriers } = this.task;
    const wary = graph.wary[cell];
    if (graph.needsCarrier.length === 0 || graph.needsCarrier[cell] === 0) return wary;
    return 1 + (wary - 1) * this.danger.stakes * (walksOnCarriers ? ON_FOOT : 1);
  }

  /** How much longer or shorter a step is for a body that is not in the middle of its cell, as a factor. */
  private firstShare(move: number, cell: number, to: number): number {
    const { graph, from } = this.task;
    if (!from || graph.kind[move] !== 0 || to === cell || graph.passes[move] || graph.sweeps[move]) return 1;
    const { restX, restY } = graph;
    const own = distance(from.x, from.y, restX[to], restY[to]);
    return Math.max(LEAST_STEP_SHARE, own / distance(restX[cell], restY[cell], restX[to], restY[to]));
  }

  /** Lets the hunters run after the body to a cell; the danger of that. */
  private runAfter(at: number, to: number, from: number, ticks: number): number {
    const { danger, nowX, nowY } = this;
    if (danger.hunterCount === 0) return 0;
    const { restX, restY } = this.task.graph;
    const step = this.stepAt(from + ticks);
    let rate = 0;
    for (let hunter = 0; hunter < danger.hunterCount; hunter++) {
      const one = danger.hunters[hunter];
      const place = at * MOST_HUNTERS + hunter;
      const dx = restX[to] - this.huntX[place];
      const dy = restY[to] - this.huntY[place];
      const distance = Math.sqrt(dx * dx + dy * dy);
      const share = distance > 0 ? Math.min(1, (one.speed * ticks) / distance) : 0;
      nowX[hunter] = this.huntX[place] + dx * share;
      nowY[hunter] = this.huntY[place] + dy * share;
      rate += danger.goesRound(one, restX[to], restY[to], to)
        ? danger.cutOffRate(one, to, step)
        : danger.huntedRate(one, dx * (1 - share), dy * (1 - share), step);
    }
    return (rate * ticks) / this.ticksPerSecond;
  }

  /** The carrier on which the body is expected to be where a plan has come to, or −1. */
  private carrierUnder(at: number): number {
    const { graph } = this.task;
    const cell = this.cell[at];
    if (graph.needsCarrier[cell] === 0) return -1;
    const [x, y] = [graph.restX[cell] + this.offX[at], graph.restY[cell] + this.offY[at]];
    return this.carriers.carrierAt(x, y, this.ticks[at] / graph.waitTicks);
  }

  /** The cell to which one comes that walks to a cell while it is carried on; how far off its middle is noted for that. */
  private carry(at: number, aimed: number, carrier: number, ticks: number): number {
    const { graph } = this.task;
    this.nextOffX = this.nextOffY = 0;
    if (carrier < 0) return aimed;
    const from = this.ticks[at] / graph.waitTicks;
    const to = from + ticks / graph.waitTicks;
    const offX = this.offX[at] + this.carriers.shiftX(carrier, from, to);
    const offY = this.offY[at] + this.carriers.shiftY(carrier, from, to);
    const columns = Math.round(offX);
    const rows = Math.round(offY);
    const column = (aimed % graph.width) + columns;
    const there = aimed + rows * graph.width + columns;
    // What carries it against a wall leaves it where it is.
    if (column < 0 || column >= graph.width || graph.isRest[there] !== 1) return aimed;
    if (graph.needsCarrier[there] === 1) {
      this.nextOffX = offX - columns;
      this.nextOffY = offY - rows;
    }
    return there;
  }

  /** What it is worth not to be behind the rim of the view at a time. */
  private overtaken(cell: number, ticks: number): number {
    const { rim } = this.task;
    if (!rim) return 0;
    return rim.along[cell] < rim.now + rim.step * ticks + RIM_CELLS ? DROWNING_SECONDS : 0;
  }

  private drowning(cell: number, ticks: number): number {
    const { graph } = this.task;
    if (graph.needsCarrier[cell] === 0) return 0;
    if (this.task.walksOnCarriers) {
      const [x, y] = [graph.restX[cell] + this.nextOffX, graph.restY[cell] + this.nextOffY];
      return this.carriers.carrierAt(x, y, ticks / graph.waitTicks) >= 0 ? 0 : DROWNING_SECONDS;
    }
    return this.carriers.bears(cell, Math.round(ticks / graph.waitTicks)) ? 0 : DROWNING_SECONDS;
  }

  /**
   * What it is worth not to step beside what carries it on the way over water: it must lie there when one comes, and a little
   * sooner and later as well.
   */
  private missing(at: number, to: number, from: number, ticks: number): number {
    const { graph, walksOnCarriers } = this.task;
    const cell = this.cell[at];
    if (!walksOnCarriers || (graph.needsCarrier[cell] === 0 && graph.needsCarrier[to] === 0)) return 0;
    const x = graph.restX[cell] + this.offX[at];
    const y = graph.restY[cell] + this.offY[at];
    const goesX = graph.restX[to] + this.nextOffX - x;
    const goesY = graph.restY[to] + this.nextOffY - y;
    const slack = MISSED_SECONDS * this.ticksPerSecond;
    for (const share of ON_THE_WAY) {
      const [wayX, wayY] = [x + share * goesX, y + share * goesY];
      if (graph.needsCarrier[Math.floor(wayY) * graph.width + Math.floor(wayX)] !== 1) continue;
      const passes = from + share * ticks;
      for (const when of [Math.max(0, passes - slack), passes, passes + slack])
        if (!this.carriers.bearsOnTheWay(wayX, wayY, when / graph.waitTicks)) return DROWNING_SECONDS;
    }
    return 0;
  }

  /** The danger of staying in a cell for some ticks. */
  private stay(cell: number, from: number, ticks: number): number {
    if (this.danger.count === 0) return 0;
    const half = this.rate(cell, this.stepAt(from + ticks / 2));
    return ((half + this.rate(cell, this.stepAt(from + ticks))) * ticks) / 2 / this.ticksPerSecond;
  }

  /** The danger on the way of a move. */
  private sweep(move: number, cell: number, to: number, from: number, ticks: number): number {
    const { danger, ticksPerSecond } = this;
    if (danger.count === 0) return 0;
    const { graph } = this.task;
    const places = graph.sweeps[move];
    if (places) return this.sweepArc(places, from);
    const passes = graph.passes[move];
    if (!passes) {
      const middle = this.stepAt(from + ticks / 2);
      if (this.task.from && this.isAtStart) {
        const half = this.rateFrom(this.task.from, to, middle);
        return ((half + this.rate(to, this.stepAt(from + ticks))) * ticks) / 2 / ticksPerSecond;
      }
      let half = Math.max(this.rate(cell, middle), this.rate(to, this.stepAt(from + ticks / 4)));
      // Going aslant one comes closer to what is beside than in either cell.
      if (isAslant(cell, to, graph.width)) half = Math.max(half, this.cornerRate(cell, to, middle));
      return ((half + this.rate(to, this.stepAt(from + ticks))) * ticks) / 2 / ticksPerSecond;
    }
    let sum = 0;
    for (let at = 0; at < passes.length; at++)
      sum += this.rate(passes[at], this.stepAt(from + (ticks * (at + 1)) / passes.length));
    return (sum * ticks) / passes.length / ticksPerSecond;
  }

  private sweepArc(places: Float32Array, from: number): number {
    const { width } = this.task.graph;
    let sum = 0;
    for (let at = 2; at < places.length; at += 2) {
      const under = Math.floor(places[at + 1]) * width + Math.floor(places[at]);
      sum += this.danger.rateAt(places[at], places[at + 1], under, this.stepAt(from + (at / 2) * SWEEP_TICKS));
    }
    return (sum * SWEEP_TICKS) / this.ticksPerSecond;
  }

  /** What a second at the rest of a cell costs at a step; worked out once in a search. */
  private rate(cell: number, step: number): number {
    // Those of one cell lie side by side: a move asks for a few moments of the same cells.
    const at = cell * (this.danger.steps + 1) + step;
    if (this.rateRound[at] === this.round) return this.rates[at];
    const { restX, restY } = this.task.graph;
    this.rateRound[at] = this.round;
    return (this.rates[at] = this.danger.rateAt(restX[cell], restY[cell], cell, step));
  }

  /** The same halfway from where the body is to a cell. */
  private rateFrom({ x, y }: { x: number; y: number }, to: number, step: number): number {
    const { restX, restY } = this.task.graph;
    return this.danger.rateAt((x + restX[to]) / 2, (y + restY[to]) / 2, to, step);
  }

  /** The same where four cells meet, halfway from one of them to the one across. */
  private cornerRate(cell: number, to: number, step: number): number {
    const { restX, restY, width } = this.task.graph;
    // The last of the four stands for their corner.
    const last = Math.max(cell, to) + (Math.abs(to - cell) === width - 1 ? 1 : 0);
    const at = last * (this.danger.steps + 1) + step;
    if (this.cornerRound[at] === this.round) return this.corners[at];
    this.cornerRound[at] = this.round;
    const [x, y] = [(restX[cell] + restX[to]) / 2, (restY[cell] + restY[to]) / 2];
    return (this.corners[at] = this.danger.rateAt(x, y, to, step));
  }

  private stepAt(ticks: number): number {
    const step = Math.round(ticks / this.danger.stepTicks);
    return step < this.danger.steps ? step : this.danger.steps;
  }

  /**
   * Whether {@link reach} could note a cell at a time, if it costs no less than this: looked at before the danger on the way is,
   * which only adds to it.
   */
  private canBeNews(cell: number, ticks: number, leastCost: number): boolean {
    const { ways, graph } = this.task;
    if (ways && ways[cell] === Infinity) return false;
    const known = this.knownAt(cell, Math.round(ticks / graph.waitTicks));
    return known < 0 || (this.isDone[known] === 0 && leastCost < this.cost[known] - 1e-9);
  }

  /** Which note there is of a cell in a wait, or −1; the place in the table for it is noted. Mostly asked twice about the same. */
  private knownAt(cell: number, slot: number): number {
    if (cell !== this.askedCell || slot !== this.askedSlot || this.size !== this.askedSize) {
      this.askedCell = cell;
      this.askedSlot = slot;
      this.askedSize = this.size;
      this.askedKnown = this.findKnown(cell, slot);
    }
    return this.askedKnown;
  }

  private findKnown(cell: number, slot: number): number {
    let hash = (Math.imul(cell, 0x9e3779b1) ^ Math.imul(slot, 0x85ebca6b)) & (TABLE - 1);
    for (; this.tableRound[hash] === this.round; hash = (hash + 1) & (TABLE - 1)) {
      const known = this.table[hash];
      if (this.cell[known] === cell && this.slot[known] === slot) return known;
    }
    this.freePlace = hash;
    return -1;
  }

  private freePlace = 0;
  private askedCell = -1;
  private askedSlot = -1;
  private askedSize = -1;
  private askedKnown = -1;

  /** Notes that a cell can be reached at a time at a cost, unless it was reached then for less. */
  private reach(cell: number, ticks: number, cost: number, parent: number, move: number): void {
    const { ways, graph } = this.task;
    const left = ways ? ways[cell] : Math.max(0, this.danger.steps * this.danger.stepTicks - ticks);
    if (left === Infinity || cost === Infinity) return;
    const known = this.knownAt(cell, Math.round(ticks / graph.waitTicks));
    if (known >= 0) {
      if (this.isDone[known] === 1 || cost >= this.cost[known] - 1e-9) return;
      this.write(known, cell, ticks, cost, parent, move, left);
      return;
    }
    if (this.size === KEPT) return;
    this.tableRound[this.freePlace] = this.round;
    this.table[this.freePlace] = this.size;
    this.isDone[this.size] = 0;
    this.write(this.size++, cell, ticks, cost, parent, move, left);
  }

  /** Notes a move that comes over a goal: what is behind that does not matter. */
  private arrive(cell: number, ticks: number, cost: number, parent: number, move: number): void {
    if (this.size === KEPT || cost === Infinity) return;
    const at = this.size++;
    this.isDone[at] = 0;
    this.write(at, cell, ticks, cost, parent, move, 0);
    this.isThere[at] = 1;
  }

  private write(
    at: number,
    cell: number,
    ticks: number,
    cost: number,
    parent: number,
    move: number,
    left: number,
  ): void {
    this.cell[at] = cell;
    this.ticks[at] = ticks;
    this.slot[at] = Math.round(ticks / this.task.graph.waitTicks);
    this.cost[at] = cost;
    this.parent[at] = parent;
    this.move[at] = move;
    this.isThere[at] = 0;
    if (this.task.walksOnCarriers) {
      this.offX[at] = this.nextOffX;
      this.offY[at] = this.nextOffY;
    }
    for (let hunter = 0; hunter < this.danger.hunterCount; hunter++) {
      this.huntX[at * MOST_HUNTERS + hunter] = this.nowX[hunter];
      this.huntY[at * MOST_HUNTERS + hunter] = this.nowY[hunter];
    }
    if (ticks > this.deepest) this.deepest = ticks;
    const key = cost + (left / this.ticksPerSecond) * ONWARDS;
    this.heap.push(at, this.haste === 0 ? key : key - (this.haste * ticks) / this.ticksPerSecond);
  }

  private legsTo(last: number, tick: number): Leg[] {
    const legs: Leg[] = [];
    for (let at = last; this.parent[at] >= 0; at = this.parent[at])
      legs.push({
        move: this.move[at],
        cell: this.cell[at],
        starts: tick + this.ticks[this.parent[at]],
        ends: tick + this.ticks[at],
      });
    return legs.reverse();
  }
}

/** Whether two cells lie across a corner from each other. */
function isAslant(cell: number, to: number, width: number): boolean {
  const apart = Math.abs(to - cell);
  return apart === width + 1 || apart === width - 1;
}

function distance(x: number, y: number, toX: number, toY: number): number {
  const [dx, dy] = [toX - x, toY - y];
  return Math.sqrt(dx * dx + dy * dy);
}
