import { cellIndexAt, isSolidAt, type ArenaGrid } from '../../../arena/grid';
import type { LevelProgram } from '../../../compile/levelProgram';
import { SHOWN } from '../screen';
import type { StandInTraits } from '../../../people/traits';
import type { Belief } from './belief';
import type { DrawnSight } from './drawnSight';

/** How likely it turns back within a second, and at most. */
const TURNS_BACK_A_SECOND = 0.25;
const MOST_TURNING = 0.3;
/** What looks this nearly where it goes looks where it goes; cosine of the angle. */
const LOOKS_AHEAD_COSINE = 0.8;
/**
 * Something that is out, and nobody knows for how long, comes in the next second with a chance of one to the seconds that it
 * has been out and these (the rule of succession). Coming on somebody it meets them for as long as a touch takes.
 */
const OUT_BEFORE_SECONDS = 2;
const MET_SECONDS = 0.12;
/** The same of what has been seen to come and go. */
const COMES_BACK_A_SECOND = 0.12;
/** What gives warning is there after so long. */
const WARNED_SECONDS = 0.3;
/** Nobody feels the length of a spell more exactly than this. */
const TRUST_SECONDS = 0.35;
/** A hunter whose speed nobody has seen yet is taken to be this fast, as a share of the own speed. */
const GUESSED_SPEED = 0.8;
/** What is out in its beat is hardly met. */
export const MET_WHILE_OUT = 0.03;
/** A step beside one at which something is there is believed this much to be like it. */
const EDGE_SHARE = 0.5;
/** What has stood for longer than this goes on standing, as far as anybody knows. */
const PAUSE_SECONDS = 2.5;
/** What goes less far than this in a step stands, cells. */
const STANDS_CELLS = 0.02;
/** How far beside the way is looked for room to turn off, cells. */
const ROOM_CELLS = 1;
/** On, back at any time, and off to either side where it cannot go on. */
export const MOST_COURSES = 4;

/** One of the ways on which a thing may go from now, over the steps of what is foreseen. */
export class Course {
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly cell: Int32Array;
  /** Where it looks at each step. */
  readonly facingX: Float64Array;
  readonly facingY: Float64Array;
  /** How likely it is there at each step, so that it can be met. */
  readonly sure: Float64Array;

  constructor(steps: number) {
    this.x = new Float64Array(steps + 1);
    this.y = new Float64Array(steps + 1);
    this.cell = new Int32Array(steps + 1);
    this.facingX = new Float64Array(steps + 1);
    this.facingY = new Float64Array(steps + 1);
    this.sure = new Float64Array(steps + 1);
  }
}

/** How a thing goes and looks just now, and whether it looks where it goes. */
interface Motion {
  x: number;
  y: number;
  velocityX: number;
  velocityY: number;
  facingX: number;
  facingY: number;
  looksAhead: boolean;
}

/**
 * A thing that is minded: what it can do, and the courses on which it may go. A class, since the search asks millions of times:
 * objects of so many fields that are put together from others are looked up by name.
 */
export class Minded extends Course {
  piece = -1;
  harm = 0;
  /** Both round: how near the middles come; else half of the sides of both together. */
  reach = 0;
  halfX = 0;
  halfY = 0;
  shy = 0;
  sight: DrawnSight | undefined = undefined;
  isAlarmed = false;
  isHunting = false;
  /** Whether it walks about, so that nobody knows where it will be. */
  wanders = false;
  /** How its shots go, cells a tick; 0 and 0 for what does not fire. */
  firesX = 0;
  firesY = 0;
  /** The fastest it was seen to go, cells a tick. */
  topSpeed = 0;
  /** Cells a tick with which it hunts; and how far it is to each cell. */
  speed = 0;
  ways = new Float32Array(0);
  /** Where else it may go, as long as nobody knows better: `otherCount` of them. */
  readonly others: Course[];
  otherCount = 0;

  constructor(steps: number) {
    super(steps);
    this.others = Array.from({ length: MOST_COURSES - 1 }, () => new Course(steps));
  }
}

/** Foresees where things will be: in their beat, back the way they came, straight on, or after the player. */
export class Forecast {
  private readonly queue: Int32Array;
  /** The last step that is filled in just now. */
  private last: number;

  constructor(
    private readonly program: LevelProgram,
    private readonly traits: StandInTraits,
    private readonly isDrifter: Uint8Array,
    private readonly stepTicks: number,
    private readonly steps: number,
  ) {
    this.queue = new Int32Array(program.grid.width * program.grid.height);
    this.last = steps;
  }

