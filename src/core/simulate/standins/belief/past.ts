import { FRAME_TICKS, type ScreenFrame } from '../screen';

/** So many looks are remembered of each thing: a minute of them. */
const KEPT_LOOKS = 1200;
/** Things beyond this number are not remembered one by one. */
const MOST_REMEMBERED = 48;
/** Moments that are this alike are taken for the same moment of a beat. */
const ALIKE_CELLS = 0.3;
const ALIKE_TICKS = 12;
/** What has stood for longer than this is not asked where it came from, looks. */
const MOST_STOOD_LOOKS = 60;
/** Courses that differ by more than this share of their length are not the same. */
const MOST_BEND = 1;
/** How many cells of difference a tick of difference in standing, or in being shown so, counts for. */
const CELLS_A_TICK = 0.01;
/** What has come less far than this over the last looks stands, cells. */
const MOVES_CELLS = 0.05;
/** No beat is quicker than this, looks. */
const SHORTEST_BEAT = 14;
/** How long before a moment its course is compared, looks. */
const COURSE_LOOKS = 3;
/** The time since a change counts up to here only, so that what never changes is alike at any time. */
const LONGEST_SINCE = 3600;
/** Unlike any time since a change. */
const NEVER = -1000;

/** Where things were at each look, so that what goes in a beat can be foreseen from its own past. Part of the notebook. */
export class PastOfPieces {
  private readonly rowOf: Int32Array;
  private readonly x: Float32Array;
  private readonly y: Float32Array;
  private readonly facingX: Float32Array;
  private readonly facingY: Float32Array;
  /** Ticks since it was first shown as it is, and since it stood still; {@link NEVER} for what has never changed, or gone. */
  private readonly sinceShown: Int16Array;
  private readonly sinceStill: Int16Array;
  private readonly shown: Uint8Array;
  /** When in its try each look was, and in which. */
  private readonly ticks = new Int32Array(KEPT_LOOKS);
  private readonly tries = new Int32Array(KEPT_LOOKS);
  private currentTry = 0;
  /** Whether each thing was ever seen to be shown otherwise. */
  private readonly changes: Uint8Array;
  private readonly rows: readonly number[];
  /** How many looks were noted in all; and from which on they belong together. */
  private noted = 0;
  private readonly rounds: Answers;
  private readonly retraces: Answers;

  constructor(pieces: readonly number[]) {
    this.rows = pieces.slice(0, MOST_REMEMBERED);
    this.rowOf = new Int32Array(Math.max(0, ...pieces.map((piece) => piece + 1))).fill(-1);
    this.rows.forEach((piece, row) => (this.rowOf[piece] = row));
    const places = this.rows.length * KEPT_LOOKS;
    this.x = new Float32Array(places);
    this.y = new Float32Array(places);
    this.facingX = new Float32Array(places);
    this.facingY = new Float32Array(places);
    this.sinceShown = new Int16Array(places);
    this.sinceStill = new Int16Array(places);
    this.shown = new Uint8Array(places);
    this.changes = new Uint8Array(this.rows.length);
    this.rounds = new Answers(this.rows.length);
    this.retraces = new Answers(this.rows.length);
  }

  forget(): void {
    this.rounds.forget();
    this.retraces.forget();
    this.noted = this.currentTry = 0;
    this.changes.fill(0);
  }

  /** Another try: what comes now does not follow on what was noted last. */
  breakOff(): void {
    this.currentTry++;
    for (let look = 0; look < COURSE_LOOKS && this.noted > 0; look++) this.noteGap();
  }

  private noteGap(): void {
    const at = this.noted++ % KEPT_LOOKS;
    this.tries[at] = this.currentTry;
    for (let row = 0; row < this.rows.length; row++) this.x[row * KEPT_LOOKS + at] = NaN;
  }

  note(frame: ScreenFrame, shownSince: Int32Array, stillSince: Int32Array, topSpeed: Float64Array): void {
    const at = this.noted++ % KEPT_LOOKS;
    this.ticks[at] = frame.tick;
    this.tries[at] = this.currentTry;
    for (let row = 0; row < this.rows.length; row++) {
      const piece = this.rows[row];
      const place = row * KEPT_LOOKS + at;
      this.x[place] = frame.x[piece];
      this.y[place] = frame.y[piece];
      this.facingX[place] = frame.facingX[piece];
      this.facingY[place] = frame.facingY[piece];
      this.shown[place] = frame.shown[piece];
      this.sinceShown[place] =
        shownSince[piece] === 0 ? NEVER : Math.min(LONGEST_SINCE, frame.tick - shownSince[piece]);
      if (shownSince[piece] > 0) this.changes[row] = 1;
      this.sinceStill[place] = topSpeed[piece] === 0 ? NEVER : Math.min(LONGEST_SINCE, frame.tick - stillSince[piece]);
    }
  }

