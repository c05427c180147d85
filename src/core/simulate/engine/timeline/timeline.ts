import { mixed, mixPose } from '../../../foundation/traceHash';
import { canWear } from '../groundState';
import { drawsWithoutStream } from '../lots';
import { moveOne, stepOne } from '../tick';
import type { World } from '../world';
import { beginsQuietly, isQuietWay, kindsThatTell, ownCourseOf, type OwnCourse } from './ownCourse';

/** Ticks are worked out so many at a time. */
const BLOCK_TICKS = 64;
/** All columns of a piece are kept every so many ticks; in between it is moved on from there. */
const KEPT_TICKS = 32;
/** No more bytes than this are used for places. */
const MOST_BYTES = 96 * 1024 * 1024;
/** Numbers of one change: tick, facing x and y, state, turns, and 1 when it came to its place without crossing the level. */
export const CHANGE_NUMBERS = 6;
const NEVER_ENDS = 0x7fffffff;

/** The places of all followers after a tick: arrays, and where in them the first stands. Reused. */
export interface TimelineRow {
  x: Float64Array;
  y: Float64Array;
  at: number;
}

/** What is known of {@link BLOCK_TICKS} ticks, for every follower: places after each tick, and its columns now and then. */
interface Block {
  x: Float64Array;
  y: Float64Array;
  xWords: Int32Array;
  yWords: Int32Array;
  kept: Float64Array;
  /** What each follower has added to the fingerprint before this block. */
  sumsA: Int32Array;
  sumsB: Int32Array;
}

/**
 * What pieces do as long as nobody disturbs them, worked out once for all runs of a level. In a run they follow it, which
 * costs next to nothing, until something that is not in it happens to them; then a piece parts from it with all its columns
 * as they would have been, to the byte.
 */
export class Timeline {
  /** The pieces that may follow; they are told apart by their place in this list. */
  readonly pieces: Int32Array;
  readonly course: (OwnCourse | undefined)[];
  /** Tick from which on each piece has to go by itself. */
  readonly endsAt: Int32Array;
  /** Changes of facing, state and turns of each, {@link CHANGE_NUMBERS} apiece, with Infinity behind the last. */
  readonly changes: number[][];
  /** The most that each has gone in a tick so far, both ways added up, cells. */
  readonly mostStep: Float64Array;
  /** So many ticks are known; and so many can be. */
  known = 0;
  readonly mostTicks: number;
  private readonly blocks: Block[] = [];
  private readonly columnsWidth: number;
  private start = new Float64Array(0);

  /** `scratch` is a world of the same level in which nobody else is; it is used up by this. */
  constructor(private readonly scratch: World) {
    const { program } = scratch.level;
    const telling = kindsThatTell(program);
    scratch.hasPlayer = false;
    // Those with a lead may have drawn lots before the run begins: then no two runs begin alike.
    const beginsByLots = scratch.level.placeStart !== undefined && drawsWithoutStream(program);
    const differs = beginsByLots || scratch.hasDrawn.includes(1);
    const courses = program.brains.map(ownCourseOf);
    const mayFollow = program.pieces.flatMap(({ brain, kindIndex, isArrival, isShot }, piece) => {
      if (isArrival || isShot || scratch.level.partsOfPiece[piece].length > 0 || scratch.alive[piece] === 0 || differs)
        return [];
      if (telling.has(kindIndex)) return [];
      const isQuiet =
        brain < 0 || (courses[brain].states[scratch.state[piece]] && beginsQuietly(program.brains[brain]));
      return isQuiet ? [piece] : [];
    });
    this.pieces = Int32Array.from(mayFollow);
    this.course = mayFollow.map((piece) => courses[program.pieces[piece].brain]);
    this.mostStep = new Float64Array(mayFollow.length);
    this.endsAt = new Int32Array(mayFollow.length).fill(NEVER_ENDS);
    this.changes = mayFollow.map(() => [Infinity]);
    this.columnsWidth = scratch.table.pieceWidth;
    const bytesPerTick = 16 * mayFollow.length + (8 * mayFollow.length * this.columnsWidth) / KEPT_TICKS;
    this.mostTicks = Math.min(program.timeLimitTicks + 1, Math.floor(MOST_BYTES / Math.max(1, bytesPerTick)));
    this.keepStart();
  }

  /** Whether pieces of a level may follow one. */
  static isOfUse({ level }: World): boolean {
    // Where ground wears away, it changes while pieces move.
    return level.program.from.seconds === undefined && !canWear(level.program);
  }