  /** Fills in only where a minded thing is now, and how surely: just what {@link foresee} says of its first step. */
  glance(one: Minded, belief: Belief, tick: number, grid: ArenaGrid): void {
    this.last = 0;
    this.fillIn(one, belief, tick, grid);
  }

  /** Fills in the courses of a minded thing, up to a step, from what is believed of it. */
  foresee(one: Minded, belief: Belief, tick: number, grid: ArenaGrid, last: number): void {
    this.last = last;
    this.fillIn(one, belief, tick, grid);
    this.noteCells(one, grid);
    for (let other = 0; other < one.otherCount; other++) this.noteCells(one.others[other], grid);
    if (one.isHunting) this.hunt(one, belief, grid);
  }

  private fillIn(one: Minded, belief: Belief, tick: number, grid: ArenaGrid): void {
    const delay = tick - belief.tick;
    const { beatRounds } = this.traits;
    one.otherCount = 0;
    one.wanders = false;
    const round = one.isHunting ? 0 : belief.past.roundOf(one.piece, beatRounds, delay + this.steps * this.stepTicks);
    if (round > 0) this.followBeat(one, belief, delay, round);
    else {
      const back = one.isHunting ? 0 : belief.past.retraceOf(one.piece, beatRounds);
      this.goOn(one, belief, delay, grid);
      if (back > 0) this.goBack(one, belief, delay, back);
    }
  }

  private noteCells({ x, y, cell }: Course, grid: ArenaGrid): void {
    for (let step = 0; step <= this.last; step++) cell[step] = cellIndexAt(grid, x[step], y[step]);
  }

  private followBeat(one: Minded, { past, frame }: Belief, delay: number, round: number): void {
    // How surely it is there at a step is told by its neighbours, too.
    const last = Math.min(this.last + 1, this.steps);
    for (let step = 0; step <= last; step++) {
      const place = past.placeAfter(one.piece, round, delay + step * this.stepTicks);
      const isKnown = !Number.isNaN(past.xAt(place));
      if (isKnown) {
        one.x[step] = past.xAt(place);
        one.y[step] = past.yAt(place);
        one.facingX[step] = past.facingXAt(place);
        one.facingY[step] = past.facingYAt(place);
      } else {
        one.x[step] = step > 0 ? one.x[step - 1] : frame.x[one.piece];
        one.y[step] = step > 0 ? one.y[step - 1] : frame.y[one.piece];
        one.facingX[step] = step > 0 ? one.facingX[step - 1] : frame.facingX[one.piece];
        one.facingY[step] = step > 0 ? one.facingY[step - 1] : frame.facingY[one.piece];
      }
      const shown = isKnown ? past.shownAt(place) : frame.shown[one.piece];
      one.sure[step] = shown === SHOWN.here ? 1 : shown === SHOWN.out ? MET_WHILE_OUT : 0;
    }
    // Nobody hits the moment in which it comes or goes.
    for (let step = 0, before = one.sure[0]; step < last; step++) {
      const now = one.sure[step];
      one.sure[step] = Math.max(now, EDGE_SHARE * Math.max(before, one.sure[step + 1]));
      before = now;
    }
  }

  /** Back the way it came, as far as that is remembered. */
  private goBack(one: Minded, belief: Belief, delay: number, ago: number): void {
    const { past, frame } = belief;
    one.otherCount = 0;
    one.wanders = false;
    const vx = belief.velocityX[one.piece];
    const vy = belief.velocityY[one.piece];
    const ahead = frame.facingX[one.piece] * vx + frame.facingY[one.piece] * vy;
    const looksAhead = ahead > LOOKS_AHEAD_COSINE * Math.sqrt(vx * vx + vy * vy);
    for (let step = 0; step <= this.last; step++) {
      const place = past.placeBack(one.piece, ago, delay + step * this.stepTicks);
      if (place < 0 || Number.isNaN(past.xAt(place))) return;
      one.x[step] = past.xAt(place);
      one.y[step] = past.yAt(place);
      this.turnEyesBack(one, step, frame.facingX[one.piece], frame.facingY[one.piece], looksAhead);
      one.sure[step] = this.surenessAt(belief, one.piece, delay + step * this.stepTicks);
    }
  }

