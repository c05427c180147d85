import { isSolidAt } from '../../arena/grid';
import type { ControlProgram, LevelProgram } from '../../compile/levelProgram';
import { isUnsafe } from '../../compile/levelProgram';
import type { RandomStream } from '../../foundation/random';
import { ACTION_BIT, type Input } from '../engine/player/inputs';
import type { PlayerBody } from '../engine/player/playerBody';
import { Belief } from './belief/belief';
import { Danger } from './belief/danger';
import { Keys } from './hands/keys';
import type { LevelKnowledge } from './levelKnowledge';
import type { MindPicture } from './mindPicture';
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
  private readonly sideways: number;
  private readonly harmsAt: Uint8Array;
  private readonly walls: Float64Array;
  private readonly thoughtTicks: number;
  /** Where it wants to be at each step of the plan, y in cells. */
  private readonly course: Float64Array;
  private courseTick = 0;
  private nextThought = 0;
  private misjudged = 0;
  private want: Want = { why: 'stay alive', cells: [] };

  constructor(
    private readonly program: LevelProgram,
    private readonly traits: StandInTraits,
    private readonly control: FlapControl,
    private readonly knowledge: LevelKnowledge,
  ) {
    const { ticksPerSecond, grid, ground, player } = program;
    this.stepTicks = Math.max(1, Math.round(STEP_SECONDS * ticksPerSecond));
    this.steps = Math.round((traits.lookAheadSeconds * ticksPerSecond) / this.stepTicks);
    this.belief = new Belief(program);
    this.danger = new Danger(program, traits, knowledge.sights, knowledge.lines, this.stepTicks, this.steps);
    this.wants = new Wants(program, knowledge.graphs);
    this.keys = new Keys(traits, ticksPerSecond, 2);
    this.heights = Math.ceil(grid.height / HEIGHT_CELLS);
    this.cost = [new Float64Array(this.heights), new Float64Array(this.heights)];
    this.cameFrom = new Int16Array(this.heights * (this.steps + 1));
    this.course = new Float64Array(this.steps + 1).fill(player.y);
    const between = ticksPerSecond / traits.pressesPerSecond;
    const climbStep = Math.max(0.01, control.lift - (control.gravity * between) / 2);
    this.climb = Math.max(1, Math.floor((STEADY_SHARE * climbStep * this.stepTicks) / HEIGHT_CELLS));
    this.sink = Math.max(1, Math.floor((STEADY_SHARE * control.mostFall * this.stepTicks) / HEIGHT_CELLS));
    this.bounce = (control.lift * control.lift) / (2 * Math.max(control.gravity, 1e-6));
    const isReverse = player.facing > 90 && player.facing < 270;
    this.sideways = isReverse ? -control.step : control.step;
    this.thoughtTicks = ticksPerSecond / traits.thoughtsPerSecond;
    this.harmsAt = Uint8Array.from(ground.typeOfCell, (type) =>
      isUnsafe(ground.types[type]) || ground.types[type].harm > 0 ? 1 : 0,
    );
    this.walls = this.priceWalls();
  }

  reset(random: RandomStream, keepsNotebook: boolean): void {
    this.belief.reset(keepsNotebook);
    this.wants.reset();
    this.keys.reset();
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
    }
    if (this.keys.canTap(tick) && this.sinksBelow(body, tick)) {
      // The usual slip: the beat is missed once.
      if (random.nextUnit() < this.traits.slipShare) this.keys.rest(tick);
      else this.keys.tap(tick, ACTION_BIT, random);
    }
    return this.keys.tapNow(tick);
  }

  /** Whether it will be below its course, by half a bounce, when a flap that is meant now takes effect. */
  private sinksBelow({ y, velocityY }: Readonly<PlayerBody>, tick: number): boolean {
    const late = (this.traits.timingJitterMs / 2000) * this.program.ticksPerSecond;
    const thenY = y + velocityY * late + (this.control.gravity * late * late) / 2;
    const at = Math.min(this.steps, Math.max(0, Math.round((tick + late - this.courseTick) / this.stepTicks) + 1));
    return thenY > this.course[at] + this.bounce / 2 + this.misjudged / 4 && velocityY > -this.control.lift / 2;
  }

  private think(own: OwnState): void {
    const { belief, danger } = this;
    const { body, tick } = own;
    const graph = this.knowledge.graphs.atStart;
    this.want = this.wants.next(belief, own, graph, () => true);
    if (danger.pick(belief, body, tick)) danger.foresee(belief, tick, this.program.grid);
    this.plan(body, tick, this.wantedHeight(body));
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
    const { heights, steps, cameFrom, climb, sink } = this;
    let [now, next] = this.cost;
    now.fill(Infinity);
    now[Math.min(heights - 1, Math.max(0, Math.floor(y / HEIGHT_CELLS)))] = 0;
    for (let step = 1; step <= steps; step++) {
      next.fill(Infinity);
      const atX = x + this.sideways * step * this.stepTicks;
      for (let height = 0; height < heights; height++) {
        let best = Infinity;
        let from = -1;
        for (let other = Math.max(0, height - sink); other <= Math.min(heights - 1, height + climb); other++) {
          const cost = now[other] + Math.abs(other - height) * HEIGHT_CELLS * CLIMB_SECONDS;
          if (cost < best) {
            best = cost;
            from = other;
          }
        }
        if (from < 0) continue;
        next[height] = best + this.rateAt(atX, (height + 0.5) * HEIGHT_CELLS, step, wanted) * STEP_SECONDS;
        cameFrom[step * heights + height] = from;
      }
      [now, next] = [next, now];
    }
    let last = 0;
    for (let height = 1; height < heights; height++) if (now[height] < now[last]) last = height;
    for (let step = steps; step >= 1; step--) {
      this.course[step] = (last + 0.5) * HEIGHT_CELLS;
      last = cameFrom[step * heights + last];
    }
    this.course[0] = y;
    this.courseTick = tick;
  }

  private rateAt(x: number, y: number, step: number, wanted: number): number {
    const { grid } = this.program;
    const column = Math.min(grid.width - 1, Math.max(0, Math.floor(x)));
    const row = Math.min(grid.height - 1, Math.max(0, Math.floor(y)));
    const height = Math.min(this.heights - 1, Math.max(0, Math.floor(y / HEIGHT_CELLS)));
    const { west, east } = this.program.player.stand;
    const ahead = Math.min(grid.width - 1, Math.max(0, Math.floor(this.sideways < 0 ? x - west : x + east)));
    const behind = Math.min(grid.width - 1, Math.max(0, Math.floor(this.sideways < 0 ? x + east : x - west)));
    const walls = Math.max(this.walls[ahead * this.heights + height], this.walls[behind * this.heights + height]);
    return OFF_SECONDS * Math.abs(y - wanted) + walls + this.danger.rateAt(x, y, row * grid.width + column, step);
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
