import type { LevelProgram } from '../../../compile/levelProgram';
import { FRAME_TICKS, SHOWN, type ScreenFrame } from '../screen';
import { harmOfKinds, sendsBack } from './harms';
import { PastOfPieces } from './past';
import { TurnsOfPieces } from './turns';

/** What has moved less than this between two looks stands still, cells. */
const STILL_CELLS = 0.004;
/** What has turned by more than this between two looks turns; as the cosine of the angle. */
const TURNED_COSINE = 0.999;
/** What turns to the player in so many looks on end, from however it goes, is after it. */
const HEADS_FOR_COSINE = 0.94;
const HUNTING_LOOKS = 10;
/** It is taken to be so for so long after it last did, s. */
const HUNTER_SECONDS = 3;
/** What is shown to be after the player, and has stood for so long since, s, stays where it is. */
const ROOTED_SECONDS = 2;
/** Its course must have bent by so much meanwhile, so that it is not by chance; sine of the angle. */
const BENT_SINE = 0.2;
/** What moves in no more looks on end than this goes in jerks, when it has done so often enough. */
const JERK_LOOKS = 3;
const KNOWN_JERKS = 2;
/** What the time to the last jerk counts beside those before it. */
const NEW_JERK_SHARE = 0.25;
/** What is no farther than this from where a shot comes up has fired it, cells. */
const MUZZLE_CELLS = 1.5;
/** Two looks that lie farther apart than this say nothing of speed: it has come there at once. */
const LEAP_CELLS = 1.5;

/**
 * What a stand-in holds to be so: of every thing where it was seen last, how it moved, for how long it has been there, out or
 * still, and how long such spells lasted before. It is made from pictures of the screen and from nothing else.
 */
export class Belief {
  /** The last picture, and when it was; as old as the reaction delay. */
  frame!: ScreenFrame;
  tick = 0;
  readonly velocityX: Float64Array;
  readonly velocityY: Float64Array;
  /** The fastest each was seen to go, cells a tick. */
  readonly topSpeed: Float64Array;
  /** Since when each has been shown as it is, and since when it has stood. */
  readonly shownSince: Int32Array;
  readonly stillSince: Int32Array;
  /** For how long it stood when it last stood on its way, ticks; 0 while that was never seen. */
  readonly pauseTicks: Float64Array;
  /** Since when the screen has shown it to be after the player, or −1. */
  private readonly alarmedSince: Int32Array;
  /** Since when it has turned on the spot while it was out, or −1: it gives warning. */
  readonly warnsSince: Int32Array;
  /** How long its last whole spell lasted, here and out, ticks; 0 while none has been seen. */
  readonly spellHere: Float64Array;
  readonly spellOut: Float64Array;
  /** For how many looks on end each has headed for the player, and how far its course has bent meanwhile. */
  private readonly headedLooks: Int32Array;
  private readonly bent: Float64Array;
  /** Until when each is taken to be after the player, since it has bent its course towards it. */
  private readonly hunterUntil: Int32Array;
  private readonly hunterTicks: number;
  private readonly rootedTicks: number;
  readonly turns: TurnsOfPieces;
  /** How bad the touch of each is, 0 to 1. */
  readonly harm: Float64Array;
  /** By kind: how the shots go that were seen to come from it, cells a tick; 0 as long as none has been seen. */
  readonly firesX: Float64Array;
  readonly firesY: Float64Array;
  /** Those that matter when they come near, and those that bear. */
  readonly feared: Int32Array;
  readonly past: PastOfPieces;
  private readonly lastX: Float64Array;
  private readonly lastY: Float64Array;
  private readonly lastFacingX: Float64Array;
  private readonly lastFacingY: Float64Array;
  private readonly lastShown: Uint8Array;
  private readonly lastTaken: Int32Array;
  private readonly watched: Int32Array;
  private readonly kindOf: Int32Array;
  private readonly isShot: Uint8Array;
  private hasLooked = false;