  /** What goes back looks where it goes; while it stands it looks where it looked as it came. */
  private turnEyesBack(one: Minded, step: number, x: number, y: number, looksAhead: boolean): void {
    const goesX = step === 0 ? 0 : one.x[step] - one.x[step - 1];
    const goesY = step === 0 ? 0 : one.y[step] - one.y[step - 1];
    const far = Math.sqrt(goesX * goesX + goesY * goesY);
    if (far < STANDS_CELLS) {
      one.facingX[step] = step === 0 ? x : one.facingX[step - 1];
      one.facingY[step] = step === 0 ? y : one.facingY[step - 1];
    } else {
      one.facingX[step] = looksAhead ? goesX / far : x;
      one.facingY[step] = looksAhead ? goesY / far : y;
    }
  }

  /** On in a straight line; what meets a wall turns back, or off to where there is room. */
  private goOn(one: Minded, belief: Belief, delay: number, grid: ArenaGrid): void {
    const { piece } = one;
    const { frame } = belief;
    let x = frame.x[piece];
    let y = frame.y[piece];
    let velocityX = belief.velocityX[piece];
    let velocityY = belief.velocityY[piece];
    const passesWalls = this.isDrifter[piece] === 1 || isSolidAt(grid, Math.floor(x), Math.floor(y));
    // What has stopped for a moment will go on, or off to somewhere else.
    const isPausing =
      !passesWalls && !one.isHunting && velocityX === 0 && velocityY === 0 && this.pauses(belief, piece);
    if (isPausing) {
      velocityX = belief.turns.wentX[piece];
      velocityY = belief.turns.wentY[piece];
    }
    const turns = !passesWalls && (velocityX !== 0 || velocityY !== 0);
    const knowsTurns = turns && this.traits.beatRounds > 0;
    // Seen from the side, what walks on boards is not expected to walk on air.
    const kind = this.program.kinds[this.program.pieces[piece].kindIndex];
    const feet = kind.stand.south + 0.1;
    // A body turns where its front comes to a wall or a ledge, not its middle.
    const { east, west, north, south } = kind.stand;
    const walks =
      this.program.isSideView && kind.falls && isSolidAt(grid, Math.floor(x), Math.floor(y + feet)) && velocityX !== 0;
    // What looks where it goes turns its eyes with it.
    let facingX = frame.facingX[piece];
    let facingY = frame.facingY[piece];
    const speed = Math.sqrt(velocityX * velocityX + velocityY * velocityY);
    const looksAhead = facingX * velocityX + facingY * velocityY > LOOKS_AHEAD_COSINE * speed;
    one.wanders = turns;
    if (turns && !one.isHunting)
      this.turnBackAnyTime(one, { x, y, velocityX, velocityY, facingX, facingY, looksAhead });
    let share = isPausing
      ? this.turnOff(one, { x, y, velocityX, velocityY, facingX, facingY, looksAhead }, 0, grid)
      : 1;
    let ticks = delay;
    for (let step = 0; step <= this.last; step++) {
      const nextX = x + velocityX * ticks;
      const nextY = y + velocityY * ticks;
      const frontX = velocityX > 0 ? east : velocityX < 0 ? -west : 0;
      const frontY = velocityY > 0 ? south : velocityY < 0 ? -north : 0;
      const hasFooting = !walks || isSolidAt(grid, Math.floor(nextX + frontX), Math.floor(nextY + feet));
      if (hasFooting && (passesWalls || isOpenWay(grid, x, y, nextX + frontX, nextY + frontY))) {
        x = nextX;
        y = nextY;
      } else {
        if (turns && !walks && !one.isHunting && one.otherCount <= 1)
          share = this.turnOff(one, { x, y, velocityX, velocityY, facingX, facingY, looksAhead }, step, grid);
        velocityX = -velocityX;
        velocityY = -velocityY;
      }
      if (knowsTurns && step > 0 && belief.turns.turnsAt(piece, x, y, velocityX, velocityY, this.stepTicks)) {
        velocityX = -velocityX;
        velocityY = -velocityY;
      }
      if (looksAhead && facingX * velocityX + facingY * velocityY < 0) {
        facingX = -facingX;
        facingY = -facingY;
      }
      one.x[step] = x;
      one.y[step] = y;
      one.facingX[step] = facingX;
      one.facingY[step] = facingY;
      one.sure[step] = share * this.surenessAt(belief, piece, delay + step * this.stepTicks);
      ticks = this.stepTicks;
    }
  }

  private pauses(belief: Belief, piece: number): boolean {
    return belief.tick - belief.stillSince[piece] < PAUSE_SECONDS * this.ticksPerSecond;
  }

  private get ticksPerSecond(): number {
    return this.program.ticksPerSecond;
  }

