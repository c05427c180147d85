import { cellsOfArea } from '../../arena/area';
import { computeDistanceField, type DistanceField } from '../../arena/distanceField';
import { isSolidAt } from '../../arena/grid';
import { buildBodyWalkGrid, type WalkGrid } from '../../arena/walkGrid';
import { isUnsafe, type ControlProgram, type LevelProgram } from '../../compile/levelProgram';
import type { RandomStream } from '../../foundation/random';
import { ACTION_BIT, type Input } from '../engine/player/inputs';
import { ErrandGoals, sameCells } from './errandGoals';
import { Hand } from './hand';
import type { StandIn } from './standIn';
import type { StandInView } from './standInView';
import { harmfulPieces } from './threatForecast';
import type { StandInTraits } from './traits';

type AirControl = Extract<ControlProgram, { scheme: 'flap' | 'run and jump' }>;

/** Ticks that are thought through at once. */
const STRIDE = 3;
/** What coming to harm is worth, in cells of distance. */
const HARM_CELLS = 60;
/** What not getting on for a tick is worth. */
const STUCK_CELLS = 0.05;
/** How much room to walls and threats is wished for, cells. */
const ROOM_CELLS = 0.25;

/** So far ahead it looks for an opening; what stands within so much of the nearest belongs to one row; heights tried. */
const OPENING_CELLS = 12;
const ROW_CELLS = 1.5;
const HEIGHT_STEP = 0.25;
/** What has moved up or down by less than this between two looks keeps its height. */
const LEVEL_CELLS = 0.02;
/** What a cell off the height of an opening is worth on the way to somewhere, in cells of that way. */
const OPENING_PULL = 0.5;
const NEVER_THERE = 0.01;

/** What is tried at each decision: a direction (−1, 0, 1) and whether to flap or jump. */
const RUN_CHOICES = [
  [1, 0],
  [1, 1],
  [0, 0],
  [0, 1],
  [-1, 0],
  [-1, 1],
] as const;
const FLAP_CHOICES = [
  [0, 0],
  [0, 1],
] as const;

/**
 * A stand-in for schemes with gravity. At each decision it tries out what it could press now and in the next few decisions,
 * by a rough picture of how its body falls, and presses what ends nearest to the exit and farthest from harm.
 */
export class AirPlayer implements StandIn {
  private readonly hand: Hand;
  private readonly walk: WalkGrid;
  private readonly errands: ErrandGoals;
  private readonly exitField: DistanceField;
  /** Cells of what it fetches or brings just now; none when it goes for the exit. */
  private fetched: readonly number[] = [];
  private toGoal: DistanceField;
  private readonly harmful: number[];
  private readonly fatal: Uint8Array;
  private readonly choices: readonly (readonly [number, number])[];
  private readonly depth: number;
  private readonly ticksPerChoice: number;
  private view: StandInView | undefined;
  private misjudged = 1;
  /** Without an exit: the height at which it wants to be, y in cells. */
  private wantedY = 0;
  /** On the way to somewhere: the height of the opening in what comes next, if anything does. */
  private openingY: number | undefined;

  constructor(
    private readonly program: LevelProgram,
    private readonly traits: StandInTraits,
    private readonly control: AirControl,
  ) {
    const { grid, ground, exit, player } = program;
    this.hand = new Hand(traits, program.ticksPerSecond, true);
    this.ticksPerChoice = Math.max(STRIDE, Math.round(this.hand.ticksPerDecision));
    this.fatal = Uint8Array.from(ground.typeOfCell, (type) =>
      isUnsafe(ground.types[type]) || ground.types[type].harm > 0 ? 1 : 0,
    );
    const open = { ...grid, solid: Uint8Array.from(grid.solid, (solid, cell) => (solid || this.fatal[cell] ? 1 : 0)) };
    const wanted = exit ? cellsOfArea(exit, grid.width, grid.height) : [...open.solid.keys()];
    const goals = wanted.filter((cell) => !open.solid[cell]);
    this.walk = buildBodyWalkGrid(open, player.stand, true);
    this.errands = new ErrandGoals(program, this.walk.blocked, goals);
    this.exitField = this.toGoal = computeDistanceField(this.walk, goals);
    const isHarmful = harmfulPieces(program);
    this.harmful = program.pieces.flatMap((_, piece) => (isHarmful[piece] === 1 ? [piece] : []));
    this.choices = control.scheme === 'flap' ? FLAP_CHOICES : RUN_CHOICES;
    this.depth = control.scheme === 'flap' ? 5 : 3;
  }

  reset(random: RandomStream): void {
    // A flapping body falls from the first tick on; nobody looks round first.
    const hesitation = this.control.scheme === 'flap' ? 0.1 : this.traits.hesitationSeconds;
    this.goFor([]);
    this.misjudged = 1 + this.traits.wayMisjudgement * (random.nextUnit() - 0.5) * 0.5;
    this.hand.reset(Math.round(random.nextUnit() * hesitation * this.program.ticksPerSecond));
  }

