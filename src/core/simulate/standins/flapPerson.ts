import { isSolidAt } from '../../arena/grid';
import type { ControlProgram, LevelProgram } from '../../compile/levelProgram';
import { isUnsafe } from '../../compile/levelProgram';
import type { RandomStream } from '../../foundation/random';
import { ACTION_BIT, type Input } from '../engine/player/inputs';
import type { PlayerBody } from '../engine/player/playerBody';
import { Belief } from './belief/belief';
import { Danger } from './belief/danger';
import { Gunner } from './hands/gunner';
import { Keys } from './hands/keys';
import type { LevelKnowledge } from './levelKnowledge';
import type { MindPicture } from './mindPicture';
import { drawPerson } from './onePerson';
import type { ScreenFrame } from './screen';
import type { OwnState, StandIn } from './standIn';
import type { StandInTraits } from '../../people/traits';
import { Wants, type Want } from './wants/wants';

type FlapControl = Extract<ControlProgram, { scheme: 'flap' }>;

const STEP_SECONDS = 0.1;
/** Heights that are told apart, cells. */
const HEIGHT_CELLS = 0.25;
/** What it is worth, in seconds, not to fly into a wall; a wall that harms counts as a touch. */
const WALL_SECONDS = 6;
/** The room to walls that is wished for, cells, and what a second without any of it is worth, s. */
const ROOM_CELLS = 1.6;
const TIGHT_SECONDS = 1.5;
/** The same beside walls that harm, as a factor. */
const TIGHTER = 3;
/** What a second is worth, in seconds, a cell off the height where it wants to be. */
const OFF_SECONDS = 0.06;
/** What changing its height by a cell is worth, s. */
const CLIMB_SECONDS = 0.05;
/** How steadily it can climb, as a share of what flapping as quickly as it can would give. */
const STEADY_SHARE = 0.7;
/** It sinks as fast, on average, as it falls from rest in this time: it always comes from a flap. */
const SINKS_SECONDS = 0.35;
/** So far ahead it sees where a flap takes it, s; and what it must be worth to flap out of its rhythm, s. */
const ARC_SECONDS = 0.6;
const WORTH_SECONDS = 0.4;
/** It weighs a flap now against ones that come so much later, and against none for as long as it looks ahead, s. */
const WAITS_SECONDS = [0.1, 0.2, 0.35, ARC_SECONDS];
/** What lies so far behind is no longer wanted, cells. */
const BEHIND_CELLS = 0.5;

/**
 * A stand-in for flapping. It foresees what comes, plans at which height it will be at each moment, and keeps to that by
 * rhythm: it flaps whenever it is about to sink below.
 */
export class FlapPerson implements StandIn {
  private readonly belief: Belief;
  private readonly danger: Danger;
  private readonly wants: Wants;
  private readonly keys: Keys;
  private readonly heights: number;
  private readonly cost: Float64Array[];
  private readonly cameFrom: Int16Array;
  private readonly stepTicks: number;
  private readonly steps: number;
  private readonly climb: number;
  private readonly sink: number;
  private readonly bounce: number;
  /** Half of the height through which it goes up and down about its course, in heights. */
  private readonly halfBounce: number;
  /** What a second at each height is worth at each step of the plan, s. */
  private readonly rates: Float64Array[];
  /** What it costs to change its height by so many heights, s. */
  private readonly climbPrices: Float64Array;
  private readonly sideways: number;
  private readonly harmsAt: Uint8Array;
  private readonly walls: Float64Array;
  private readonly thoughtTicks: number;
  /** Between two presses, at the least. */
  private readonly pressTicks: number;
  private readonly gunner: Gunner | undefined;
  private shot: Input | undefined;
  private readonly waits: readonly number[];
  /** Where it wants to be at each step of the plan, y in cells. */
  private readonly course: Float64Array;
  private courseTick = 0;
  private nextThought = 0;
  private misjudged = 0;
  private want: Want = { why: 'stay alive', cells: [] };

  /** The limits of whoever is at the controls in this run. */
  private readonly traits: StandInTraits;