  /**
   * How many looks ago a thing was as it is now, at the last time that this was so; 0 when it has not been so for as many
   * rounds as are asked for. Of an earlier try only that counts from which it is known how it went on for so many ticks.
   */
  roundOf(piece: number, rounds: number, ticksAhead = 0): number {
    const row = piece < this.rowOf.length ? this.rowOf[piece] : -1;
    if (row < 0 || rounds === 0) return 0;
    return (
      this.rounds.ask(row, this.noted, rounds, ticksAhead) ??
      this.rounds.keep(row, this.findRound(row, rounds, ticksAhead))
    );
  }

  private findRound(row: number, rounds: number, ticksAhead: number): number {
    const last = this.noted - 1;
    const oldest = Math.max(0, this.noted - KEPT_LOOKS) + COURSE_LOOKS;
    const stillTicks = this.sinceStill[row * KEPT_LOOKS + (last % KEPT_LOOKS)];
    const stood = Math.min(MOST_STOOD_LOOKS, Math.max(0, Math.round(stillTicks / FRAME_TICKS)));
    const looksAhead = Math.ceil(ticksAhead / FRAME_TICKS);
    let found = 0;
    let newest = 0;
    for (let look = last - SHORTEST_BEAT; look >= oldest; look--) {
      look = this.lookNear(row, look, last, oldest);
      if (look < oldest) break;
      if (!this.isAlike(row, look, last) || !this.isAlike(row, look - COURSE_LOOKS, last - COURSE_LOOKS)) continue;
      // What stands has come from somewhere.
      if (Math.min(look, last) - stood < oldest || !(this.bend(row, look - stood, last - stood, 1) <= MOST_BEND))
        continue;
      if (this.goesOn(look, looksAhead)) {
        if (newest === 0) newest = last - this.nearest(row, look, last, oldest);
        if (++found >= rounds) return newest;
      }
      look -= SHORTEST_BEAT - 1;
    }
    return 0;
  }

  /**
   * How many looks ago a thing came along here the other way, as often as is asked for; 0 when it has not. What has turned back
   * is expected to go back the way it came.
   */
  retraceOf(piece: number, rounds: number): number {
    const row = piece < this.rowOf.length ? this.rowOf[piece] : -1;
    if (row < 0 || rounds === 0) return 0;
    return this.retraces.ask(row, this.noted, rounds, 0) ?? this.retraces.keep(row, this.findRetrace(row, rounds));
  }

  private findRetrace(row: number, rounds: number): number {
    const last = this.noted - 1;
    const oldest = Math.max(0, this.noted - KEPT_LOOKS) + COURSE_LOOKS;
    if (last - COURSE_LOOKS < oldest || this.isNear(row, last, last - COURSE_LOOKS, MOVES_CELLS)) return 0;
    let found = 0;
    let newest = 0;
    for (let look = last - SHORTEST_BEAT; look >= oldest; look--) {
      look = this.lookNear(row, look, last, oldest);
      if (look < oldest) break;
      if (!(this.bend(row, look + COURSE_LOOKS, last, -1) <= MOST_BEND)) continue;
      if (newest === 0) newest = last - this.nearest(row, look, last, oldest);
      if (++found >= rounds) return newest;
      look -= SHORTEST_BEAT - 1;
    }
    return 0;
  }

  /** The first look, from one on back, that is near another; one before the oldest where there is none. */
  private lookNear(row: number, from: number, other: number, oldest: number): number {
    const { x, y } = this;
    const first = row * KEPT_LOOKS;
    const besideX = x[first + (other % KEPT_LOOKS)];
    const besideY = y[first + (other % KEPT_LOOKS)];
    let look = from;
    // Almost all of them are far off: told in line.
    for (let at = from % KEPT_LOOKS; look >= oldest; look--, at = at === 0 ? KEPT_LOOKS - 1 : at - 1) {
      const dx = x[first + at] - besideX;
      if (!(dx < ALIKE_CELLS && dx > -ALIKE_CELLS)) continue;
      const dy = y[first + at] - besideY;
      if (dy < ALIKE_CELLS && dy > -ALIKE_CELLS) return look;
    }
    return look;
  }

  /** Whether it is of this try, or so many looks after it were of the same. */
  private goesOn(look: number, looks: number): boolean {
    if (this.tries[look % KEPT_LOOKS] === this.currentTry) return true;
    return this.tries[(look + looks) % KEPT_LOOKS] === this.tries[look % KEPT_LOOKS];
  }

  /** By how much the course up to one look differs from that up to another, or from its reverse; as a share of its length; not a number across a gap. */
  private bend(row: number, one: number, other: number, sign: 1 | -1): number {
    const at = (look: number) => row * KEPT_LOOKS + (look % KEPT_LOOKS);
    const { x, y } = this;
    const goesX = x[at(other)] - x[at(other - COURSE_LOOKS)];
    const goesY = y[at(other)] - y[at(other - COURSE_LOOKS)];
    const wentX = sign * (x[at(one)] - x[at(one - COURSE_LOOKS)]);
    const wentY = sign * (y[at(one)] - y[at(one - COURSE_LOOKS)]);
    const off = Math.abs(goesX - wentX) + Math.abs(goesY - wentY);
    return off / Math.max(MOVES_CELLS, Math.abs(goesX) + Math.abs(goesY));
  }