  constructor(program: LevelProgram) {
    const { pieces, kinds } = program;
    const count = pieces.length;
    this.velocityX = new Float64Array(count);
    this.velocityY = new Float64Array(count);
    this.topSpeed = new Float64Array(count);
    this.shownSince = new Int32Array(count);
    this.stillSince = new Int32Array(count);
    this.pauseTicks = new Float64Array(count);
    this.alarmedSince = new Int32Array(count);
    this.warnsSince = new Int32Array(count);
    this.spellHere = new Float64Array(count);
    this.spellOut = new Float64Array(count);
    this.headedLooks = new Int32Array(count);
    this.bent = new Float64Array(count);
    this.hunterUntil = new Int32Array(count);
    this.hunterTicks = HUNTER_SECONDS * program.ticksPerSecond;
    this.rootedTicks = ROOTED_SECONDS * program.ticksPerSecond;
    this.turns = new TurnsOfPieces(count);
    this.jerkX = new Float64Array(count);
    this.jerkY = new Float64Array(count);
    this.jerkAt = new Int32Array(count);
    this.jerkTicks = new Float64Array(count);
    this.movedLooks = new Int32Array(count);
    this.jerks = new Int32Array(count);
    this.lastX = new Float64Array(count);
    this.lastY = new Float64Array(count);
    this.lastFacingX = new Float64Array(count);
    this.lastFacingY = new Float64Array(count);
    this.lastShown = new Uint8Array(count);
    this.lastTaken = new Int32Array(count);
    this.firesX = new Float64Array(kinds.length);
    this.firesY = new Float64Array(kinds.length);
    this.kindOf = Int32Array.from(pieces, ({ kindIndex }) => kindIndex);
    this.isShot = Uint8Array.from(pieces, ({ isShot }) => (isShot ? 1 : 0));
    const harmOfKind = harmOfKinds(program);
    const sentOfKind = sendsBack(program);
    this.harm = Float64Array.from(pieces, ({ kindIndex, brain, isArrival, isShot }) =>
      // What sends on and stays where it is belongs to the ways.
      Math.max(harmOfKind[kindIndex], brain >= 0 || isArrival || isShot ? sentOfKind[kindIndex] : 0),
    );
    const shot = program.player.gun ? pieces[program.player.gun.firstShot]?.kindIndex : undefined;
    const hurtByOwn = new Set(program.contacts.filter(({ by }) => by === shot).map(({ on }) => on));
    this.feared = Int32Array.from(pieces.flatMap((_, piece) => (this.harm[piece] > 0 ? [piece] : [])));
    this.watched = Int32Array.from(
      pieces.flatMap(({ kindIndex, isShot }, piece) =>
        this.harm[piece] > 0 || kinds[kindIndex].isCarrier || (!isShot && hurtByOwn.has(kindIndex)) ? [piece] : [],
      ),
    );
    this.past = new PastOfPieces(
      [
        ...this.feared,
        ...this.watched.filter((piece) => this.harm[piece] === 0 && kinds[pieces[piece].kindIndex].isCarrier),
      ].filter((piece) => !pieces[piece].isShot && !pieces[piece].isArrival && pieces[piece].brain >= 0),
    );
  }

  /** Begins a run. */
  reset(keepsNotebook: boolean): void {
    this.hasLooked = false;
    this.velocityX.fill(0);
    this.velocityY.fill(0);
    this.jerkX.fill(0);
    this.jerkY.fill(0);
    this.jerkAt.fill(0);
    this.jerkTicks.fill(0);
    this.movedLooks.fill(0);
    this.jerks.fill(0);
    this.headedLooks.fill(0);
    this.bent.fill(0);
    this.hunterUntil.fill(0);
    this.shownSince.fill(0);
    this.stillSince.fill(0);
    this.warnsSince.fill(-1);
    this.alarmedSince.fill(-1);
    if (keepsNotebook) {
      this.past.breakOff();
      return;
    }
    this.turns.forget();
    this.firesX.fill(0);
    this.firesY.fill(0);
    this.topSpeed.fill(0);
    this.pauseTicks.fill(0);
    this.spellHere.fill(0);
    this.spellOut.fill(0);
    this.past.forget();
  }

