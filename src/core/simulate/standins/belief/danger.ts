import type { ArenaGrid } from '../../../arena/grid';
import type { LevelProgram } from '../../../compile/levelProgram';
import type { PlayerBody } from '../../engine/player/playerBody';
import type { CellSight } from '../cellSight';
import type { MindedThing } from '../mindPicture';
import { SHOWN } from '../screen';
import type { StandInTraits } from '../../../people/traits';
import type { Belief } from './belief';
import type { DrawnSight } from './drawnSight';
import { isDrifter } from './drifters';
import { Forecast, MET_WHILE_OUT, Minded, MOST_COURSES, type Course } from './forecast';

/** A touch takes about so long: prices are by the second. */
const TOUCH_SECONDS = 0.12;
/** The price of what is far ahead counts for less, since nobody knows: at this time for half. */
const HALF_SURE_SECONDS = 4;
/** What walks about may turn at any time: where it goes straight on to is believed for half after so long. */
const TURNS_SECONDS = 1.2;
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
/** Factor on the price of being seen while one is out to fight. */
const SEEN_IN_A_FIGHT = 0.1;
/** Factor on the price of being seen by who is faster. */
const FASTER_IS_WORSE = 2;
/** Who is seen from this near hardly gets away: the price of being seen grows by up to this factor. */
const CLOSE_CELLS = 3;
const CLOSE_IS_WORSE = 4;
/** Something that is known to fire does so this often, as far as anybody knows; and so far beside its shot one feels it. */
const FIRED_A_SECOND = 0.6;
const MUZZLE_SPARE_CELLS = 0.3;
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
/** What is no farther off than this when a try ends may have ended it, cells. */
const DREADED_CELLS = 1.5;

/** What is hardly near enough counts as near enough, cells. */
const SPARE_CELLS = 0.001;

/** So many hunters are thought through at once. */
export const MOST_HUNTERS = 3;

/** Of what is foreseen every so manieth step is drawn. */
const PICTURE_STEPS = 4;

/** What a stand-in fears, over the time that it plans: of the few things that it minds, where each will be. */
export class Danger {
  readonly minded: Minded[];
  count = 0;
  /** Factor on the price of being seen and of nearness; falls with impatience. */
  boldness = 1;
  /** How much there is left to lose: less as the clock runs out on everything. */
  stakes = 1;
  /** Whether it is out to fight: then being seen matters little. */
  isFighting = false;
  private readonly order: Int32Array;
  private readonly times: Float64Array;
  private readonly discount: Float64Array;
  /** How far what walks about is believed to be met where it goes straight on to, at each step. */
  private readonly steady: Float64Array;
  private readonly forecast: Forecast;
  /** All courses of what is minded, in a row; places of all of them lie side by side, step after step; NaN where one is not there. */
  private courseCount = 0;
  private readonly mostCourses: number;
  private readonly whose: Minded[] = [];
  private readonly courses: Course[] = [];
  private readonly aroundX: Float64Array;
  private readonly aroundY: Float64Array;
  private readonly placeX: Float64Array;
  private readonly placeY: Float64Array;
  private readonly isDrifter: Uint8Array;
  private readonly reachOf: Float64Array;
  private readonly ticksPerSecond: number;
  private readonly ownSpeed: number;
  private readonly ownHalf: number;
  /** It takes so long from a shot until one has stepped out of its way. */
  private readonly dodgeTicks: number;

