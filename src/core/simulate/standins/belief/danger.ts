import { cellIndexAt, isSolidAt, type ArenaGrid } from '../../../arena/grid';
import type { LevelProgram } from '../../../compile/levelProgram';
import type { PlayerBody } from '../../engine/player/playerBody';
import type { CellSight } from '../cellSight';
import type { MindedThing } from '../mindPicture';
import { SHOWN } from '../screen';
import type { StandInTraits } from '../traits';
import type { Belief } from './belief';
import type { DrawnSight } from './drawnSight';

/** A touch takes about so long: prices are by the second. */
const TOUCH_SECONDS = 0.12;
/** The price of what is far ahead counts for less, since nobody knows: at this time for half. */
const HALF_SURE_SECONDS = 4;
/** What walks about may turn at any time: where it goes straight on to is believed for half after so long. */
const TURNS_SECONDS = 1.2;
/** How likely it turns back within a second, and at most. */
const TURNS_BACK_A_SECOND = 0.25;
const MOST_TURNING = 0.3;
/** What goes straight on is minded with so much less effort than what walks about. */
const DRIFTERS_FOR_ONE = 4;
/** Beside long things in straight tracks one stands closer. */
const SHY_OF_BOX = 0.45;
/** The same of what flies straight on: one step aside is enough. */
const SHY_OF_FLYING = 0.4;
/** From what is after the player one keeps farther away. */
const SHY_OF_HUNTERS = 1.7;
/** The same beside what has never been seen to move; after so long it is taken to stand, s. */
const SHY_OF_STILL = 0.25;
const STANDS_SECONDS = 0.4;
/** How likely something that is out comes back within a second, as long as nobody knows. */
const COMES_BACK_A_SECOND = 0.12;
/** What gives warning is there after so long. */
const WARNED_SECONDS = 0.3;
/** What is known to stay out for a time is trusted up to so long before that. */
const TRUST_SECONDS = 0.35;
/** A hunter whose speed nobody has seen yet is taken to be this fast, as a share of the own speed. */
const GUESSED_SPEED = 0.8;
/** Factor on the price of being seen while one is out to fight. */
const SEEN_IN_A_FIGHT = 0.1;
/** Factor on the price of being seen by who is faster. */
const FASTER_IS_WORSE = 2;
/** A way by cells that is so much longer than the straight line goes round something. */
const ROUND_ABOUT = 1.45;
/** The price of all but touching, as a share of that of a touch. */
const NEAR = 0.14;
/** The price of being where a hunter could be by then, as a share of that of a touch. */
const CAUGHT = 0.15;
/** Nobody is quite where he means to be when he means to: by so much, s, and for no more than so many cells. */
const LATE_SECONDS = 0.07;
const MOST_LATE_CELLS = 0.5;
/** Beyond this far nothing is minded, however fast. */
const MOST_CELLS = 30;

/** So many hunters are thought through at once. */
export const MOST_HUNTERS = 3;

/** Of what is foreseen every so manieth step is drawn. */
const PICTURE_STEPS = 4;

export interface Minded {
  piece: number;
  harm: number;
  /** Both round: how near the middles come; else half of the sides of both together. */
  reach: number;
  halfX: number;
  halfY: number;
  shy: number;
  sight: DrawnSight | undefined;
  isAlarmed: boolean;
  facingX: number;
  facingY: number;
  isHunting: boolean;
  /** The fastest it was seen to go, cells a tick. */
  topSpeed: number;
  /** Cells a tick with which it hunts; and how far it is to each cell. */
  speed: number;
  ways: Float32Array;
  /** At each step: where it is expected, in which cell, and how likely it is there. */
  x: Float64Array;
  y: Float64Array;
  cell: Int32Array;
  sure: Float64Array;
  /** For what walks about: how far it would be from there at each step if it turned back now; and whether that is minded. */
  backX: number;
  backY: number;
  mayTurn: boolean;
}

/** What a stand-in fears, over the time that it plans: of the few things that it minds, where each will be. */
export class Danger {
  readonly minded: Minded[];
  count = 0;
  /** Factor on the price of being seen and of nearness; falls with impatience. */
  boldness = 1;
  /** Whether it is out to fight: then being seen matters little. */
  isFighting = false;
  private readonly order: Int32Array;
  private readonly times: Float64Array;
  private readonly discount: Float64Array;
  private readonly queue: Int32Array;
  private readonly isDrifter: Uint8Array;
  private readonly reachOf: Float64Array;
  private readonly ticksPerSecond: number;
  private readonly ownSpeed: number;

