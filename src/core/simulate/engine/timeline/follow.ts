import { isLineClear } from '../../../arena/sight';
import { mixed } from '../../../foundation/traceHash';
import { isWithin } from '../perception';
import type { World } from '../world';
import { CHANGE_NUMBERS, type Timeline } from './timeline';

const NEVER_COMES = 0x7fffffff;
/** A player that goes farther in a tick than so many of its steps, both ways added up, has been moved. */
const USUAL_STEPS = 2;
/** For rounding, and for the tick that a step takes to be seen. */
const SLACK_CELLS = 0.5;
const LONGEST_SLEEP = 600;
const SHORTEST_SLEEP = 8;

/** The pieces of a world that follow a time line, and where in it each is. */
export class Following {
  /** Those that still follow, by their place in the time line; `count` of them, in no order. */
  readonly followers: Int32Array;
  count = 0;
  /** For every piece its place in the time line, −1 for those that are not in it. */
  readonly followerOf: Int32Array;
  /** Where in the changes of each the last one stands that has been taken over; and when the next one is. */
  private readonly cursor: Int32Array;
  private readonly nextChange: Int32Array;
  private nextOfAll = 0;
  /** Ticks of the time line that were known when that was looked up. */
  private knownChanges = 0;
  /** Nobody need be asked before this tick, as long as the player goes no farther in a tick than `mostStep` cells. */
  private nextWake = 0;
  private readonly mostStep: number;
  /** Whether nobody asks where those are who are far off; then their places are not kept up. */
  isLazy = false;
  /** The followers whose places are kept up, `awakeCount` of them, and which are not. */
  private readonly awake: Int32Array;
  private awakeCount = 0;
  /** Whether anybody has woken or fallen asleep in the present tick; and the tick in which all began. */
  private hasTurned = false;
  private firstTick = 0;
  private readonly isAsleep: Uint8Array;
  /** For each follower how near the player has to be to matter, cells. */
  private readonly reach: Float64Array;
  private playerX = 0;
  private playerY = 0;
  /** What those that have parted had added to the fingerprint before. */
  sumA = 0;
  sumB = 0;
  /** Whether followers have been moved in the present tick. */
  hasMoved = false;
  /** Whether what lasts only for a time has been counted down in it. */
  hasCounted = false;

  constructor(
    readonly timeline: Timeline,
    pieceCount: number,
    playerStep: number,
  ) {
    this.mostStep = USUAL_STEPS * playerStep;
    this.nextChange = new Int32Array(timeline.pieces.length);
    this.awake = new Int32Array(timeline.pieces.length);
    this.isAsleep = new Uint8Array(timeline.pieces.length);
    this.reach = new Float64Array(timeline.pieces.length);
    this.followers = new Int32Array(timeline.pieces.length);
    this.cursor = new Int32Array(timeline.pieces.length);
    this.followerOf = new Int32Array(pieceCount).fill(-1);
    timeline.pieces.forEach((piece, follower) => (this.followerOf[piece] = follower));
  }

  /** All that may follow do, from the start of a run on. */
  begin(world: World): void {
    const { timeline, followers } = this;
    this.sumA = this.sumB = 0;
    this.hasMoved = this.hasCounted = false;
    this.firstTick = world.tick;
    this.cursor.fill(0);
    this.noteChanges();
    this.isAsleep.fill(0);
    this.wakeAll(world);
    this.playerX = world.player.x;
    this.playerY = world.player.y;
    this.count = 0;
    world.follows.fill(0);
    for (let follower = 0; follower < timeline.pieces.length; follower++) {
      if (timeline.endsAt[follower] === 0) continue;
      this.reach[follower] = this.reachOf(world, follower);
      followers[this.count++] = follower;
      world.follows[timeline.pieces[follower]] = 1;
    }
    world.own.reset(
      world.alive,
      world.follows.map((follows) => 1 - follows),
    );
  }

  /** Nobody follows in the run that begins. */
  rest(world: World): void {
    this.sumA = this.sumB = this.count = 0;
    world.follows.fill(0);
    world.asleepUntil.fill(0);
  }

  /** Before anybody looks: those part to whom something may happen that is not in the time line. */
  watch(world: World): void {
    const { timeline, followers } = this;
    const { tick, player } = world;
    if (!timeline.reaches(tick + 1)) {
      this.partAll(world);
      return;
    }
    if (timeline.known !== this.knownChanges) this.noteChanges();
    if (world.soundsNext.count > 0) this.partListeners(world);
    // Whoever comes to another place at once may be near anybody.
    const moved = Math.abs(player.beforeX - this.playerX) + Math.abs(player.beforeY - this.playerY);
    this.playerX = player.beforeX;
    this.playerY = player.beforeY;
    if (moved > this.mostStep) this.wakeAll(world);
    if (tick < this.nextWake) return;
    this.nextWake = NEVER_COMES;
    this.hasTurned = false;
    for (let index = this.count - 1; index >= 0; index--) this.ask(world, followers[index]);
    if (this.hasTurned || tick === this.firstTick) this.listAwake(world);
  }