  /** Makes sure that a tick is known; false when so many cannot be kept. */
  reaches(tick: number): boolean {
    while (this.known < tick && this.known < this.mostTicks) this.addBlock();
    return tick <= this.known;
  }

  /** The places of all followers after so many ticks: arrays, and where in them the first stands. */
  rowOf(tick: number): TimelineRow {
    const block = this.blocks[Math.floor((tick - 1) / BLOCK_TICKS)];
    row.x = block.x;
    row.y = block.y;
    row.at = ((tick - 1) % BLOCK_TICKS) * this.pieces.length;
    return row;
  }

  /** The tick of the change of a follower at a place in its list; a tick that never comes for one that is not known. */
  changeAfter(follower: number, at: number): number {
    return Math.min(NEVER_ENDS, this.changes[follower][at]);
  }

  /** Where in the changes of a follower the last one stands that was made by a tick. */
  lastChangeBy(follower: number, tick: number): number {
    const list = this.changes[follower];
    let low = 0;
    let high = (list.length - 1) / CHANGE_NUMBERS - 1;
    while (low < high) {
      const middle = Math.ceil((low + high) / 2);
      if (list[middle * CHANGE_NUMBERS] <= tick) low = middle;
      else high = middle - 1;
    }
    return low * CHANGE_NUMBERS;
  }

  /** Writes all columns of a follower after so many ticks into a world. */
  writeColumns(world: World, follower: number, tick: number): void {
    this.goFromKept(follower, tick);
    world.table.copyOwn(this.scratch.table, this.pieces[follower]);
  }

  /** The same in the middle of the last of these ticks: where pieces meet, before anything is counted down. */
  writeColumnsUncounted(world: World, follower: number, tick: number): void {
    const { scratch } = this;
    const piece = this.pieces[follower];
    this.goFromKept(follower, tick - 1);
    moveOne(scratch, piece);
    world.table.copyOwn(scratch.table, piece);
  }

  private goFromKept(follower: number, tick: number): void {
    const kept = tick - (tick % KEPT_TICKS);
    // What is kept of a tick is written as it passes.
    this.goTo(follower, tick, kept < this.known ? kept : kept - KEPT_TICKS);
  }

  /** What a follower has added to the fingerprint by a tick; given in {@link mixed}. */
  sumUp(follower: number, tick: number): void {
    if (tick <= 0) {
      mixed.a = mixed.b = 0;
      return;
    }
    const number = Math.floor((tick - 1) / BLOCK_TICKS);
    const block = this.blocks[number];
    this.addUp(follower, number, tick);
    mixed.a = (block.sumsA[follower] + mixed.a) | 0;
    mixed.b = (block.sumsB[follower] + mixed.b) | 0;
  }

  /** Adds up what a follower adds from the beginning of a block to a tick in it. */
  private addUp(follower: number, number: number, tick: number): void {
    const block = this.blocks[number];
    const list = this.changes[follower];
    const first = number * BLOCK_TICKS + 1;
    let at = this.lastChangeBy(follower, first);
    let [sumA, sumB] = [0, 0];
    for (let now = first; now <= tick; now++) {
      while (list[at + CHANGE_NUMBERS] <= now) at += CHANGE_NUMBERS;
      const place = (now - first) * this.pieces.length + follower;
      mixPose(this.pieces[follower], now, block.xWords, block.yWords, place, list[at + 3]);
      sumA = (sumA + mixed.a) | 0;
      sumB = (sumB + mixed.b) | 0;
    }
    mixed.a = sumA;
    mixed.b = sumB;
  }

  private keepStart(): void {
    const { scratch } = this;
    for (let follower = 0; follower < this.pieces.length; follower++) this.noteChange(follower, 0, false);
    this.start = new Float64Array(this.pieces.length * this.columnsWidth);
    for (let follower = 0; follower < this.pieces.length; follower++)
      scratch.table.readPiece(this.pieces[follower], this.start, follower * this.columnsWidth);
  }

  /** Brings a piece of the scratch world to where it is after so many ticks, from what was kept of an earlier one. */
  private goTo(follower: number, tick: number, keptTick: number): void {
    const { scratch, columnsWidth } = this;
    const piece = this.pieces[follower];
    const kept = keptTick === 0 ? this.start : this.blocks[Math.floor(keptTick / BLOCK_TICKS)].kept;
    const keptRow = (keptTick % BLOCK_TICKS) / KEPT_TICKS;
    scratch.table.writePiece(piece, kept, (keptRow * this.pieces.length + follower) * columnsWidth);
    for (scratch.tick = keptTick; scratch.tick < tick; scratch.tick++) stepOne(scratch, piece);
  }