  constructor(
    private readonly program: LevelProgram,
    private readonly traits: StandInTraits,
    private readonly sights: readonly (readonly (DrawnSight | undefined)[])[],
    private readonly lines: CellSight,
    /** Ticks of a step, and how many steps are planned. */
    readonly stepTicks: number,
    readonly steps: number,
  ) {
    const { pieces, brains, grid, ticksPerSecond, player } = program;
    this.ticksPerSecond = ticksPerSecond;
    this.ownSpeed = player.step;
    this.order = new Int32Array(pieces.length);
    this.times = new Float64Array(pieces.length);
    this.queue = new Int32Array(grid.width * grid.height);
    this.isDrifter = Uint8Array.from(pieces, ({ brain, isShot }) =>
      isShot || (brain >= 0 && brains[brain].states.every(({ motion }) => DRIFTS.has(motion.operation))) ? 1 : 0,
    );
    this.reachOf = Float64Array.from(pieces, ({ radius }) => radius + player.radius);
    this.discount = Float64Array.from(
      { length: steps + 1 },
      (_, step) => 1 / (1 + (step * stepTicks) / ticksPerSecond / HALF_SURE_SECONDS),
    );
    const most = Math.min(pieces.length, traits.mindedThreats * DRIFTERS_FOR_ONE);
    this.minded = Array.from({ length: most }, () => ({
      piece: -1,
      harm: 0,
      reach: 0,
      halfX: 0,
      halfY: 0,
      shy: 0,
      sight: undefined,
      isAlarmed: false,
      facingX: 1,
      facingY: 0,
      isHunting: false,
      topSpeed: 0,
      speed: 0,
      ways: new Float32Array(0),
      x: new Float64Array(steps + 1),
      y: new Float64Array(steps + 1),
      cell: new Int32Array(steps + 1),
      sure: new Float64Array(steps + 1),
      backX: 0,
      backY: 0,
      mayTurn: false,
    }));
  }

  /** Seconds from now up to which is planned. */
  get horizonSeconds(): number {
    return (this.steps * this.stepTicks) / this.ticksPerSecond;
  }

  /** Picks what is minded: what could be met first. True when anything could be met, or could see the player, in time. */
  pick(belief: Belief, own: Readonly<PlayerBody>, tick: number): boolean {
    const { traits, order, times } = this;
    const most = Math.min(this.minded.length, traits.mindedThreats * DRIFTERS_FOR_ONE);
    const horizon = this.horizonSeconds * this.ticksPerSecond;
    const { frame, feared } = belief;
    let kept = 0;
    for (let index = 0; index < feared.length; index++) {
      const piece = feared[index];
      if (frame.shown[piece] === SHOWN.gone) continue;
      const ticks = this.ticksUntilMet(belief, piece, own, tick);
      if (ticks > horizon) continue;
      if (kept === most && ticks >= times[kept - 1]) continue;
      let place = kept < most ? kept++ : kept - 1;
      while (place > 0 && times[place - 1] > ticks) {
        order[place] = order[place - 1];
        times[place] = times[place - 1];
        place--;
      }
      order[place] = piece;
      times[place] = ticks;
    }
    // Attention: what walks about takes as much of it as several that fly straight.
    let attention = traits.mindedThreats;
    this.count = this.hunterCount = 0;
    for (let index = 0; index < kept && attention > 0; index++) {
      this.minded[this.count++].piece = order[index];
      attention -= this.isDrifter[order[index]] === 1 ? 1 / DRIFTERS_FOR_ONE : 1;
    }
    return this.count > 0;
  }

  /** The least time, in ticks, in which the player could come to be met or seen by something. */
  private ticksUntilMet(belief: Belief, piece: number, own: Readonly<PlayerBody>, tick: number): number {
    const { frame } = belief;
    const delay = tick - belief.tick;
    const vx = belief.velocityX[piece];
    const vy = belief.velocityY[piece];
    const dx = frame.x[piece] + vx * delay - own.x;
    const dy = frame.y[piece] + vy * delay - own.y;
    const distance = Math.sqrt(dx * dx + dy * dy);
    if (distance > MOST_CELLS) return Infinity;
    const sight = this.sightOf(frame.state[piece], piece);
    const gap = distance - this.reachOf[piece] - Math.max(this.traits.shyCells, sight?.range ?? 0);
    if (gap <= 0) return Math.max(0, distance - this.reachOf[piece]);
    // What flies straight past or away is nothing to mind.
    const nears = distance > 0 ? -(dx * vx + dy * vy) / distance : 0;
    const speed =
      this.isDrifter[piece] === 1
        ? nears + this.ownSpeed
        : Math.max(Math.sqrt(vx * vx + vy * vy), belief.isHunting(piece) ? belief.topSpeed[piece] : 0) + this.ownSpeed;
    return speed <= 0 ? Infinity : gap / speed;
  }