  /** What turns back without a warning is minded too, as far as that is likely. */
  private turnBackAnyTime(one: Minded, { x, y, velocityX, velocityY, facingX, facingY, looksAhead }: Motion): void {
    const back = one.others[one.otherCount++];
    for (let step = 0; step <= this.last; step++) {
      back.x[step] = x - velocityX * step * this.stepTicks;
      back.y[step] = y - velocityY * step * this.stepTicks;
      back.facingX[step] = looksAhead ? -facingX : facingX;
      back.facingY[step] = looksAhead ? -facingY : facingY;
      back.sure[step] = Math.min(MOST_TURNING, (TURNS_BACK_A_SECOND * step * this.stepTicks) / this.ticksPerSecond);
    }
  }

  /** Where it cannot go on, it may turn off to either side as well as back. The share that is left for going back. */
  private turnOff(
    one: Minded,
    { x, y, velocityX, velocityY, facingX, facingY, looksAhead }: Motion,
    from: number,
    grid: ArenaGrid,
  ): number {
    const speed = Math.sqrt(velocityX * velocityX + velocityY * velocityY);
    const asideX = (velocityY / speed) * ROOM_CELLS;
    const asideY = (velocityX / speed) * ROOM_CELLS;
    const hasRight = isOpenWay(grid, x, y, x - asideX, y + asideY);
    const hasLeft = isOpenWay(grid, x, y, x + asideX, y - asideY);
    const share = 1 / ((hasRight ? 1 : 0) + (hasLeft ? 1 : 0) + 1);
    for (let side = 1; side >= -1; side -= 2) {
      if (side === 1 ? !hasRight : !hasLeft) continue;
      const off = one.others[one.otherCount++];
      const offX = -side * velocityY * this.stepTicks;
      const offY = side * velocityX * this.stepTicks;
      let placeX = x;
      let placeY = y;
      let isStopped = false;
      for (let step = 0; step <= this.last; step++) {
        isStopped ||= step > from && !isOpenWay(grid, placeX, placeY, placeX + offX, placeY + offY);
        if (step > from && !isStopped) {
          placeX += offX;
          placeY += offY;
        }
        off.x[step] = placeX;
        off.y[step] = placeY;
        off.facingX[step] = looksAhead ? (-side * velocityY) / speed : facingX;
        off.facingY[step] = looksAhead ? (side * velocityX) / speed : facingY;
        off.sure[step] = step < from ? 0 : share;
      }
    }
    return share;
  }

  /** How likely something is there, so that it can be met, so many ticks after it was seen. */
  private surenessAt(belief: Belief, piece: number, ticks: number): number {
    const { frame, spellHere, spellOut } = belief;
    const at = belief.tick - belief.shownSince[piece] + ticks;
    const here = spellHere[piece];
    const out = spellOut[piece];
    if (frame.shown[piece] === SHOWN.here) {
      // It goes out when its time is up, if it has done so before; not before that is over for certain. And comes back.
      if (here === 0) return 1;
      const gone = this.share(at - here);
      return out > 0 ? Math.max(1 - gone, this.share(at - here - out + this.trustTicks)) : 1 - 0.6 * gone;
    }
    if (belief.warnsSince[piece] >= 0)
      return belief.tick - belief.warnsSince[piece] + ticks > WARNED_SECONDS * this.ticksPerSecond ? 1 : 0.1;
    if (out === 0) {
      // Whoever has just seen it go takes it that it stays out for a while.
      const comesASecond =
        here > 0 ? COMES_BACK_A_SECOND : OUT_BEFORE_SECONDS / (at / this.ticksPerSecond + OUT_BEFORE_SECONDS);
      return MET_SECONDS * comesASecond;
    }
    const back = this.share(at - out + this.trustTicks);
    return here > 0 ? Math.min(back, Math.max(MET_WHILE_OUT, 1 - this.share(at - out - here))) : back;
  }

  /** How likely what is due has come, so many ticks after it may have come at the soonest. */
  private share(ticks: number): number {
    return Math.max(MET_WHILE_OUT, Math.min(1, ticks / this.trustTicks));
  }

  /** Nobody knows to the tick when a spell ends. */
  private get trustTicks(): number {
    return TRUST_SECONDS * this.ticksPerSecond;
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
      GUESSED_SPEED * this.program.player.step * (belief.topSpeed[one.piece] > 0 ? 0 : 1),
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
}

function isOpenWay(grid: ArenaGrid, x0: number, y0: number, x1: number, y1: number): boolean {
  return (
    !isSolidAt(grid, Math.floor(x1), Math.floor(y1)) &&
    !isSolidAt(grid, Math.floor((x0 + x1) / 2), Math.floor((y0 + y1) / 2))
  );
}
