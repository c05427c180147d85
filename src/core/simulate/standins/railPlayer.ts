import type { ControlProgram, LevelProgram } from '../../compile/levelProgram';
import type { RandomStream } from '../../foundation/random';
import { ACTION_BIT, type Input } from '../engine/player/inputs';
import { ErrandGoals } from './errandGoals';
import { Hand } from './hand';
import type { StandIn } from './standIn';
import type { StandInView } from './standInView';
import { harmfulPieces } from './threatForecast';
import type { StandInTraits } from './traits';

type RailControl = Extract<ControlProgram, { scheme: 'rail and fire' }>;

/** How far ahead something that comes nearer is dodged, seconds. */
const DODGE_SECONDS = 0.8;
const DODGE_CELLS = 0.5;
/** A target this near to the line of fire is fired at. */
const LINED_UP_CELLS = 0.35;
/** What is no farther off the rail than this can be fetched or brought from it. */
const BESIDE_RAIL_CELLS = 1.2;
const THERE_CELLS = 0.2;

/**
 * A stand-in for rail and fire. It gets out of the way of what would hit it, goes to the exit when that lies on its rail and
 * nothing is in between, and otherwise lines up with the nearest thing its shots do something to, and fires.
 */
export class RailPlayer implements StandIn {
  private readonly hand: Hand;
  private readonly harmful: Uint8Array;
  private readonly isTarget: Uint8Array;
  private readonly errands: ErrandGoals;
  private aimError = 0;

  constructor(
    private readonly program: LevelProgram,
    private readonly traits: StandInTraits,
    private readonly control: RailControl,
  ) {
    this.hand = new Hand(traits, program.ticksPerSecond, false);
    this.harmful = harmfulPieces(program);
    this.errands = new ErrandGoals(program, program.grid.solid, []);
    const shotKind = program.pieces[program.player.gun!.firstShot]?.kindIndex ?? -1;
    this.isTarget = Uint8Array.from(program.pieces, (piece) =>
      !piece.isShot && program.contacts.some(({ by, on }) => by === shotKind && on === piece.kindIndex) ? 1 : 0,
    );
  }

  reset(random: RandomStream): void {
    this.aimError = 0;
    this.hand.reset(Math.round(random.nextUnit() * this.traits.hesitationSeconds * 0.5 * this.program.ticksPerSecond));
  }

  press(view: StandInView, random: RandomStream): Input {
    return this.hand.press(view.tick, random, () => this.decide(view, random));
  }

  private decide(view: StandInView, random: RandomStream): Input {
    const slips = random.nextUnit() < this.traits.slipShare;
    this.aimError = (random.nextUnit() - 0.5) * this.traits.wayMisjudgement;
    const fire = ACTION_BIT;
    const dodge = this.dodge(view);
    if (dodge !== 0) return this.go(dodge) + fire;
    const target = this.nearestTarget(view);
    const errand = this.towardsErrand(view);
    if (errand !== 0) return this.go(errand) + (target !== undefined && Math.abs(target) < LINED_UP_CELLS ? fire : 0);
    if (target === undefined) return this.go(this.towardsExit(view));
    const isLinedUp = Math.abs(target) < LINED_UP_CELLS;
    const direction = isLinedUp ? 0 : Math.sign(target);
    return (
      this.go(slips ? -direction : direction) + (isLinedUp || this.program.player.gun!.cooldownTicks < 12 ? fire : 0)
    );
  }

  /** The key for a move along the rail. */
  private go(sign: number): Input {
    if (sign === 0) return 0;
    if (this.control.isAcross) return sign > 0 ? 1 : 5;
    return sign > 0 ? 3 : 7;
  }

  private along(x: number, y: number): number {
    return this.control.isAcross ? x : y;
  }

  private towardsExit({ own }: StandInView): number {
    const { exit } = this.program;
    if (!exit) return 0;
    const wanted = this.along(exit.x + exit.width / 2, exit.y + exit.height / 2) - this.along(own.x, own.y);
    return Math.abs(wanted) < THERE_CELLS ? 0 : Math.sign(wanted);
  }

  /** Towards the nearest thing beside the rail that is to be fetched or brought; 0 when there is none, or it is there. */
  private towardsErrand(view: StandInView): number {
    const { own } = view;
    const { width } = this.program.grid;
    let nearest = 0;
    let least = Infinity;
    for (const cell of this.errands.errandsNow(view) ?? []) {
      const dx = (cell % width) + 0.5 - own.x;
      const dy = Math.floor(cell / width) + 0.5 - own.y;
      const off = this.along(dx, dy);
      if (Math.abs(this.along(dy, dx)) > BESIDE_RAIL_CELLS || Math.abs(off) >= least) continue;
      least = Math.abs(off);
      nearest = off;
    }
    return Math.abs(nearest) < THERE_CELLS ? 0 : Math.sign(nearest);
  }

  /** Away from the first thing that comes within reach soon; 0 when nothing does. */
  private dodge(view: StandInView): number {
    const { own } = view;
    const ticks = DODGE_SECONDS * this.program.ticksPerSecond;
    for (let piece = 0; piece < this.program.pieces.length; piece++) {
      if (this.harmful[piece] === 0 || view.seen.isGone[piece] === 1) continue;
      const { hit } = this.program.kinds[this.program.pieces[piece].kindIndex];
      const moveX = (view.seen.x[piece] - view.earlier.x[piece]) / view.gapTicks;
      const moveY = (view.seen.y[piece] - view.earlier.y[piece]) / view.gapTicks;
      for (const share of [0.25, 0.5, 1]) {
        const ahead = view.delayTicks + ticks * share;
        const dx = view.seen.x[piece] + moveX * ahead - own.x;
        const dy = view.seen.y[piece] + moveY * ahead - own.y;
        const reachX = Math.max(hit.west, hit.east) + this.program.player.radius + DODGE_CELLS;
        const reachY = Math.max(hit.north, hit.south) + this.program.player.radius + DODGE_CELLS;
        if (Math.abs(dx) < reachX && Math.abs(dy) < reachY) return this.along(dx, dy) > 0 ? -1 : 1;
      }
    }
    return 0;
  }

  /** How far along the rail the nearest target will be off when a shot gets there; undefined when there is none. */
  private nearestTarget(view: StandInView): number | undefined {
    const { own } = view;
    const { aimX, aimY, range: reach, shotStep } = this.program.player.gun!;
    let best: number | undefined;
    let bestRange = Infinity;
    for (let piece = 0; piece < this.program.pieces.length; piece++) {
      if (this.isTarget[piece] === 0 || view.seen.isGone[piece] === 1) continue;
      const dx = view.seen.x[piece] - own.x;
      const dy = view.seen.y[piece] - own.y;
      const range = dx * aimX + dy * aimY;
      if (range <= 0 || range > reach) continue;
      const flight = range / shotStep + view.delayTicks;
      const moveX = (view.seen.x[piece] - view.earlier.x[piece]) / view.gapTicks;
      const moveY = (view.seen.y[piece] - view.earlier.y[piece]) / view.gapTicks;
      const off = this.along(dx + moveX * flight, dy + moveY * flight) + this.aimError;
      const far = range + Math.abs(off);
      if (far >= bestRange) continue;
      bestRange = far;
      best = off;
    }
    return best;
  }
}