  private addBlock(): void {
    const { pieces, columnsWidth } = this;
    const size = BLOCK_TICKS * pieces.length;
    const x = new Float64Array(size);
    const y = new Float64Array(size);
    const number = this.blocks.length;
    const block: Block = {
      x,
      y,
      xWords: new Int32Array(x.buffer),
      yWords: new Int32Array(y.buffer),
      kept: new Float64Array((BLOCK_TICKS / KEPT_TICKS) * pieces.length * columnsWidth),
      sumsA: new Int32Array(pieces.length),
      sumsB: new Int32Array(pieces.length),
    };
    this.blocks.push(block);
    for (let follower = 0; follower < pieces.length; follower++) {
      if (number > 0) {
        this.sumUp(follower, number * BLOCK_TICKS);
        block.sumsA[follower] = mixed.a;
        block.sumsB[follower] = mixed.b;
      }
      if (this.endsAt[follower] >= number * BLOCK_TICKS) this.follow(follower, block, number * BLOCK_TICKS);
    }
    this.known += BLOCK_TICKS;
  }

  /** Lets one piece go on through a block, as long as it goes its own course. */
  private follow(follower: number, block: Block, firstTick: number): void {
    const { scratch, pieces, columnsWidth } = this;
    const piece = pieces[follower];
    this.goTo(follower, firstTick, Math.max(0, firstTick - KEPT_TICKS));
    for (let tick = firstTick; tick < firstTick + BLOCK_TICKS; tick++) {
      if (tick % KEPT_TICKS === 0)
        scratch.table.readPiece(
          piece,
          block.kept,
          (((tick % BLOCK_TICKS) / KEPT_TICKS) * pieces.length + follower) * columnsWidth,
        );
      const [fromX, fromY] = [scratch.x[piece], scratch.y[piece]];
      const state = scratch.state[piece];
      scratch.tick = tick;
      stepOne(scratch, piece);
      if (!this.mayGoOn(follower, state, tick)) return;
      const place = (tick - firstTick) * pieces.length + follower;
      block.x[place] = scratch.x[piece];
      block.y[place] = scratch.y[piece];
      const jumps = scratch.beforeX[piece] !== fromX || scratch.beforeY[piece] !== fromY;
      const gone = Math.abs(scratch.x[piece] - fromX) + Math.abs(scratch.y[piece] - fromY);
      if (!jumps && gone > this.mostStep[follower]) this.mostStep[follower] = gone;
      this.noteChange(follower, tick + 1, jumps);
    }
  }

  /** Looks at what a piece did in a tick; false when that is not to be followed, and its time line ends before. */
  private mayGoOn(follower: number, stateBefore: number, tick: number): boolean {
    const { scratch } = this;
    const piece = this.pieces[follower];
    const { program } = scratch.level;
    const { brain } = program.pieces[piece];
    const hasEnded = scratch.hasDrawn[piece] === 1 || scratch.alive[piece] === 0;
    // In the first tick nothing tells whether it has come from its state into the same one.
    const mayHaveEntered = brain >= 0 && scratch.stateSince[piece] === tick;
    const isQuiet = !mayHaveEntered || isQuietWay(program.brains[brain], stateBefore, scratch.state[piece], tick === 0);
    const state = scratch.state[piece];
    // It moves as in its new state already in the tick in which it comes into it.
    const goesOn = brain < 0 || state === stateBefore || this.course[follower]!.states[state];
    if (hasEnded || !isQuiet || !goesOn) {
      this.endsAt[follower] = tick;
      scratch.forgetStream(piece);
      return false;
    }
    return true;
  }

  private noteChange(follower: number, tick: number, jumps: boolean): void {
    const { facingX, facingY, state, turns } = this.scratch;
    const piece = this.pieces[follower];
    const list = this.changes[follower];
    const last = list.length - 1 - CHANGE_NUMBERS;
    const isSame =
      last >= 0 &&
      !jumps &&
      list[last + 1] === facingX[piece] &&
      list[last + 2] === facingY[piece] &&
      list[last + 3] === state[piece] &&
      list[last + 4] === turns[piece];
    if (isSame) return;
    list.pop();
    list.push(tick, facingX[piece], facingY[piece], state[piece], turns[piece], jumps ? 1 : 0, Infinity);
  }
}

const row: TimelineRow = { x: new Float64Array(0), y: new Float64Array(0), at: 0 };