  constructor(
    private readonly program: LevelProgram,
    private readonly tier: StandInTraits,
    private readonly control: FlapControl,
    private readonly knowledge: LevelKnowledge,
  ) {
    const traits = (this.traits = { ...tier });
    const { ticksPerSecond, grid, ground, player } = program;
    this.stepTicks = Math.max(1, Math.round(STEP_SECONDS * ticksPerSecond));
    this.steps = Math.round((traits.lookAheadSeconds * ticksPerSecond) / this.stepTicks);
    this.belief = new Belief(program);
    this.danger = new Danger(program, traits, knowledge.sights, knowledge.lines, this.stepTicks, this.steps);
    this.wants = new Wants(program, knowledge.graphs, traits.lookAheadSeconds);
    this.keys = new Keys(traits, ticksPerSecond, 2);
    this.heights = Math.ceil(grid.height / HEIGHT_CELLS);
    this.cost = [new Float64Array(this.heights), new Float64Array(this.heights)];
    this.climbPrices = Float64Array.from({ length: this.heights }, (_, off) => off * HEIGHT_CELLS * CLIMB_SECONDS);
    this.cameFrom = new Int16Array(this.heights * (this.steps + 1));
    this.course = new Float64Array(this.steps + 1).fill(player.y);
    const between = (this.pressTicks = ticksPerSecond / traits.pressesPerSecond);
    const climbStep = Math.max(0.01, control.lift - (control.gravity * between) / 2);
    this.climb = Math.max(1, Math.floor((STEADY_SHARE * climbStep * this.stepTicks) / HEIGHT_CELLS));
    const fall = Math.min(control.mostFall, (control.gravity * SINKS_SECONDS * ticksPerSecond) / 2);
    this.sink = Math.max(1, Math.round((fall * this.stepTicks) / HEIGHT_CELLS));
    this.bounce = (control.lift * control.lift) / (2 * Math.max(control.gravity, 1e-6));
    this.halfBounce = Math.min(this.heights, Math.round(this.bounce / 2 / HEIGHT_CELLS));
    this.rates = Array.from({ length: this.steps + 1 }, () => new Float64Array(this.heights));
    const isReverse = player.facing > 90 && player.facing < 270;
    this.sideways = isReverse ? -control.step : control.step;
    this.waits = WAITS_SECONDS.map((seconds) => seconds * ticksPerSecond);
    this.thoughtTicks = ticksPerSecond / traits.thoughtsPerSecond;
    this.harmsAt = Uint8Array.from(ground.typeOfCell, (type) =>
      isUnsafe(ground.types[type]) || ground.types[type].harm > 0 ? 1 : 0,
    );
    this.walls = this.priceWalls();
    const gunner = player.gun && new Gunner(program, traits, player.gun);
    this.gunner = gunner?.hasTargets ? gunner : undefined;
  }

  reset(random: RandomStream, keepsNotebook: boolean): void {
    if (!keepsNotebook) drawPerson(this.traits, this.tier, random);
    this.belief.reset(keepsNotebook);
    this.wants.reset();
    this.keys.reset();
    this.gunner?.reset();
    this.nextThought = 0;
    this.misjudged = (random.nextUnit() - 0.5) * this.traits.wayMisjudgement * this.bounce;
    this.course.fill(this.program.player.y);
    this.courseTick = 0;
  }

  look(frame: ScreenFrame): void {
    this.belief.look(frame, this.program.player.x, this.program.player.y);
  }

  press(own: OwnState, random: RandomStream): Input {
    const { body, tick } = own;
    this.wants.notice(this.belief, own);
    if (tick >= this.nextThought) {
      this.nextThought = tick + this.thoughtTicks;
      this.think(own);
      this.gunner?.think(random);
      const graph = this.knowledge.graphs.atStart;
      this.shot = this.gunner?.choose(this.belief, body, tick, graph, this.program.grid);
    }
    if (this.keys.canTap(tick) && this.wantsToFlap(body, tick)) {
      // The usual slip: the beat is missed once.
      if (random.nextUnit() < this.traits.slipShare) this.keys.rest(tick);
      else this.keys.tap(tick, ACTION_BIT, random);
    }
    return this.keys.tapNow(tick) + this.fire(body, tick);
  }

  /** Fires ahead when something will be in the way of the shot, or where it points. */
  private fire(body: Readonly<PlayerBody>, tick: number): Input {
    const { gunner } = this;
    if (!gunner || body.cooldown > 1) return 0;
    if (gunner.pointsAtTargets) return this.shot ?? 0;
    return gunner.isLinedUp(this.belief, body, tick, this.program.grid) ? gunner.fireBit : 0;
  }

  /**
   * Whether it flaps now: by its rhythm, unless that would take it into something from below, or the next fall into something
   * from above.
   */
  private wantsToFlap(body: Readonly<PlayerBody>, tick: number): boolean {
    const isDue = this.sinksBelow(body, tick);
    if (this.danger.count === 0 && !this.isNearWalls(body)) return isDue;
    const late = (this.traits.timingJitterMs / 2000) * this.program.ticksPerSecond;
    const now = this.costOfArc(body, tick, late);
    let later = Infinity;
    for (const ticks of this.waits) later = Math.min(later, this.costOfArc(body, tick, late + ticks));
    const better = later - now;
    if (isDue) return better > -WORTH_SECONDS;
    return better > WORTH_SECONDS;
  }