  private sightOf(state: number, piece: number): DrawnSight | undefined {
    const { brain } = this.program.pieces[piece];
    return brain < 0 || state < 0 ? undefined : this.sights[brain][state];
  }

  /** Foresees all that is minded. */
  foresee(belief: Belief, tick: number, grid: ArenaGrid): void {
    this.hunterCount = 0;
    for (let index = 0; index < this.count; index++) {
      const one = this.minded[index];
      this.foreseeOne(one, belief, tick, grid);
      if (one.isHunting && this.hunterCount < MOST_HUNTERS) this.hunters[this.hunterCount++] = one;
    }
  }

  private foreseeOne(one: Minded, belief: Belief, tick: number, grid: ArenaGrid): void {
    const { piece } = one;
    const { frame } = belief;
    const entry = this.program.pieces[piece];
    const { hit } = this.program.kinds[entry.kindIndex];
    const own = this.program.kinds[this.program.player.kindIndex].hit;
    const isRound = hit.parts.length === 1 && hit.parts[0].isCircle && own.parts.length === 1 && own.parts[0].isCircle;
    one.harm = belief.harm[piece];
    one.reach = isRound ? entry.radius + this.program.player.radius : 0;
    one.halfX = isRound ? 0 : (hit.west + hit.east + own.west + own.east) / 2;
    one.halfY = isRound ? 0 : (hit.north + hit.south + own.north + own.south) / 2;
    const stands =
      belief.topSpeed[piece] === 0 && belief.tick - belief.stillSince[piece] > STANDS_SECONDS * this.ticksPerSecond;
    const nearer = stands ? SHY_OF_STILL : this.isDrifter[piece] === 1 ? SHY_OF_FLYING : isRound ? 1 : SHY_OF_BOX;
    one.sight = this.sightOf(frame.state[piece], piece);
    one.isAlarmed = frame.isAlarmed[piece] === 1;
    one.facingX = frame.facingX[piece];
    one.facingY = frame.facingY[piece];
    one.isHunting = belief.isHunting(piece);
    one.topSpeed = belief.topSpeed[piece];
    one.shy =
      (this.traits.shyCells * (one.isHunting ? SHY_OF_HUNTERS : nearer) + this.lateCells(belief, piece)) *
      this.boldness;
    const delay = tick - belief.tick;
    const round = one.isHunting ? 0 : belief.past.roundOf(piece, this.traits.beatRounds);
    one.mayTurn = false;
    if (round > 0) this.followBeat(one, belief, delay, round);
    else this.goOn(one, belief, delay, grid);
    for (let step = 0; step <= this.steps; step++) one.cell[step] = cellIndexAt(grid, one.x[step], one.y[step]);
    if (one.isHunting) this.hunt(one, belief, grid);
  }

  /** How far something comes in the time by which the own hand may be late, cells. */
  private lateCells({ velocityX, velocityY }: Belief, piece: number): number {
    const x = velocityX[piece];
    const y = velocityY[piece];
    const speed = Math.sqrt(x * x + y * y) * this.ticksPerSecond;
    return Math.min(MOST_LATE_CELLS, speed * (LATE_SECONDS + this.traits.timingJitterMs / 2000));
  }

  private followBeat(one: Minded, { past }: Belief, delay: number, round: number): void {
    for (let step = 0; step <= this.steps; step++) {
      const place = past.placeAfter(one.piece, round, delay + step * this.stepTicks);
      const x = past.xAt(place);
      const isKnown = x === x;
      one.x[step] = isKnown ? x : one.x[Math.max(0, step - 1)];
      one.y[step] = isKnown ? past.yAt(place) : one.y[Math.max(0, step - 1)];
      one.sure[step] = past.shownAt(place) === SHOWN.here ? 1 : past.shownAt(place) === SHOWN.out ? 0.03 : 0;
    }
  }