  /** Of the looks from one on back that are near another, the nearest. */
  private nearest(row: number, from: number, other: number, oldest: number): number {
    const b = row * KEPT_LOOKS + (other % KEPT_LOOKS);
    let best = from;
    let least = Infinity;
    for (let look = from; look >= oldest && this.isNear(row, look, other, ALIKE_CELLS); look--) {
      const a = row * KEPT_LOOKS + (look % KEPT_LOOKS);
      const off =
        Math.abs(this.x[a] - this.x[b]) +
        Math.abs(this.y[a] - this.y[b]) +
        CELLS_A_TICK * (Math.abs(this.sinceStill[a] - this.sinceStill[b]) + this.shownApart(row, look, other));
      if (off >= least) break;
      least = off;
      best = look;
    }
    return best;
  }

  private isNear(row: number, one: number, other: number, cells: number): boolean {
    const a = row * KEPT_LOOKS + (one % KEPT_LOOKS);
    const b = row * KEPT_LOOKS + (other % KEPT_LOOKS);
    return Math.abs(this.x[a] - this.x[b]) < cells && Math.abs(this.y[a] - this.y[b]) < cells;
  }

  /** Where a look is kept that comes so many ticks after the present one, if a thing goes back the way it came so many looks ago; −1 beyond what is remembered. */
  placeBack(piece: number, ago: number, ticks: number): number {
    const look = this.noted - 1 - ago - Math.round(ticks / FRAME_TICKS);
    return look < Math.max(0, this.noted - KEPT_LOOKS) ? -1 : this.rowOf[piece] * KEPT_LOOKS + (look % KEPT_LOOKS);
  }

  private isAlike(row: number, one: number, other: number): boolean {
    const a = row * KEPT_LOOKS + (one % KEPT_LOOKS);
    const b = row * KEPT_LOOKS + (other % KEPT_LOOKS);
    return (
      this.isNear(row, one, other, ALIKE_CELLS) &&
      this.shown[a] === this.shown[b] &&
      this.shownApart(row, one, other) < ALIKE_TICKS &&
      Math.abs(this.sinceStill[a] - this.sinceStill[b]) < ALIKE_TICKS
    );
  }

  /**
   * By how many ticks two looks differ in how long a thing had been shown as it was. Who tries again knows that what comes and
   * goes, but has not done so yet, has been so since the try began.
   */
  private shownApart(row: number, one: number, other: number): number {
    const [a, b] = [one % KEPT_LOOKS, other % KEPT_LOOKS];
    const [sinceA, sinceB] = [this.sinceShown[row * KEPT_LOOKS + a], this.sinceShown[row * KEPT_LOOKS + b]];
    const isSinceStart = sinceA === NEVER && sinceB === NEVER && this.changes[row] === 1;
    return isSinceStart && this.currentTry > 0 ? Math.abs(this.ticks[a] - this.ticks[b]) : Math.abs(sinceA - sinceB);
  }

  /** Where a look is kept that comes so many ticks after the present one, if a thing does what it did a round ago. */
  placeAfter(piece: number, round: number, ticks: number): number {
    const ahead = Math.round(ticks / FRAME_TICKS) % round;
    return this.rowOf[piece] * KEPT_LOOKS + ((this.noted - 1 - round + ahead) % KEPT_LOOKS);
  }

  xAt(place: number): number {
    return this.x[place];
  }

  yAt(place: number): number {
    return this.y[place];
  }

  facingXAt(place: number): number {
    return this.facingX[place];
  }

  facingYAt(place: number): number {
    return this.facingY[place];
  }

  shownAt(place: number): number {
    return this.shown[place];
  }
}

/** The last answer about each thing: it is asked again, and again, as long as nothing new was seen. */
class Answers {
  private readonly noted: Int32Array;
  private readonly rounds: Int32Array;
  private readonly ticksAhead: Int32Array;
  private readonly answers: Int32Array;

  constructor(rows: number) {
    this.noted = new Int32Array(rows);
    this.rounds = new Int32Array(rows);
    this.ticksAhead = new Int32Array(rows);
    this.answers = new Int32Array(rows);
  }

  forget(): void {
    this.noted.fill(0);
  }

  /** The answer to a question that was the last one about this thing; the question is noted. */
  ask(row: number, noted: number, rounds: number, ticksAhead: number): number | undefined {
    if (this.noted[row] === noted && this.rounds[row] === rounds && this.ticksAhead[row] === ticksAhead)
      return this.answers[row];
    this.noted[row] = noted;
    this.rounds[row] = rounds;
    this.ticksAhead[row] = ticksAhead;
    return undefined;
  }

  keep(row: number, answer: number): number {
    return (this.answers[row] = answer);
  }
}