  /** Whether there are walls where it may be within an arc: at its height, or through the bounce about it. */
  private isNearWalls({ x, y }: Readonly<PlayerBody>): boolean {
    const { width } = this.program.grid;
    const column = (at: number) => Math.min(width - 1, Math.max(0, Math.floor(at)));
    const heightOf = (at: number) => Math.min(this.heights - 1, Math.max(0, Math.floor(at / HEIGHT_CELLS)));
    const ahead = x + this.sideways * ARC_SECONDS * this.program.ticksPerSecond;
    const [first, last] = [column(Math.min(x, ahead)), column(Math.max(x, ahead))];
    const [highest, lowest] = [heightOf(y - this.bounce), heightOf(y + this.bounce)];
    for (let at = first; at <= last; at++)
      for (let height = highest; height <= lowest; height++)
        if (this.walls[at * this.heights + height] > 0) return true;
    return false;
  }

  /** What the next moments cost, in seconds, when it flaps so many ticks from now, and by its rhythm from then on. */
  private costOfArc({ y, velocityY }: Readonly<PlayerBody>, tick: number, flapsIn: number): number {
    const { control, stepTicks } = this;
    const { ticksPerSecond } = this.program;
    let cost = 0;
    let [atY, speed, time] = [y, velocityY, 0];
    let nextFlap = flapsIn;
    while (time < ARC_SECONDS * ticksPerSecond) {
      const until = time < flapsIn ? Math.min(flapsIn, time + stepTicks) : time + stepTicks;
      // What comes after the flap that is weighed is weighed with it: else one that comes later always seems to hold it up better.
      if (time === flapsIn || (time >= nextFlap && time > flapsIn && this.isBelow(atY, speed, tick + time))) {
        speed = -control.lift;
        nextFlap = time + this.pressTicks;
      }
      const ticks = until - time;
      atY += speed * ticks + (control.gravity * ticks * ticks) / 2;
      speed = Math.min(control.mostFall, speed + control.gravity * ticks);
      time = until;
      const step = Math.max(1, Math.round((tick + time - this.courseTick) / stepTicks));
      if (step > this.steps) break;
      const height = Math.min(this.heights - 1, Math.max(0, Math.floor(atY / HEIGHT_CELLS)));
      cost += (this.rates[step][height] * ticks) / ticksPerSecond;
    }
    return cost;
  }

  /** Whether it will be below its course, by half a bounce, when a flap that is meant now takes effect. */
  private sinksBelow({ y, velocityY }: Readonly<PlayerBody>, tick: number): boolean {
    const late = (this.traits.timingJitterMs / 2000) * this.program.ticksPerSecond;
    const thenY = y + velocityY * late + (this.control.gravity * late * late) / 2;
    return this.isBelow(thenY, velocityY, tick + late);
  }

  /** Whether a height at a time is below its course by half a bounce, and it does not rise quickly. */
  private isBelow(y: number, velocityY: number, tick: number): boolean {
    const at = Math.min(this.steps, Math.max(0, Math.round((tick - this.courseTick) / this.stepTicks) + 1));
    return y > this.course[at] + this.bounce / 2 + this.misjudged / 4 && velocityY > -this.control.lift / 2;
  }

  private think(own: OwnState): void {
    const { belief, danger } = this;
    const { body, tick } = own;
    const graph = this.knowledge.graphs.atStart;
    this.want = this.wants.next(belief, own, graph, () => true);
    if (danger.pick(belief, body, tick)) danger.foresee(belief, tick, this.program.grid);
    const fight = this.wants.wantsFight ? this.gunner?.heightAhead(belief, body) : undefined;
    this.plan(body, tick, fight ?? this.wantedHeight(body));
  }

  /** The height of what is wanted next and still lies ahead; the middle of the level when there is nothing. */
  private wantedHeight({ x, y }: Readonly<PlayerBody>): number {
    const { width, height } = this.program.grid;
    let nearest = Infinity;
    let wanted = height / 2;
    for (const cell of this.want.cells) {
      const ahead = ((cell % width) + 0.5 - x) * (this.sideways < 0 ? -1 : 1);
      const far = this.sideways === 0 ? Math.abs(ahead) : ahead;
      const row = Math.floor(cell / width) + 0.5;
      const all = far + Math.abs(row - y) * 0.01;
      if (far < -BEHIND_CELLS || all >= nearest) continue;
      nearest = all;
      wanted = row;
    }
    return wanted;
  }