  /** On in a straight line; what meets a wall turns round. */
  private goOn(one: Minded, belief: Belief, delay: number, grid: ArenaGrid): void {
    const { piece } = one;
    const { frame } = belief;
    let x = frame.x[piece];
    let y = frame.y[piece];
    let velocityX = belief.velocityX[piece];
    let velocityY = belief.velocityY[piece];
    const passesWalls = this.isDrifter[piece] === 1 || isSolidAt(grid, Math.floor(x), Math.floor(y));
    const turns = !passesWalls && (velocityX !== 0 || velocityY !== 0);
    one.mayTurn = turns && !one.isHunting;
    one.backX = -velocityX * this.stepTicks;
    one.backY = -velocityY * this.stepTicks;
    const knowsTurns = turns && this.traits.beatRounds > 0;
    // Seen from the side, what walks on boards is not expected to walk on air.
    const kind = this.program.kinds[this.program.pieces[piece].kindIndex];
    const feet = kind.stand.south + 0.1;
    const walks =
      this.program.isSideView && kind.falls && isSolidAt(grid, Math.floor(x), Math.floor(y + feet)) && velocityX !== 0;
    let ticks = delay;
    for (let step = 0; step <= this.steps; step++) {
      const nextX = x + velocityX * ticks;
      const nextY = y + velocityY * ticks;
      const hasFooting = !walks || isSolidAt(grid, Math.floor(nextX), Math.floor(nextY + feet));
      if (hasFooting && (passesWalls || isOpenWay(grid, x, y, nextX, nextY))) {
        x = nextX;
        y = nextY;
      } else {
        velocityX = -velocityX;
        velocityY = -velocityY;
      }
      if (knowsTurns && step > 0 && belief.turnsAt(piece, x, y, velocityX, velocityY, this.stepTicks)) {
        velocityX = -velocityX;
        velocityY = -velocityY;
      }
      one.x[step] = x;
      one.y[step] = y;
      one.sure[step] = this.surenessAt(belief, piece, delay + step * this.stepTicks);
      if (turns) one.sure[step] /= 1 + (step * this.stepTicks) / this.ticksPerSecond / TURNS_SECONDS;
      ticks = this.stepTicks;
    }
  }

  /** How likely something is there, so that it can be met, so many ticks after it was seen. */
  private surenessAt(belief: Belief, piece: number, ticks: number): number {
    const { frame } = belief;
    const since = belief.tick - belief.shownSince[piece];
    if (frame.shown[piece] === SHOWN.here) {
      const lasts = belief.spellHere[piece];
      // It goes out when its time is up, if it has done so before; not before that is over for certain.
      return lasts > 0 && since + ticks > lasts + TRUST_SECONDS * this.ticksPerSecond ? 0.4 : 1;
    }
    if (belief.warnsSince[piece] >= 0)
      return belief.tick - belief.warnsSince[piece] + ticks > WARNED_SECONDS * this.ticksPerSecond ? 1 : 0.1;
    const lasts = belief.spellOut[piece];
    if (lasts > 0) return since + ticks < lasts - TRUST_SECONDS * this.ticksPerSecond ? 0.02 : 1;
    return Math.min(1, (COMES_BACK_A_SECOND * ticks) / this.ticksPerSecond);
  }

  /** How far it is for a hunter to each cell within its reach. */
  private hunt(one: Minded, belief: Belief, grid: ArenaGrid): void {
    const { width, solid } = grid;
    if (one.ways.length !== solid.length) one.ways = new Float32Array(solid.length);
    const { ways } = one;
    const { queue } = this;
    ways.fill(Infinity);
    one.speed = Math.max(
      belief.topSpeed[one.piece],
      GUESSED_SPEED * this.ownSpeed * (belief.topSpeed[one.piece] > 0 ? 0 : 1),
    );
    const most = one.speed * this.stepTicks * this.steps + one.reach + 2;
    const start = one.cell[0];
    ways[start] = 0;
    let size = 1;
    queue[0] = start;
    for (let at = 0; at < size; at++) {
      const cell = queue[at];
      const next = ways[cell] + 1;
      if (next > most) break;
      for (const other of [cell + 1, cell - 1, cell + width, cell - width]) {
        if (other < 0 || other >= solid.length || solid[other] === 1 || ways[other] <= next) continue;
        if (Math.abs((other % width) - (cell % width)) > 1) continue;
        ways[other] = next;
        queue[size++] = other;
      }
    }
  }

  /** What is minded, to be drawn. */
  picture(): MindedThing[] {
    const some = (values: Float64Array) => [...values].filter((_, step) => step % PICTURE_STEPS === 0);
    return this.minded
      .slice(0, this.count)
      .map(({ piece, x, y, isHunting }) => ({ piece, x: some(x), y: some(y), isHunting }));
  }

  /** Price, in seconds, of a second spent at a place at a step of the plan. */
  rateAt(x: number, y: number, cell: number, step: number): number {
    let rate = 0;
    for (let index = 0; index < this.count; index++) rate += this.rateOf(this.minded[index], x, y, cell, step);
    return rate;
  }

