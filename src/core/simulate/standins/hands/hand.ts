import { cellIndexAt } from '../../../arena/grid';
import type { ControlProgram, LevelProgram } from '../../../compile/levelProgram';
import type { RandomStream } from '../../../foundation/random';
import {
  ACTION_BIT,
  DIRECTION_BITS,
  directionOf,
  INPUT_COLUMNS,
  INPUT_ROWS,
  pointInput,
  pointX,
  pointY,
  THROW_BIT,
  type Input,
} from '../../engine/player/inputs';
import type { PlayerBody } from '../../engine/player/playerBody';
import { LEAN_CELLS } from '../../moves/airMoves';
import type { MoveGraph } from '../../moves/moveGraph';
import type { Leg } from '../plan/planner';
import type { OwnState } from '../standIn';
import type { StandInTraits } from '../../../people/traits';
import { Keys } from './keys';
import { inputTowards, straightTowards } from './steer';

/** The hand of a stand-in: carries out the legs of a plan with the keys of a scheme. */
export interface Hand {
  reset: () => void;
  /** Another plan is to be carried out from now on. */
  begin: (legs: readonly Leg[]) => void;
  /** Whether a plan can be changed now: not in the middle of a slide or a flight. */
  canChange: (body: Readonly<PlayerBody>) => boolean;
  /** Whether the body is not where the plan wants it. */
  isAtALoss: (own: OwnState, legs: readonly Leg[], graph: MoveGraph) => boolean;
  isDone: (legs: readonly Leg[]) => boolean;
  /** The cell of the leg that is being carried out; −1 for none. */
  next: (legs: readonly Leg[]) => number;
  /** The rest from which the next plan begins, and how many ticks it takes until the body is there. */
  restOf: (body: Readonly<PlayerBody>, graph: MoveGraph) => number;
  ticksUntilRest: (body: Readonly<PlayerBody>, graph: MoveGraph, rest: number) => number;
  carryOut: (own: OwnState, legs: readonly Leg[], graph: MoveGraph, random: RandomStream) => Input;
  /** Lets a shot go with the keys: in a direction that is pressed for it. */
  shoot: (body: Readonly<PlayerBody>, tick: number, input: Input, shot: Input, random: RandomStream) => Input;
}

export function makeHand(program: LevelProgram, traits: StandInTraits): Hand {
  const HandOf = handsOfSchemes()[program.player.control.scheme];
  return new HandOf(program, traits);
}

type HandClass = new (program: LevelProgram, traits: StandInTraits) => Hand;

/** One that flaps has no rests and so no hand of this sort; see flapPerson.ts. */
function handsOfSchemes(): Record<ControlProgram['scheme'], HandClass> {
  return {
    'eight ways': WalkHand,
    'four ways': WalkHand,
    'one cell a press': TapHand,
    'slide until blocked': TapHand,
    'steer to a point': WalkHand,
    'along a rail': WalkHand,
    'run and jump': AirHand,
    flap: WalkHand,
  };
}

/** A place counts as reached when the body is this near to it; nearer aiming would only tremble. */
const CENTRED_CELLS = 0.12;
/** Nobody corrects what is less than this beside the line. */
const ASIDE_CELLS = 0.2;
/** So many ticks without coming on, while a key is held, are noticed. */
const STUCK_TICKS = 15;
/** A body that is this far from every place of its plan has been moved. */
const LOST_CELLS = 1.6;

/** What all hands share: where in the plan they are. */
abstract class PlanHand implements Hand {
  protected readonly keys: Keys;
  protected at = 0;

  constructor(
    protected readonly program: LevelProgram,
    traits: StandInTraits,
    directions: 8 | 4 | 2,
  ) {
    this.keys = new Keys(traits, program.ticksPerSecond, directions);
  }

  reset(): void {
    this.at = 0;
    this.keys.reset();
  }

  begin(_legs: readonly Leg[]): void {
    this.at = 0;
  }

  canChange(_body: Readonly<PlayerBody>): boolean {
    return true;
  }

  isDone(legs: readonly Leg[]): boolean {
    return this.at >= legs.length;
  }

  next(legs: readonly Leg[]): number {
    return legs[this.at]?.cell ?? -1;
  }