  /** Takes up a picture; the place of the player in it is where it was then. */
  look(frame: ScreenFrame, playerX: number, playerY: number): void {
    const ticks = this.hasLooked ? frame.tick - this.tick : 0;
    this.frame = frame;
    this.tick = frame.tick;
    for (let index = 0; index < this.watched.length; index++)
      this.lookAt(this.watched[index], frame, ticks, playerX, playerY);
    this.past.note(frame, this.shownSince, this.stillSince, this.topSpeed);
    this.hasLooked = true;
  }

  private lookAt(piece: number, frame: ScreenFrame, ticks: number, playerX: number, playerY: number): void {
    const shown = frame.shown[piece];
    const x = frame.x[piece];
    const y = frame.y[piece];
    const dx = x - this.lastX[piece];
    const dy = y - this.lastY[piece];
    const isAnother = ticks <= 0 || frame.taken[piece] !== this.lastTaken[piece];
    if (isAnother || shown === SHOWN.gone) this.meetAnew(piece, frame.tick, isAnother && ticks > 0);
    else if (Math.abs(dx) + Math.abs(dy) < LEAP_CELLS * Math.max(1, ticks / FRAME_TICKS)) {
      this.follow(piece, frame, ticks, dx, dy, playerX - x, playerY - y);
    }
    if (frame.isAlarmed[piece] === 0 || isAnother) this.alarmedSince[piece] = -1;
    else if (this.alarmedSince[piece] < 0) this.alarmedSince[piece] = frame.tick;
    if (!isAnother && shown !== this.lastShown[piece]) this.noteSpell(piece, frame.tick, shown);
    this.lastX[piece] = x;
    this.lastY[piece] = y;
    this.lastFacingX[piece] = frame.facingX[piece];
    this.lastFacingY[piece] = frame.facingY[piece];
    this.lastShown[piece] = shown;
    this.lastTaken[piece] = frame.taken[piece];
  }

  private meetAnew(piece: number, tick: number, isNew: boolean): void {
    this.velocityX[piece] = this.velocityY[piece] = 0;
    this.movedLooks[piece] = this.jerks[piece] = 0;
    this.stillSince[piece] = tick;
    this.headedLooks[piece] = this.bent[piece] = this.hunterUntil[piece] = 0;
    this.warnsSince[piece] = -1;
    if (isNew) this.shownSince[piece] = tick;
  }

  private follow(
    piece: number,
    frame: ScreenFrame,
    ticks: number,
    dx: number,
    dy: number,
    toPlayerX: number,
    toPlayerY: number,
  ): void {
    const speedX = dx / ticks;
    const speedY = dy / ticks;
    const length = Math.sqrt(dx * dx + dy * dy);
    const before = lengthOf(this.velocityX[piece], this.velocityY[piece]);
    if (length < STILL_CELLS) this.headedLooks[piece] = this.bent[piece] = 0;
    else {
      const stood = frame.tick - ticks - this.stillSince[piece];
      if (stood > FRAME_TICKS && this.topSpeed[piece] > 0) this.pauseTicks[piece] = stood;
      this.stillSince[piece] = frame.tick;
      this.topSpeed[piece] = Math.max(this.topSpeed[piece], length / ticks);
      this.turns.note(piece, this.lastX[piece], this.lastY[piece], speedX, speedY);
      if (before === 0 && this.isShot[piece] === 1) this.noteShooter(frame, piece, speedX, speedY);
      const far = Math.sqrt(toPlayerX * toPlayerX + toPlayerY * toPlayerY);
      if (dx * toPlayerX + dy * toPlayerY > HEADS_FOR_COSINE * length * far) {
        this.headedLooks[piece]++;
        if (before > 0)
          this.bent[piece] += Math.abs(dx * this.velocityY[piece] - dy * this.velocityX[piece]) / (length * before);
        if (this.headedLooks[piece] >= HUNTING_LOOKS && this.bent[piece] > BENT_SINE)
          this.hunterUntil[piece] = frame.tick + this.hunterTicks;
      } else this.headedLooks[piece] = this.bent[piece] = 0;
    }
    this.noteJerks(piece, frame.tick, length >= STILL_CELLS, dx, dy, ticks);
    const turned =
      frame.facingX[piece] * this.lastFacingX[piece] + frame.facingY[piece] * this.lastFacingY[piece] < TURNED_COSINE;
    if (frame.shown[piece] !== SHOWN.out || length >= STILL_CELLS || !turned) this.warnsSince[piece] = -1;
    else if (this.warnsSince[piece] < 0) this.warnsSince[piece] = frame.tick;
  }