  private rateOf(one: Minded, x: number, y: number, cell: number, step: number): number {
    const dx = x - one.x[step];
    const dy = y - one.y[step];
    const square = dx * dx + dy * dy;
    const fear = (this.traits.fearSeconds / TOUCH_SECONDS) * one.harm;
    let rate = 0;
    if (one.mayTurn) rate += this.turnedRate(one, x, y, step) * fear;
    if (!one.isHunting && one.sure[step] > 0) rate += nearness(one, dx, dy, square) * one.sure[step] * fear;
    rate *= this.discount[step];
    return one.sight ? rate + this.seenRate(one, one.sight, dx, dy, square, cell, step) : rate;
  }

  /** What turns back without a warning is minded too, as far as that is likely. */
  private turnedRate(one: Minded, x: number, y: number, step: number): number {
    const dx = x - one.x[0] - one.backX * step;
    const dy = y - one.y[0] - one.backY * step;
    const share = (TURNS_BACK_A_SECOND * step * this.stepTicks) / this.ticksPerSecond;
    return nearness(one, dx, dy, dx * dx + dy * dy) * Math.min(MOST_TURNING, share);
  }

  /** The hunters among what is minded: `hunterCount` of them. */
  readonly hunters: Minded[] = [];
  hunterCount = 0;

  /** What a second with a hunter so near costs, s: `gap` from middle to middle, at a step of the plan. */
  huntedRate(one: Minded, dx: number, dy: number, step: number): number {
    const fear = (this.traits.fearSeconds / TOUCH_SECONDS) * one.harm;
    return nearness(one, dx, dy, dx * dx + dy * dy) * fear * this.discount[step];
  }

  /** The same where walls lie between: by whether the hunter could have come there on its way round them. */
  cutOffRate(one: Minded, cell: number, step: number): number {
    const slack = one.ways[cell] - one.reach - one.halfX - one.speed * step * this.stepTicks;
    if (slack >= 1) return 0;
    const share = slack <= 0 ? 1 : (1 - slack) * (1 - slack);
    return (this.traits.fearSeconds / TOUCH_SECONDS) * one.harm * CAUGHT * share * this.discount[step];
  }

  /** Whether a hunter has to go round something to get from where it is to a cell. */
  goesRound(one: Minded, x: number, y: number, cell: number): boolean {
    const dx = x - one.x[0];
    const dy = y - one.y[0];
    return one.ways[cell] > ROUND_ABOUT * Math.sqrt(dx * dx + dy * dy) + 1;
  }

  private seenRate(
    one: Minded,
    { range, limits }: DrawnSight,
    dx: number,
    dy: number,
    square: number,
    cell: number,
    step: number,
  ): number {
    if (square > limits.rangeSquare || one.sure[step] < 0.5) return 0;
    const distance = Math.sqrt(square);
    if (!one.isAlarmed && dx * one.facingX + dy * one.facingY < limits.arcCosine * distance) return 0;
    if (!this.lines.sees(one.cell[step], cell)) return 0;
    // Who is known to be faster than oneself had better not see one at all.
    const worse = (one.topSpeed > this.ownSpeed ? FASTER_IS_WORSE : 1) * (this.isFighting ? SEEN_IN_A_FIGHT : 1);
    return this.traits.cautionSeconds * this.boldness * worse * (2 - distance / range);
  }
}

const DRIFTS = new Set(['drift', 'hold', 'hover', 'march']);

/** 1 where a thing is touched, falling to 0 as far off as it is kept away from. */
function nearness(one: Minded, dx: number, dy: number, square: number): number {
  let gap: number;
  if (one.halfX > 0) {
    const x = Math.max(0, Math.abs(dx) - one.halfX);
    const y = Math.max(0, Math.abs(dy) - one.halfY);
    if (x >= one.shy || y >= one.shy) return 0;
    gap = Math.sqrt(x * x + y * y);
  } else {
    const most = one.reach + one.shy;
    if (square >= most * most) return 0;
    gap = Math.sqrt(square) - one.reach;
  }
  if (gap <= 0) return 1;
  const share = 1 - gap / one.shy;
  return share <= 0 ? 0 : NEAR * share * share * share;
}

function isOpenWay(grid: ArenaGrid, x0: number, y0: number, x1: number, y1: number): boolean {
  return (
    !isSolidAt(grid, Math.floor(x1), Math.floor(y1)) &&
    !isSolidAt(grid, Math.floor((x0 + x1) / 2), Math.floor((y0 + y1) / 2))
  );
}