  press(view: StandInView, random: RandomStream): Input {
    return this.hand.press(view.tick, random, () => this.decide(view, random));
  }

  private decide(view: StandInView, random: RandomStream): Input {
    const slips = random.nextUnit() < this.traits.slipShare;
    this.view = view;
    const { own } = view;
    const errands = (this.errands.errandsNow(view) ?? []).filter((cell) => this.isBefore(cell, own.x));
    const middle = this.program.grid.height / 2;
    this.openingY = this.control.scheme === 'flap' ? this.findOpening(view) : undefined;
    if (this.staysOnTheSpot) this.wantedY = this.rowOfNearest(errands, own.x) ?? this.openingY ?? middle;
    else {
      this.goFor(errands);
      if (!this.hasGoal) this.wantedY = this.openingY ?? middle;
    }
    let best = 0;
    let bestCost = Infinity;
    this.choices.forEach((choice, index) => {
      const cost = this.tryOut(own.x, own.y, own.velocityY, own.isGrounded, own.jumpsUsed, choice, this.depth, 0);
      if (cost < bestCost - 1e-9) {
        bestCost = cost;
        best = index;
      }
    });
    const [direction, acts] = this.choices[best];
    // The usual slip: the key goes down though it should not, or the other way round.
    const presses = slips ? acts === 0 : acts === 1;
    return (direction > 0 ? 1 : direction < 0 ? 5 : 0) + (presses ? ACTION_BIT : 0);
  }

  private get hasGoal(): boolean {
    return !this.staysOnTheSpot && (this.program.exit !== undefined || this.fetched.length > 0);
  }

  /** Whether all comes towards it, so that only its height is its own. */
  private get staysOnTheSpot(): boolean {
    return this.control.scheme === 'flap' && this.control.step === 0;
  }

  /** The height of what comes to it first. */
  private rowOfNearest(cells: readonly number[], x: number): number | undefined {
    const { width } = this.program.grid;
    const far = (cell: number) => Math.abs((cell % width) + 0.5 - x);
    const nearest = cells.reduce<number | undefined>(
      (best, cell) => (best === undefined || far(cell) < far(best) ? cell : best),
      undefined,
    );
    return nearest === undefined ? undefined : Math.floor(nearest / width) + 0.5;
  }

  /** Takes up what is to be fetched or brought; with nothing of that the exit. */
  private goFor(cells: readonly number[]): void {
    if (sameCells(cells, this.fetched)) return;
    this.fetched = cells;
    this.toGoal = cells.length > 0 ? computeDistanceField(this.walk, [...cells]) : this.exitField;
  }

  /** Who flaps never turns back for anything. */
  private isBefore(cell: number, x: number): boolean {
    if (this.control.scheme !== 'flap') return true;
    const off = (cell % this.program.grid.width) + 0.5 - x;
    const { facing } = this.program.player;
    return facing > 90 && facing < 270 ? off < 0.5 : off > -0.5;
  }

  /** The least cost that can be had from a place when this is pressed first. */
  private tryOut(
    fromX: number,
    fromY: number,
    fromSpeed: number,
    fromGrounded: boolean,
    jumpsUsed: number,
    [direction, acts]: readonly [number, number],
    depth: number,
    ticks: number,
  ): number {
    const { control, program } = this;
    const { stand } = program.player;
    let [x, y, speed, isGrounded, jumps] = [fromX, fromY, fromSpeed, fromGrounded, jumpsUsed];
    let cost = 0;
    if (acts === 1) {
      if (control.scheme === 'flap') speed = -control.lift * this.misjudged;
      else if (isGrounded || jumps < control.jumps) {
        speed = -control.jump * this.misjudged;
        jumps = isGrounded ? 1 : jumps + 1;
        isGrounded = false;
      } else return Infinity;
    }
    const isReverse = program.player.facing > 90 && program.player.facing < 270;
    const sideways = control.scheme === 'flap' ? (isReverse ? -control.step : control.step) : direction * control.step;
    for (let tick = 0; tick < this.ticksPerChoice; tick += STRIDE) {
      speed = Math.min(control.mostFall, speed + control.gravity * STRIDE);
      const nextX = x + sideways * STRIDE;
      const lead = nextX + Math.sign(sideways) * (sideways > 0 ? stand.east : stand.west);
      if (
        this.isWall(lead, y - stand.north * 0.9) ||
        this.isWall(lead, y) ||
        this.isWall(lead, y + stand.south * 0.9)
      ) {
        cost += STUCK_CELLS * STRIDE * (control.scheme === 'flap' ? 6 : 1);
      } else x = nextX;
      const nextY = y + speed * STRIDE;
      const edge = speed > 0 ? nextY + stand.south : nextY - stand.north;
      if (this.isWall(x - stand.west * 0.8, edge) || this.isWall(x + stand.east * 0.8, edge)) {
        isGrounded = speed > 0;
        if (isGrounded) {
          y = Math.floor(edge) - stand.south;
          jumps = 0;
        }
        speed = 0;
      } else {
        y = nextY;
        isGrounded = false;
      }
      cost += this.dangerAt(x, y, ticks + tick + STRIDE);
      if (cost > HARM_CELLS * 4) return cost;
    }
    const way = this.wayLeft(x, y);
    if (way === 0) return cost - 10 * depth;
    if (depth <= 1) return cost + way;
    let best = Infinity;
    for (const next of this.choices)
      best = Math.min(best, this.tryOut(x, y, speed, isGrounded, jumps, next, depth - 1, ticks + this.ticksPerChoice));
    return cost + best;
  }