  constructor(
    private readonly program: LevelProgram,
    private readonly traits: StandInTraits,
    private readonly sights: readonly (readonly (DrawnSight | undefined)[])[],
    private readonly lines: CellSight,
    /** Ticks of a step, and how many steps are planned. */
    readonly stepTicks: number,
    readonly steps: number,
  ) {
    const { pieces, ticksPerSecond, player } = program;
    this.ticksPerSecond = ticksPerSecond;
    this.ownSpeed = player.step;
    const { hit } = program.kinds[player.kindIndex];
    this.ownHalf = Math.max(hit.west + hit.east, hit.north + hit.south) / 2;
    const seconds = (traits.reactionMs + traits.timingJitterMs) / 1000 + 1 / traits.thoughtsPerSecond;
    this.dodgeTicks = seconds * ticksPerSecond + this.ownHalf / player.step;
    this.order = new Int32Array(pieces.length);
    this.times = new Float64Array(pieces.length);
    this.isDrifter = Uint8Array.from(pieces, (_, piece) => (isDrifter(program, piece) ? 1 : 0));
    this.reachOf = Float64Array.from(pieces, ({ radius }) => radius + player.radius);
    this.discount = Float64Array.from(
      { length: steps + 1 },
      (_, step) => 1 / (1 + (step * stepTicks) / ticksPerSecond / HALF_SURE_SECONDS),
    );
    this.steady = Float64Array.from(
      { length: steps + 1 },
      (_, step) => 1 / (1 + (step * stepTicks) / ticksPerSecond / TURNS_SECONDS),
    );
    this.forecast = new Forecast(program, traits, this.isDrifter, stepTicks, steps);
    const most = Math.min(pieces.length, traits.mindedThreats * DRIFTERS_FOR_ONE);
    this.minded = Array.from({ length: most }, () => new Minded(steps));
    const courses = (this.mostCourses = most * MOST_COURSES);
    this.placeX = new Float64Array(courses * (steps + 1));
    this.placeY = new Float64Array(courses * (steps + 1));
    this.aroundX = new Float64Array(courses);
    this.aroundY = new Float64Array(courses);
  }

  /** What a second of being touched costs by what it costs to lose. */
  private get fear(): number {
    return (this.traits.fearSeconds / TOUCH_SECONDS) * this.stakes;
  }

  /**
   * What it costs to get across something that comes and goes, s: to wait for it to go, by how long that takes on the average, and
   * to pass while it is away, so many cells of the way.
   */
  crossingSeconds({ spellHere, spellOut, harm }: Belief, piece: number, cells: number): number {
    const { ticksPerSecond, ownSpeed, traits } = this;
    const here = spellHere[piece] || spellOut[piece];
    const out = spellOut[piece] || spellHere[piece];
    const waiting = (here * here) / (2 * (here + out)) / ticksPerSecond;
    const crossing = cells / (ownSpeed * ticksPerSecond);
    return waiting + crossing * MET_WHILE_OUT * harm[piece] * (traits.fearSeconds / TOUCH_SECONDS);
  }