  /** Asks one follower, if it is time, whether it has to part. */
  private ask(world: World, follower: number): void {
    const piece = this.timeline.pieces[follower];
    const { asleepUntil, tick } = world;
    if (asleepUntil[piece] <= tick) {
      const hasSlept = this.isAsleep[follower] === 1;
      if (hasSlept) this.settle(world, follower);
      if (this.isDisturbed(world, follower, piece)) {
        this.part(world, follower);
        return;
      }
      if (hasSlept || asleepUntil[piece] > tick) this.hasTurned = true;
    }
    if (asleepUntil[piece] < this.nextWake) this.nextWake = asleepUntil[piece];
  }

  /** Lists whose places are to be kept up: of all that follow, or only of those that are awake. */
  private listAwake({ asleepUntil, tick }: World): void {
    const { timeline, followers, awake, isAsleep, isLazy } = this;
    this.awakeCount = 0;
    this.nextOfAll = NEVER_COMES;
    for (let index = 0; index < this.count; index++) {
      const follower = followers[index];
      const sleeps = isLazy && asleepUntil[timeline.pieces[follower]] > tick;
      isAsleep[follower] = sleeps ? 1 : 0;
      if (sleeps) continue;
      awake[this.awakeCount++] = follower;
      if (this.nextChange[follower] < this.nextOfAll) this.nextOfAll = this.nextChange[follower];
    }
  }

  /** Puts a follower that has slept where it is now. */
  private settle(world: World, follower: number): void {
    const { timeline } = this;
    const { tick } = world;
    this.isAsleep[follower] = 0;
    if (tick === 0) return;
    const piece = timeline.pieces[follower];
    const { x, y, at } = timeline.rowOf(tick);
    world.x[piece] = world.beforeX[piece] = x[at + follower];
    world.y[piece] = world.beforeY[piece] = y[at + follower];
    const change = timeline.lastChangeBy(follower, tick);
    if (change !== this.cursor[follower]) this.takeChange(world, piece, follower, change);
  }

  /** Looks whether a follower has to part; if not, until when nothing can come of the player. */
  private isDisturbed(world: World, follower: number, piece: number): boolean {
    const { timeline } = this;
    const { tick } = world;
    if (tick >= timeline.endsAt[follower]) return true;
    const dx = world.player.x - world.x[piece];
    const dy = world.player.y - world.y[piece];
    const square = dx * dx + dy * dy;
    const reach = this.reach[follower];
    world.asleepUntil[piece] = tick;
    if (square > reach * reach) {
      // An encounter that is not over has to be ended where pieces meet.
      if (world.encounter[piece] === 0) this.sleep(world, follower, piece, Math.sqrt(square) - reach);
      return false;
    }
    const course = timeline.course[follower];
    if (!course) return false;
    if (square <= course.askRange * course.askRange) return true;
    return square <= course.sightRange * course.sightRange && this.sees(world, piece, square);
  }

  /** Lets a follower sleep for as long as the player needs at least to come so much nearer. */
  private sleep(world: World, follower: number, piece: number, room: number): void {
    const { timeline, mostStep } = this;
    const ticks = Math.floor(room / (mostStep + timeline.mostStep[follower]));
    // For less than that it is not worth while to find out afterwards where it is.
    if (ticks < SHORTEST_SLEEP) return;
    // It also has to part in time, and how fast it is by then has to be known.
    world.asleepUntil[piece] = Math.min(
      world.tick + Math.min(ticks, LONGEST_SLEEP),
      timeline.known,
      timeline.endsAt[follower],
    );
  }

  /** Beyond this distance, cells, nothing comes of the player: neither seen nor heard nor met. */
  private reachOf({ level }: World, follower: number): number {
    const course = this.timeline.course[follower];
    const index = level.meetingOfPiece[this.timeline.pieces[follower]];
    const meeting = index < 0 ? undefined : level.playerMeetings[index].meeting;
    const touch = meeting ? meeting.west + meeting.north + meeting.east + meeting.south : 0;
    return Math.max(course?.sightRange ?? 0, course?.askRange ?? 0, touch) + SLACK_CELLS;
  }

  /** Looks up when each follower changes next; to be done again when more ticks have become known. */
  private noteChanges(): void {
    this.nextOfAll = NEVER_COMES;
    for (let follower = 0; follower < this.cursor.length; follower++) {
      this.nextChange[follower] = this.timeline.changeAfter(follower, this.cursor[follower] + CHANGE_NUMBERS);
      if (this.nextChange[follower] < this.nextOfAll) this.nextOfAll = this.nextChange[follower];
    }
    this.knownChanges = this.timeline.known;
  }