  isAtALoss({ body }: OwnState, legs: readonly Leg[], graph: MoveGraph): boolean {
    const leg = legs[this.at];
    if (!leg) return false;
    return (
      Math.abs(graph.restX[leg.cell] - body.x) > LOST_CELLS || Math.abs(graph.restY[leg.cell] - body.y) > LOST_CELLS
    );
  }

  restOf(body: Readonly<PlayerBody>, graph: MoveGraph): number {
    return nearestRest(this.program, body, graph);
  }

  ticksUntilRest(_body: Readonly<PlayerBody>, _graph: MoveGraph, _rest: number): number {
    return 0;
  }

  abstract carryOut(own: OwnState, legs: readonly Leg[], graph: MoveGraph, random: RandomStream): Input;

  shoot(_body: Readonly<PlayerBody>, tick: number, _input: Input, shot: Input, random: RandomStream): Input {
    return this.keys.hold(tick, shot, random);
  }
}

/** The rest in whose cell a body is; if it cannot rest there, the nearest one beside it. */
function nearestRest({ grid }: LevelProgram, body: { x: number; y: number }, graph: MoveGraph): number {
  const cell = cellIndexAt(grid, body.x, body.y);
  if (graph.isRest[cell] === 1) return cell;
  let best = cell;
  let least = Infinity;
  for (let row = -1; row <= 1; row++)
    for (let column = -1; column <= 1; column++) {
      const other = cell + row * grid.width + column;
      if (other < 0 || other >= graph.isRest.length || graph.isRest[other] === 0) continue;
      const far = Math.abs(graph.restX[other] - body.x) + Math.abs(graph.restY[other] - body.y);
      if (far >= least) continue;
      least = far;
      best = other;
    }
  return best;
}

/** Holds keys, or points, from one rest to the next. */
class WalkHand extends PlanHand {
  private readonly step: number;

  constructor(program: LevelProgram, traits: StandInTraits) {
    const { scheme } = program.player.control;
    super(program, traits, scheme === 'along a rail' ? 2 : scheme === 'four ways' ? 4 : 8);
    this.step = program.player.step;
  }

  carryOut({ body, tick }: OwnState, legs: readonly Leg[], graph: MoveGraph, random: RandomStream): Input {
    while (this.at < legs.length && this.isOver(legs[this.at], legs[this.at + 1], body, tick, graph)) this.at++;
    const wanted = this.wanted(body, legs, graph);
    const { control } = this.program.player;
    if (control.scheme !== 'steer to a point') return this.keys.hold(tick, wanted, random);
    return control.goesOn ? this.pressOnce(body, tick, wanted, random) : wanted;
  }

  /** One press for each place; none while it goes there already, or has nowhere to go and stands. */
  private pressOnce(body: Readonly<PlayerBody>, tick: number, wanted: Input, random: RandomStream): Input {
    const [x, y] = [pointX(wanted), pointY(wanted)];
    const [atX, atY] = body.walkX < 0 ? [body.x, body.y] : [body.walkX, body.walkY];
    const isOnItsWay = Math.abs(atX - x) < ASIDE_CELLS && Math.abs(atY - y) < ASIDE_CELLS;
    if (!isOnItsWay && this.keys.canTap(tick)) this.keys.tap(tick, wanted, random);
    return this.keys.tapNow(tick);
  }

  private isOver(leg: Leg, next: Leg | undefined, body: Readonly<PlayerBody>, tick: number, graph: MoveGraph): boolean {
    // On what carries it, it goes by the time: no place stays.
    if (leg.move < 0 || this.rides(body)) return tick >= leg.ends;
    const dx = graph.restX[leg.cell] - body.x;
    const dy = graph.restY[leg.cell] - body.y;
    const direction = graph.direction[leg.move];
    const scale = INPUT_COLUMNS[direction] !== 0 && INPUT_ROWS[direction] !== 0 ? Math.SQRT1_2 : 1;
    const ahead = (dx * INPUT_COLUMNS[direction] + dy * INPUT_ROWS[direction]) * scale;
    const aside = Math.abs(dx * INPUT_ROWS[direction] - dy * INPUT_COLUMNS[direction]) * scale;
    // Who goes on in the same direction need not come to the middle first.
    const goesOn = next !== undefined && next.move >= 0 && graph.direction[next.move] === direction;
    return ahead <= (goesOn ? 0.5 : Math.max(CENTRED_CELLS, this.step)) && aside < 0.5;
  }