  /** The course over heights and time that costs least. */
  private plan({ x, y }: Readonly<PlayerBody>, tick: number, wanted: number): void {
    const { heights, steps, cameFrom, climb, sink, climbPrices } = this;
    let [now, next] = this.cost;
    now.fill(Infinity);
    // Heights to which it can have come by then; no other is looked at.
    let first = Math.min(heights - 1, Math.max(0, Math.floor(y / HEIGHT_CELLS)));
    let last = first;
    now[first] = 0;
    for (let step = 1; step <= steps; step++) {
      next.fill(Infinity);
      const rates = this.rates[step];
      this.price(x + this.sideways * step * this.stepTicks, step, wanted, rates);
      const highest = Math.max(0, first - climb);
      const lowest = Math.min(heights - 1, last + sink);
      for (let height = highest; height <= lowest; height++) {
        let best = Infinity;
        let from = -1;
        const end = Math.min(last, height + climb);
        for (let other = Math.max(first, height - sink); other <= end; other++) {
          const cost = now[other] + climbPrices[other < height ? height - other : other - height];
          if (cost < best) {
            best = cost;
            from = other;
          }
        }
        if (from < 0) continue;
        next[height] = best + this.bouncingRate(rates, height) * STEP_SECONDS;
        cameFrom[step * heights + height] = from;
      }
      [now, next, first, last] = [next, now, highest, lowest];
    }
    let end = 0;
    for (let height = 1; height < heights; height++) if (now[height] < now[end]) end = height;
    for (let step = steps; step >= 1; step--) {
      this.course[step] = (end + 0.5) * HEIGHT_CELLS;
      end = cameFrom[step * heights + end];
    }
    this.course[0] = y;
    this.courseTick = tick;
  }

  /** What a second about a height is worth: it goes up and down through all of its bounce. */
  private bouncingRate(rates: Float64Array, height: number): number {
    const { halfBounce, heights } = this;
    const above = rates[Math.max(0, height - halfBounce)];
    const below = rates[Math.min(heights - 1, height + halfBounce)];
    return (above + rates[height] + below) / 3;
  }

  /** What a second at every height is worth at a step of the plan, by what is foreseen there and by walls. */
  private price(x: number, step: number, wanted: number, rates: Float64Array): void {
    const { width } = this.program.grid;
    const columnAt = (at: number) => Math.min(width - 1, Math.max(0, Math.floor(at)));
    const { west, east } = this.program.player.stand;
    const ahead = columnAt(this.sideways < 0 ? x - west : x + east) * this.heights;
    const behind = columnAt(this.sideways < 0 ? x + east : x - west) * this.heights;
    for (let height = 0; height < this.heights; height++) {
      const off = Math.abs((height + 0.5) * HEIGHT_CELLS - wanted);
      rates[height] = OFF_SECONDS * off + Math.max(this.walls[ahead + height], this.walls[behind + height]);
    }
    this.danger.addRates(x, columnAt(x), step, HEIGHT_CELLS, width, rates);
  }

  /** For every column and height what a second there is worth, s: in a wall, near one, or over what swallows. */
  private priceWalls(): Float64Array {
    const { grid, player } = this.program;
    const { north, south } = player.stand;
    const prices = new Float64Array(grid.width * this.heights);
    for (let column = 0; column < grid.width; column++)
      for (let height = 0; height < this.heights; height++) {
        const y = (height + 0.5) * HEIGHT_CELLS;
        const row = Math.min(grid.height - 1, Math.floor(y));
        let price = this.harmsAt[row * grid.width + column] === 1 ? 4 * this.traits.fearSeconds : 0;
        for (const [edge, sign] of [
          [y - north, -1],
          [y + south, 1],
        ])
          price = Math.max(price, this.priceOfWall(column, edge, sign));
        prices[column * this.heights + height] = price;
      }
    return prices;
  }

  private priceOfWall(column: number, edge: number, sign: number): number {
    const { grid } = this.program;
    for (let far = 0; far < ROOM_CELLS; far += HEIGHT_CELLS) {
      const row = Math.floor(edge + sign * far);
      if (!isSolidAt(grid, column, row)) continue;
      const harms = this.harmsAt[Math.min(grid.height - 1, Math.max(0, row)) * grid.width + column] === 1;
      if (far === 0) return harms ? 4 * this.traits.fearSeconds : WALL_SECONDS;
      const share = 1 - far / ROOM_CELLS;
      return TIGHT_SECONDS * (harms ? TIGHTER : 1) * share * share;
    }
    return 0;
  }

  get mind(): MindPicture {
    const { width, height } = this.program.grid;
    const legs: number[] = [];
    for (let step = 0; step <= this.steps; step += 2) {
      const column = Math.floor(this.program.player.x + this.sideways * step * this.stepTicks);
      const row = Math.floor(this.course[step]);
      if (column >= 0 && column < width && row >= 0 && row < height) legs.push(row * width + column);
    }
    return { want: this.want.why, goals: this.want.cells.slice(0, 64), legs, minded: this.danger.picture() };
  }
}