  private isWall(x: number, y: number): boolean {
    return isSolidAt(this.program.grid, Math.floor(x), Math.floor(y));
  }

  /** The middle of the widest opening in what comes next towards it; undefined without anything ahead. */
  private findOpening(view: StandInView): number | undefined {
    const { own, seen, earlier } = view;
    const { grid, player, pieces, kinds } = this.program;
    // What goes up and down leaves no opening to make for.
    const isLevel = (piece: number) => Math.abs(seen.y[piece] - earlier.y[piece]) < LEVEL_CELLS;
    const isAhead = (piece: number) => {
      const ahead = seen.x[piece] + kinds[pieces[piece].kindIndex].hit.east - (own.x - player.stand.west);
      return seen.isGone[piece] === 0 && ahead > 0 && ahead < OPENING_CELLS && isLevel(piece);
    };
    let nearest = Infinity;
    for (const piece of this.harmful) if (isAhead(piece)) nearest = Math.min(nearest, seen.x[piece]);
    let best: number | undefined;
    let bestRun = 0;
    let run = 0;
    for (let y = HEIGHT_STEP; nearest < Infinity && y < grid.height; y += HEIGHT_STEP) {
      const isClosed = this.harmful.some((piece) => {
        const { hit } = kinds[pieces[piece].kindIndex];
        const isInRow = isAhead(piece) && seen.x[piece] - nearest < ROW_CELLS;
        return isInRow && y > seen.y[piece] - hit.north && y < seen.y[piece] + hit.south;
      });
      const isWall = this.isWall(own.x, y);
      run = isClosed || isWall ? 0 : run + 1;
      if (run <= bestRun) continue;
      bestRun = run;
      best = y - ((run - 1) * HEIGHT_STEP) / 2;
    }
    return best;
  }

  private wayLeft(x: number, y: number): number {
    // Never quite there, so that it goes on thinking ahead.
    if (!this.hasGoal) return NEVER_THERE + Math.abs(y - this.wantedY);
    const { width, height } = this.program.grid;
    const column = Math.min(width - 1, Math.max(0, Math.floor(x)));
    const row = Math.min(height - 1, Math.max(0, Math.floor(y)));
    const way = this.toGoal[row * width + column];
    const off = this.openingY === undefined ? 0 : OPENING_PULL * Math.abs(y - this.openingY);
    return Number.isFinite(way) ? way + (way > 0 ? off : 0) : HARM_CELLS;
  }

  private dangerAt(x: number, y: number, ticksAhead: number): number {
    const { grid } = this.program;
    const { stand } = this.program.player;
    let danger = 0;
    const bottom = Math.floor(y + stand.south + ROOM_CELLS);
    const top = Math.floor(y - stand.north - ROOM_CELLS);
    for (const row of [top, Math.floor(y), bottom]) {
      for (const column of [Math.floor(x - stand.west), Math.floor(x + stand.east + ROOM_CELLS)]) {
        if (row < 0 || column < 0 || row >= grid.height || column >= grid.width) continue;
        if (this.fatal[row * grid.width + column] === 1) danger += row === Math.floor(y) ? HARM_CELLS : HARM_CELLS / 4;
      }
    }
    const { view } = this;
    if (!view) return danger;
    let minded = 0;
    for (const piece of this.harmful) {
      if (view.seen.isGone[piece] === 1) continue;
      const ticks = view.delayTicks + ticksAhead;
      const pieceX = view.seen.x[piece] + ((view.seen.x[piece] - view.earlier.x[piece]) / view.gapTicks) * ticks;
      const pieceY = view.seen.y[piece] + ((view.seen.y[piece] - view.earlier.y[piece]) / view.gapTicks) * ticks;
      if (Math.abs(pieceX - x) > 6 || ++minded > 2 * this.traits.mindedThreats) continue;
      const { hit } = this.program.kinds[this.program.pieces[piece].kindIndex];
      const gapX = Math.max(pieceX - hit.west - (x + stand.east), x - stand.west - (pieceX + hit.east));
      const gapY = Math.max(pieceY - hit.north - (y + stand.south), y - stand.north - (pieceY + hit.south));
      const gap = Math.max(gapX, gapY);
      if (gap < 0) danger += HARM_CELLS;
      else if (gap < ROOM_CELLS) danger += 1;
    }
    return danger;
  }
}