  private wanted(body: Readonly<PlayerBody>, legs: readonly Leg[], graph: MoveGraph): Input {
    const { control } = this.program.player;
    const leg = legs[this.at];
    const rest = leg ? leg.cell : legs.length > 0 ? legs[legs.length - 1].cell : -1;
    if (this.rides(body)) return this.walkOnCarrier(body, leg && leg.move >= 0 ? graph.direction[leg.move] : 0);
    if (control.scheme === 'steer to a point') return this.pointed(body, legs, graph, rest);
    if (!leg || leg.move < 0) return rest < 0 ? 0 : this.holdAt(body, graph, rest);
    const direction = graph.direction[leg.move];
    const dx = graph.restX[leg.cell] - body.x;
    const dy = graph.restY[leg.cell] - body.y;
    if (control.scheme === 'along a rail') return direction;
    if (control.scheme === 'four ways') {
      const aside = INPUT_COLUMNS[direction] !== 0 ? dy : dx;
      // Too far off the middle to be led into the opening: straighten up first.
      if (Math.abs(aside) <= Math.max(CENTRED_CELLS, control.cornering * 0.8)) return direction;
      return INPUT_COLUMNS[direction] !== 0 ? straightTowards(0, aside) : straightTowards(aside, 0);
    }
    const scale = INPUT_COLUMNS[direction] !== 0 && INPUT_ROWS[direction] !== 0 ? Math.SQRT1_2 : 1;
    const aside = (dx * INPUT_ROWS[direction] - dy * INPUT_COLUMNS[direction]) * scale;
    if (Math.abs(aside) <= ASIDE_CELLS) return direction;
    // Back to the line at once, since the plan goes along that and what is beside it may be close.
    const isStraight = INPUT_ROWS[direction] === 0 || INPUT_COLUMNS[direction] === 0;
    const isStep = Math.abs(dx) < LOST_CELLS && Math.abs(dy) < LOST_CELLS;
    if (isStraight && isStep && dx * INPUT_COLUMNS[direction] + dy * INPUT_ROWS[direction] > 0)
      return inputTowards(Math.sign(dx), Math.sign(dy));
    return inputTowards(dx, dy);
  }

  private rides(body: Readonly<PlayerBody>): boolean {
    return body.rider >= 0 && !this.program.isSideView;
  }

  private walkOnCarrier(body: Readonly<PlayerBody>, direction: number): Input {
    if (this.program.player.control.scheme !== 'steer to a point') return direction;
    // Whoever points at where it stands would be left behind by what carries it.
    if (direction === 0) return 0;
    return pointInput(body.x + 2 * INPUT_COLUMNS[direction], body.y + 2 * INPUT_ROWS[direction]);
  }

  /** Stays at a rest, against what pushes. */
  private holdAt(body: Readonly<PlayerBody>, graph: MoveGraph, rest: number): Input {
    const dx = graph.restX[rest] - body.x;
    const dy = graph.restY[rest] - body.y;
    const near = Math.max(CENTRED_CELLS, this.step);
    if (dx * dx + dy * dy < near * near) return 0;
    const { scheme } = this.program.player.control;
    return scheme === 'four ways' || scheme === 'along a rail' ? straightTowards(dx, dy) : inputTowards(dx, dy);
  }

  /** Points at the end of the straight stretch on which it is, so that it never slows down on the way. */
  private pointed(body: Readonly<PlayerBody>, legs: readonly Leg[], graph: MoveGraph, rest: number): Input {
    if (rest < 0) return pointInput(body.x, body.y);
    let last = this.at;
    const leg = legs[this.at];
    if (leg && leg.move >= 0) {
      const direction = graph.direction[leg.move];
      while (legs[last + 1]?.move >= 0 && graph.direction[legs[last + 1].move] === direction) last++;
    }
    const cell = legs[last]?.cell ?? rest;
    return pointInput(graph.restX[cell], graph.restY[cell]);
  }
}