  /** What has ended earlier tries. */
  private readonly dreaded: number[] = [];

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
    this.count = this.hunterCount = this.courseCount = 0;
    for (let index = 0; index < kept && attention > 0; index++) {
      this.minded[this.count++].piece = order[index];
      attention -= this.isDrifter[order[index]] === 1 ? 1 / DRIFTERS_FOR_ONE : 1;
    }
    this.pickDreaded(belief, own, tick, horizon);
    for (let index = 0; index < this.count; index++) this.size(this.minded[index], belief);
    return this.count > 0;
  }

  /** Minds what has ended a try, too, however much else there is. */
  private pickDreaded(belief: Belief, own: Readonly<PlayerBody>, tick: number, horizon: number): void {
    for (const piece of this.dreaded) {
      if (this.count === this.minded.length) return;
      if (belief.frame.shown[piece] === SHOWN.gone || this.ticksUntilMet(belief, piece, own, tick) > horizon) continue;
      let index = 0;
      while (index < this.count && this.minded[index].piece !== piece) index++;
      if (index === this.count) this.minded[this.count++].piece = piece;
    }
  }

  /** Keeps in mind, for the tries to come, what was nearest when the last one ended, if it could have been that. */
  dreadWhatWasNear(belief: Belief, x: number, y: number): void {
    const { frame, feared } = belief;
    let nearest = -1;
    let least = DREADED_CELLS;
    for (const piece of feared) {
      const dx = frame.x[piece] - x;
      const dy = frame.y[piece] - y;
      const off = Math.sqrt(dx * dx + dy * dy) - this.reachOf[piece];
      if (frame.shown[piece] === SHOWN.gone || off >= least) continue;
      least = off;
      nearest = piece;
    }
    if (nearest >= 0 && !this.dreaded.includes(nearest)) this.dreaded.push(nearest);
  }

  /** Somebody else is at the controls, who has met nothing yet. */
  forget(): void {
    this.dreaded.length = 0;
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

  /** Whether one of those that look out walks about, and nobody knows yet where it will go. */
  hasUnknownBeat(belief: Belief): boolean {
    const { frame, feared, past, topSpeed } = belief;
    return feared.some(
      (piece) =>
        frame.shown[piece] === SHOWN.here &&
        topSpeed[piece] > 0 &&
        !belief.isHunting(piece) &&
        this.sightOf(frame.state[piece], piece) !== undefined &&
        past.roundOf(piece, this.traits.beatRounds, this.steps * this.stepTicks) === 0 &&
        past.retraceOf(piece, this.traits.beatRounds) === 0,
    );
  }

  /** Looks only where all that is minded is now. */
  glance(belief: Belief, tick: number, grid: ArenaGrid): void {
    for (let index = 0; index < this.count; index++) this.forecast.glance(this.minded[index], belief, tick, grid);
  }

  /** Foresees all that is minded, over the time that is planned or up to an earlier step. */
  foresee(belief: Belief, tick: number, grid: ArenaGrid, last = this.steps): void {
    this.hunterCount = 0;
    for (let index = 0; index < this.count; index++) {
      const one = this.minded[index];
      this.forecast.foresee(one, belief, tick, grid, last);
      if (one.isHunting && this.hunterCount < MOST_HUNTERS) this.hunters[this.hunterCount++] = one;
    }
    this.listCourses(last);
  }

  /** How large it is, how far it is kept away from, and what it sees. */
  private size(one: Minded, belief: Belief): void {
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
    one.isHunting = belief.isHunting(piece);
    one.topSpeed = belief.topSpeed[piece];
    one.firesX = belief.firesX[entry.kindIndex];
    one.firesY = belief.firesY[entry.kindIndex];
    one.shy =
      (this.traits.shyCells * (one.isHunting ? SHY_OF_HUNTERS : nearer) + this.lateCells(belief, piece)) *
      this.boldness;
  }

  /** How far something comes in the time by which the own hand may be late, cells. */
  private lateCells({ velocityX, velocityY }: Belief, piece: number): number {
    const x = velocityX[piece];
    const y = velocityY[piece];
    const speed = Math.sqrt(x * x + y * y) * this.ticksPerSecond;
    return Math.min(MOST_LATE_CELLS, speed * (LATE_SECONDS + this.traits.timingJitterMs / 2000));
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
    const { placeX, placeY, aroundX, aroundY } = this;
    let rate = 0;
    for (let index = 0, at = step * this.mostCourses; index < this.courseCount; index++, at++) {
      // Told first, and in line, since it is so for most of them: too far off to matter. What is not there is nowhere.
      const farX = aroundX[index];
      const dx = x - placeX[at];
      if (!(dx < farX && dx > -farX)) continue;
      const farY = aroundY[index];
      const dy = y - placeY[at];
      if (!(dy < farY && dy > -farY)) continue;
      rate += this.courseRate(this.whose[index], this.courses[index], x, y, cell, step);
    }
    return rate;
  }

  /**
   * Adds to a list what a second costs at every height of a column of places, from the top down and so far apart. What can
   * neither be met, nor see anybody, at this step so far aside is passed over at once.
   */
  addRates(x: number, column: number, step: number, apart: number, width: number, into: Float64Array): void {
    for (let index = 0, at = step * this.mostCourses; index < this.courseCount; index++, at++) {
      const farX = this.aroundX[index];
      const dx = x - this.placeX[at];
      if (!(dx < farX && dx > -farX)) continue;
      const farY = this.aroundY[index];
      for (let place = 0; place < into.length; place++) {
        const y = (place + 0.5) * apart;
        const dy = y - this.placeY[at];
        if (dy >= farY || dy <= -farY) continue;
        const cell = Math.floor(y) * width + column;
        into[place] += this.courseRate(this.whose[index], this.courses[index], x, y, cell, step);
      }
    }
  }

  /** Lists all courses of what is minded in a row: where each is at each step, and from how far off it can matter. */
  private listCourses(last: number): void {
    this.courseCount = 0;
    for (let index = 0; index < this.count; index++) {
      const one = this.minded[index];
      const far = this.farthest(one);
      const farX = Math.max(far, one.halfX + one.shy + SPARE_CELLS);
      const farY = Math.max(far, one.halfY + one.shy + SPARE_CELLS);
      for (let other = -1; other < one.otherCount; other++) {
        const course = other < 0 ? one : one.others[other];
        const place = this.courseCount++;
        this.whose[place] = one;
        this.courses[place] = course;
        this.aroundX[place] = farX;
        this.aroundY[place] = farY;
        for (let step = 0; step <= last; step++) {
          const isThere = course.sure[step] > 0;
          this.placeX[step * this.mostCourses + place] = isThere ? course.x[step] : NaN;
          this.placeY[step * this.mostCourses + place] = course.y[step];
        }
      }
    }
  }

  /** From farther off than this a thing is neither met, if it is round, nor sees or shoots at anybody; boxes reach as far as they are large. */
  private farthest(one: Minded): number {
    const met = one.reach + one.shy;
    const sight = one.sight ? Math.sqrt(one.sight.limits.rangeSquare) : 0;
    const { firesX, firesY } = one;
    const shot = Math.sqrt(firesX * firesX + firesY * firesY) * this.dodgeTicks + this.ownHalf + MUZZLE_SPARE_CELLS;
    return Math.max(met, sight, firesX !== 0 || firesY !== 0 ? shot : 0) + SPARE_CELLS;
  }

  /** The same of one course of one thing that is minded, however far off it is. */
  courseRate(one: Minded, course: Course, x: number, y: number, cell: number, step: number): number {
    const sure = course.sure[step];
    if (sure === 0) return 0;
    const dx = x - course.x[step];
    const dy = y - course.y[step];
    const square = dx * dx + dy * dy;
    let rate = 0;
    if (!one.isHunting) {
      const fear = this.fear * one.harm * sure * this.discount[step];
      rate = nearness(one, dx, dy, square) * fear * (one.wanders ? this.steady[step] : 1);
    }
    if (one.firesX !== 0 || one.firesY !== 0) rate += sure * this.muzzleRate(one, dx, dy);
    return one.sight ? rate + sure * this.seenRate(one, one.sight, course, dx, dy, square, cell, step) : rate;
  }

  /** What it costs to be so close before a muzzle that nobody could step aside. */
  private muzzleRate({ firesX, firesY, harm }: Minded, dx: number, dy: number): number {
    const speed = Math.sqrt(firesX * firesX + firesY * firesY);
    const ahead = (dx * firesX + dy * firesY) / speed;
    if (ahead <= 0 || ahead > speed * this.dodgeTicks) return 0;
    if (Math.abs(dx * firesY - dy * firesX) / speed > this.ownHalf + MUZZLE_SPARE_CELLS) return 0;
    return FIRED_A_SECOND * this.traits.fearSeconds * this.stakes * harm;
  }

  /** The hunters among what is minded: `hunterCount` of them. */
  readonly hunters: Minded[] = [];
  hunterCount = 0;

  /** What a second with a hunter so near costs, s: `gap` from middle to middle, at a step of the plan. */
  huntedRate(one: Minded, dx: number, dy: number, step: number): number {
    const fear = this.fear * one.harm * (one.isAlarmed ? 1 : this.steady[step]);
    return nearness(one, dx, dy, dx * dx + dy * dy) * fear * this.discount[step];
  }

  /** The same where walls lie between: by whether the hunter could have come there on its way round them. */
  cutOffRate(one: Minded, cell: number, step: number): number {
    const slack = one.ways[cell] - one.reach - one.halfX - one.speed * step * this.stepTicks;
    if (slack >= 1) return 0;
    const share = slack <= 0 ? 1 : (1 - slack) * (1 - slack);
    return this.fear * one.harm * CAUGHT * share * this.discount[step] * (one.isAlarmed ? 1 : this.steady[step]);
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
    course: Course,
    dx: number,
    dy: number,
    square: number,
    cell: number,
    step: number,
  ): number {
    if (square > limits.rangeSquare) return 0;
    const distance = Math.sqrt(square);
    const { facingX, facingY } = course;
    if (!one.isAlarmed && dx * facingX[step] + dy * facingY[step] < limits.arcCosine * distance) return 0;
    if (!this.lines.sees(course.cell[step], cell)) return 0;
    // Who is known to be faster than oneself had better not see one at all.
    const worse = (one.topSpeed > this.ownSpeed ? FASTER_IS_WORSE : 1) * (this.isFighting ? SEEN_IN_A_FIGHT : 1);
    const close = CLOSE_IS_WORSE * Math.max(0, 1 - distance / CLOSE_CELLS);
    return this.traits.cautionSeconds * this.boldness * worse * (2 - distance / range + close);
  }
}

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