  private wakeAll(world: World): void {
    world.asleepUntil.fill(0);
    this.nextWake = 0;
  }

  private partListeners(world: World): void {
    for (let index = this.count - 1; index >= 0; index--)
      if (this.timeline.course[this.followers[index]]?.listens) this.part(world, this.followers[index]);
  }

  private sees(world: World, piece: number, square: number): boolean {
    const { brains, brainOfPiece } = world.level;
    const { eyes } = brains[brainOfPiece[piece]];
    if (!eyes) return false;
    world.playerSquare[piece] = square;
    const { x, y } = world.player;
    return isWithin(world, piece, eyes.enter) && isLineClear(world.ground.grid, world.x[piece], world.y[piece], x, y);
  }

  /** Somebody asks where others were when this tick began: those that sleep are put there. */
  wakeForCrowd(world: World): void {
    for (let index = 0; index < this.count; index++) {
      const follower = this.followers[index];
      if (this.isAsleep[follower] === 0) continue;
      this.settle(world, follower);
      this.isAsleep[follower] = 1;
    }
  }

  /** Gives a follower the state that it decides for in this tick. */
  takeState(world: World, piece: number): void {
    if (this.nextOfAll > world.tick + 1) return;
    const follower = this.followerOf[piece];
    if (this.nextChange[follower] !== world.tick + 1) return;
    world.state[piece] = this.timeline.changes[follower][this.cursor[follower] + CHANGE_NUMBERS + 3];
  }

  /** Notes where all followers are as a tick begins. */
  remember({ x, y, beforeX, beforeY }: World): void {
    const { timeline, awake, awakeCount } = this;
    for (let index = 0; index < awakeCount; index++) {
      const piece = timeline.pieces[awake[index]];
      beforeX[piece] = x[piece];
      beforeY[piece] = y[piece];
    }
  }

  /** Puts all followers where they are after this tick, and lets them face as they then do. */
  move(world: World): void {
    const { timeline, awake, awakeCount } = this;
    const { pieces } = timeline;
    const { x, y, at } = timeline.rowOf(world.tick + 1);
    const { x: worldX, y: worldY } = world;
    for (let index = 0; index < awakeCount; index++) {
      const follower = awake[index];
      const piece = pieces[follower];
      worldX[piece] = x[at + follower];
      worldY[piece] = y[at + follower];
    }
    this.hasMoved = true;
    if (this.nextOfAll > world.tick + 1) return;
    this.nextOfAll = NEVER_COMES;
    for (let index = 0; index < awakeCount; index++) {
      const follower = awake[index];
      if (this.nextChange[follower] === world.tick + 1)
        this.takeChange(world, pieces[follower], follower, this.cursor[follower] + CHANGE_NUMBERS);
      if (this.nextChange[follower] < this.nextOfAll) this.nextOfAll = this.nextChange[follower];
    }
  }

  private takeChange(world: World, piece: number, follower: number, at: number): void {
    const list = this.timeline.changes[follower];
    this.cursor[follower] = at;
    this.nextChange[follower] = this.timeline.changeAfter(follower, at + CHANGE_NUMBERS);
    world.facingX[piece] = list[at + 1];
    world.facingY[piece] = list[at + 2];
    world.state[piece] = list[at + 3];
    world.turns[piece] = list[at + 4];
    if (list[at + 5] === 0 || list[at] !== world.tick + 1) return;
    world.noteJump(piece);
    world.asleepUntil[piece] = this.nextWake = 0;
  }

  /** Lets a piece go by itself from now on. */
  partPiece(world: World, piece: number): void {
    this.part(world, this.followerOf[piece]);
  }

  partAll(world: World): void {
    while (this.count > 0) this.part(world, this.followers[this.count - 1]);
  }

  private part(world: World, follower: number): void {
    const { timeline, followers } = this;
    const piece = timeline.pieces[follower];
    world.follows[piece] = 0;
    world.asleepUntil[piece] = 0;
    world.own.add(piece);
    const at = followers.subarray(0, this.count).indexOf(follower);
    followers[at] = followers[--this.count];
    this.isAsleep[follower] = 0;
    if (this.hasMoved && !this.hasCounted) timeline.writeColumnsUncounted(world, follower, world.tick + 1);
    else timeline.writeColumns(world, follower, world.tick + (this.hasMoved ? 1 : 0));
    timeline.sumUp(follower, world.tick);
    this.sumA = (this.sumA + mixed.a) | 0;
    this.sumB = (this.sumB + mixed.b) | 0;
    this.listAwake(world);
  }

  /** What all followers have added to the fingerprint until now; those that have parted, until then. */
  addSums(world: World, add: (sumA: number, sumB: number) => void): void {
    add(this.sumA, this.sumB);
    for (let index = 0; index < this.count; index++) {
      this.timeline.sumUp(this.followers[index], world.tick);
      add(mixed.a, mixed.b);
    }
  }
}