/** Presses once for each move. */
class TapHand extends PlanHand {
  private hasPressed = false;
  private wasUnderWay = false;

  constructor(program: LevelProgram, traits: StandInTraits) {
    super(program, traits, 4);
  }

  override reset(): void {
    super.reset();
    this.hasPressed = this.wasUnderWay = false;
  }

  override begin(legs: readonly Leg[]): void {
    super.begin(legs);
    this.hasPressed = this.wasUnderWay = false;
  }

  override canChange(body: Readonly<PlayerBody>): boolean {
    return !body.isUnderWay && (!this.hasPressed || this.wasUnderWay);
  }

  override isAtALoss(own: OwnState, legs: readonly Leg[], graph: MoveGraph): boolean {
    return this.at > 0 && this.at < legs.length && this.isElsewhere(own, legs, graph);
  }

  private isElsewhere({ body }: OwnState, legs: readonly Leg[], graph: MoveGraph): boolean {
    const before = legs[this.at - 1];
    return Math.abs(graph.restX[before.cell] - body.x) > 0.6 || Math.abs(graph.restY[before.cell] - body.y) > 0.6;
  }

  carryOut({ body, tick }: OwnState, legs: readonly Leg[], graph: MoveGraph, random: RandomStream): Input {
    const { keys } = this;
    if (this.hasPressed) {
      if (body.isUnderWay) this.wasUnderWay = true;
      // A press that led nowhere is over when the key has come up again.
      else if (this.wasUnderWay || !keys.isTapping(tick)) {
        this.at++;
        this.hasPressed = this.wasUnderWay = false;
      }
    }
    if (!this.hasPressed && !body.isUnderWay) {
      while (this.at < legs.length && legs[this.at].move < 0 && tick >= legs[this.at].ends) this.at++;
      const leg = legs[this.at];
      if (leg && leg.move >= 0 && keys.canTap(tick)) {
        keys.tap(tick, graph.direction[leg.move], random);
        this.hasPressed = true;
      }
    }
    return keys.tapNow(tick);
  }

  /** Turning is a move, so it fires only at what it faces already. */
  override shoot(body: Readonly<PlayerBody>, tick: number, input: Input, shot: Input): Input {
    const direction = directionOf(shot);
    const faces = body.facingX === INPUT_COLUMNS[direction] && body.facingY === INPUT_ROWS[direction];
    return faces && input === 0 && this.keys.canTap(tick) ? ACTION_BIT : input;
  }
}

/** Runs, takes off, and steers in the air until it is over where it wants to land. */
class AirHand extends PlanHand {
  private readonly step: number;
  private hasTakenOff = false;

  constructor(program: LevelProgram, traits: StandInTraits) {
    super(program, traits, 2);
    this.step = program.player.step;
  }

  override reset(): void {
    super.reset();
    this.hasTakenOff = false;
  }

  override begin(legs: readonly Leg[]): void {
    super.begin(legs);
    this.hasTakenOff = false;
  }

  override canChange(body: Readonly<PlayerBody>): boolean {
    return body.isGrounded && !this.keys.isTapping(this.tick);
  }

  override isAtALoss({ body }: OwnState, legs: readonly Leg[], graph: MoveGraph): boolean {
    const leg = legs[this.at];
    if (!leg || !body.isGrounded || this.hasTakenOff) return false;
    const before = this.at > 0 ? legs[this.at - 1].cell : nearestRest(this.program, body, graph);
    return Math.abs(graph.restY[before] - body.y) > 0.5 || Math.abs(graph.restX[before] - body.x) > LOST_CELLS;
  }

  private tick = 0;

  carryOut({ body, tick }: OwnState, legs: readonly Leg[], graph: MoveGraph, random: RandomStream): Input {
    this.tick = tick;
    while (this.at < legs.length && this.isOver(legs[this.at], body, tick, graph)) {
      this.at++;
      this.hasTakenOff = false;
    }
    const leg = legs[this.at];
    const rest = leg ? leg.cell : legs.length > 0 ? legs[legs.length - 1].cell : -1;
    let direction = 0;
    if (leg && leg.move >= 0 && graph.kind[leg.move] === 2) direction = this.fly(leg, body, tick, graph, random);
    else if (leg && leg.move >= 0) direction = graph.direction[leg.move];
    else if (rest >= 0) direction = this.towards(body, graph, rest, Math.max(CENTRED_CELLS, this.step));
    this.freeItself(body, direction, tick, random);
    const held = body.isGrounded ? this.keys.hold(tick, direction, random) : direction;
    return (held & DIRECTION_BITS) + (this.keys.tapNow(tick) & ACTION_BIT);
  }