  /** How far the last jerk went, when it began, and how long after the one before, ticks. */
  private readonly jerkX: Float64Array;
  private readonly jerkY: Float64Array;
  private readonly jerkAt: Int32Array;
  private readonly jerkTicks: Float64Array;
  private readonly movedLooks: Int32Array;
  private readonly jerks: Int32Array;

  /** Notes by what kind a shot was fired: by what stands nearest to where it came up. */
  private noteShooter({ x, y, shown }: ScreenFrame, shot: number, speedX: number, speedY: number): void {
    let least = MUZZLE_CELLS;
    for (const piece of this.feared) {
      if (this.isShot[piece] === 1 || shown[piece] !== SHOWN.here) continue;
      const far = Math.abs(x[piece] - this.lastX[shot]) + Math.abs(y[piece] - this.lastY[shot]);
      if (far >= least) continue;
      least = far;
      this.firesX[this.kindOf[piece]] = speedX;
      this.firesY[this.kindOf[piece]] = speedY;
    }
  }

  /** What goes in jerks goes on by one jerk in the time between two of them, not as it did in the last look. */
  private noteJerks(piece: number, tick: number, moves: boolean, dx: number, dy: number, ticks: number): void {
    const { jerkX, jerkY, jerkAt, jerkTicks, movedLooks, jerks } = this;
    if (moves) {
      if (movedLooks[piece] === 0) {
        const between = tick - jerkAt[piece];
        // Looks come too seldom to tell from one jerk when the next one comes.
        const isNew = jerks[piece] < KNOWN_JERKS;
        jerkTicks[piece] = isNew ? between : jerkTicks[piece] + (between - jerkTicks[piece]) * NEW_JERK_SHARE;
        jerkAt[piece] = tick;
        jerkX[piece] = jerkY[piece] = 0;
      }
      jerkX[piece] += dx;
      jerkY[piece] += dy;
      if (++movedLooks[piece] > JERK_LOOKS) jerks[piece] = 0;
    } else {
      if (movedLooks[piece] > 0) jerks[piece]++;
      movedLooks[piece] = 0;
    }
    const goesInJerks = jerks[piece] >= KNOWN_JERKS;
    const speedX = goesInJerks ? jerkX[piece] / jerkTicks[piece] : dx / ticks;
    const speedY = goesInJerks ? jerkY[piece] / jerkTicks[piece] : dy / ticks;
    const back = goesInJerks ? this.turns.backFrom(piece, speedX, speedY) : undefined;
    this.velocityX[piece] = back ? (back.axis === 0 ? back.speed : 0) : speedX;
    this.velocityY[piece] = back ? (back.axis === 1 ? back.speed : 0) : speedY;
  }

  private noteSpell(piece: number, tick: number, shown: number): void {
    // What was so from the start has been so for at least as long as that.
    const lasted = tick - this.shownSince[piece];
    if (shown === SHOWN.out) this.spellHere[piece] = lasted;
    else if (shown === SHOWN.here) this.spellOut[piece] = lasted;
    this.shownSince[piece] = tick;
  }

  /**
   * Whether something is after the player: the screen shows it, or it bends its course towards the player for a while. What has
   * been shown so for some time and has not moved yet only looks or aims.
   */
  isHunting(piece: number): boolean {
    if (this.hunterUntil[piece] > this.tick) return true;
    if (this.frame.isAlarmed[piece] === 0) return false;
    return this.tick - Math.max(this.alarmedSince[piece], this.stillSince[piece]) < this.rootedTicks;
  }

  /** For how long something has stood still and been there, ticks. */
  stoodFor(piece: number): number {
    return (
      this.tick -
      Math.max(this.stillSince[piece], this.frame.shown[piece] === SHOWN.here ? this.shownSince[piece] : this.tick)
    );
  }
}

function lengthOf(x: number, y: number): number {
  return Math.sqrt(x * x + y * y);
}