  /** Fires the way that it runs; standing, it turns for it. */
  override shoot(body: Readonly<PlayerBody>, _tick: number, input: Input, shot: Input): Input {
    const direction = directionOf(shot);
    const runs = directionOf(input);
    if (runs === direction || (runs === 0 && body.facingX === INPUT_COLUMNS[direction])) return input + THROW_BIT;
    return runs === 0 && body.isGrounded ? input + shot : input;
  }

  /** Whoever presses on against an edge and does not come on jumps. */
  private freeItself(body: Readonly<PlayerBody>, direction: Input, tick: number, random: RandomStream): void {
    const isStuck = direction !== 0 && body.isGrounded && body.x === this.lastX;
    this.lastX = body.x;
    this.stuckTicks = isStuck ? this.stuckTicks + 1 : 0;
    if (this.stuckTicks < STUCK_TICKS || !this.keys.canTap(tick)) return;
    this.keys.tap(tick, ACTION_BIT, random);
    this.stuckTicks = 0;
  }

  private lastX = 0;
  private stuckTicks = 0;

  private towards(body: Readonly<PlayerBody>, graph: MoveGraph, rest: number, slack: number): Input {
    const dx = graph.restX[rest] - body.x;
    return Math.abs(dx) <= slack ? 0 : dx > 0 ? 1 : 5;
  }

  /** From the rest before it takes off, then it steers towards the one where it lands. */
  private fly(leg: Leg, body: Readonly<PlayerBody>, tick: number, graph: MoveGraph, random: RandomStream): Input {
    if (body.isGrounded && !this.hasTakenOff && graph.jumps[leg.move] === 1) {
      const from = graph.from[leg.move];
      const isThere = Math.abs(graph.restX[from] - body.x) < Math.max(ASIDE_CELLS, this.step * 2);
      if (!isThere && !this.leans(leg, graph)) return this.towards(body, graph, from, ASIDE_CELLS / 2);
      const ahead = (body.x - graph.restX[from]) * (graph.direction[leg.move] === 5 ? -1 : 1);
      if (this.leans(leg, graph) && ahead < LEAN_CELLS - this.step) return graph.direction[leg.move];
      if (!this.keys.canTap(tick)) return 0;
      this.keys.tap(tick, ACTION_BIT, random);
      this.hasTakenOff = true;
    }
    if (!body.isGrounded && body.velocityY >= 0 && this.jumpsAgain(leg, body, graph) && this.keys.canTap(tick))
      this.keys.tap(tick, ACTION_BIT, random);
    return this.towards(body, graph, leg.cell, this.step / 2);
  }

  /** Whether a jump begins beside the middle of its cell: it is noted in its sweep. */
  private leans(leg: Leg, graph: MoveGraph): boolean {
    return graph.leans[leg.move] === 1;
  }

  private jumpsAgain(leg: Leg, body: Readonly<PlayerBody>, graph: MoveGraph): boolean {
    return graph.again[leg.move] >= Math.max(1, body.jumpsUsed);
  }

  private isOver(leg: Leg, body: Readonly<PlayerBody>, tick: number, graph: MoveGraph): boolean {
    if (leg.move < 0) return tick >= leg.ends;
    if (!body.isGrounded) return false;
    if (graph.kind[leg.move] === 2) {
      const from = graph.from[leg.move];
      const isDown = Math.abs(graph.restY[leg.cell] - body.y) < 0.2 && Math.abs(graph.restX[leg.cell] - body.x) < 0.6;
      if (from === leg.cell) return this.hasTakenOff && !this.keys.isTapping(tick);
      return isDown;
    }
    return (graph.restX[leg.cell] - body.x) * (graph.direction[leg.move] === 5 ? -1 : 1) <= Math.max(0.25, this.step);
  }
}
