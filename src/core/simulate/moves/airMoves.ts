import { bodyOverlapsSolid, isSolidAt } from '../../arena/grid';
import { fractions, isLong } from '../../arena/standing';
import { isUnsafe, type ControlProgram, type LevelProgram } from '../../compile/levelProgram';
import { ColumnTable, NO_COUNTS } from '../engine/columns';
import { GroundState } from '../engine/groundState';
import { ACTION_BIT } from '../engine/player/inputs';
import { movePlayer, NO_SUPPORTS } from '../engine/player/movePlayer';
import { PlayerBody } from '../engine/player/playerBody';
import type { GroundNow } from './groundNow';
import { makeMoveGraph, MOVE, SWEEP_TICKS, type MoveGraph, type NewMove } from './moveGraph';

/** A flight that lasts longer than this is not followed. */
const MOST_AIR_SECONDS = 5;
/** So far off the middle of a cell towards a brink a jump may begin when it does not get far enough otherwise. */
export const LEAN_CELLS = 0.35;
/** Nobody takes off exactly where he means to: a flight that fails when it begins so far off is worth a detour. */
const OFF_CELLS = 0.15;
const DOUBT_SECONDS = 0.8;
/** Jumping is an effort: who gets as far by walking walks. */
const JUMP_SECONDS = 0.1;
const HEADINGS = [1, 5] as const;
/** Ticks in which a body that is put down comes to rest. */
const SETTLE_TICKS = 3;
const WAIT_SECONDS = 0.2;

type RunControl = Extract<ControlProgram, { scheme: 'run and jump' }>;

/** One flight that is tried: which way, how far at most, whether it begins with a jump, and how many jumps follow in the air. */
interface Flight {
  heading: 1 | 5;
  /** Steers towards this place until it is there; −1 steers straight up. */
  aimX: number;
  jumps: boolean;
  again: number;
  leans: boolean;
}

/**
 * Where a body that runs and jumps can stand, and how it gets from one place to another: steps, drops and jumps, flown with
 * the engine's own motion. In the air it steers until it is over where it wants to land.
 */
export function airMoves(program: LevelProgram, now: GroundNow, control: RunControl): MoveGraph {
  const { player, ticksPerSecond } = program;
  const { grid, typeOfCell } = now;
  const { width, height } = grid;
  const cells = width * height;
  const { stand } = player;
  const isRest = new Uint8Array(cells);
  const restX = new Float64Array(cells);
  const restY = new Float64Array(cells);
  const wary = new Float64Array(cells).fill(1);
  const shares = isLong(stand) ? fractions(stand.west, stand.east) : [0.5];
  for (let column = 0; column < width; column++)
    for (let floor = 1; floor <= height; floor++) {
      if (!isSolidAt(grid, column, floor) || isSolidAt(grid, column, floor - 1)) continue;
      const y = floor - stand.south;
      const cell = Math.floor(y) * width + column;
      const share = y < 0 ? undefined : shares.find((own) => !bodyOverlapsSolid(grid, column + own, y, stand));
      if (share === undefined) continue;
      const type = program.ground.types[typeOfCell[cell]];
      const under = floor < height ? program.ground.types[typeOfCell[floor * width + column]] : undefined;
      if (isUnsafe(type)) continue;
      isRest[cell] = 1;
      restX[cell] = column + share;
      restY[cell] = y;
      if (type.harm > 0 || (under?.harm ?? 0) > 0) wary[cell] = 4;
    }
  const flights = new Flights(program, now, control, isRest);
  const stepTicks = 1 / control.step;
  return makeMoveGraph(
    {
      width,
      height,
      isRest,
      restX,
      restY,
      wary,
      waitTicks: Math.round(WAIT_SECONDS * ticksPerSecond),
    },
    (cell) => {
      const moves = new Map<number, NewMove>();
      const offer = (move: NewMove | undefined, flight?: Flight) => {
        if (!move || move.to === cell) return;
        const known = moves.get(move.to);
        const least = known ? feltTicks(known) - 1e-9 : Infinity;
        if (move.ticks >= least) return;
        // Told first, since the rest has to be flown.
        const doubtTicks = flight ? flights.doubt(cell, restX[cell], restY[cell], flight, move) : 0;
        if (move.ticks + doubtTicks < least) moves.set(move.to, { ...move, doubtTicks });
      };
      for (const heading of HEADINGS) {
        const beside = cell + (heading === 1 ? 1 : -1);
        const isLevel =
          isRest[beside] === 1 && restY[beside] === restY[cell] && Math.abs((beside % width) - (cell % width)) === 1;
        if (isLevel) offer({ to: beside, ticks: stepTicks, direction: heading, kind: MOVE.step });
        else
          for (const flight of flights.over(heading, restX[cell], false))
            offer(flights.fly(cell, restX[cell], restY[cell], flight), flight);
        for (const flight of flights.over(heading, restX[cell], true))
          offer(flights.fly(cell, restX[cell], restY[cell], flight), flight);
      }
      const up = flights.fly(cell, restX[cell], restY[cell], {
        heading: 1,
        aimX: -1,
        jumps: true,
        again: 0,
        leans: false,
      });
      return [...moves.values(), ...(up?.to === cell ? [up] : [])];
    },
  );
}

function feltTicks({ ticks, doubtTicks }: NewMove): number {
  return ticks + (doubtTicks ?? 0);
}

class Flights {
  private readonly ground: GroundState;
  private readonly body = new PlayerBody();
  private readonly reachCells: number;

  constructor(
    private readonly program: LevelProgram,
    { grid, typeOfCell }: GroundNow,
    private readonly control: RunControl,
    private readonly isRest: Uint8Array,
  ) {
    const standing: LevelProgram = { ...program, grid, ground: { ...program.ground, typeOfCell }, contacts: [] };
    this.ground = new GroundState(standing, new ColumnTable({ ...NO_COUNTS, cell: typeOfCell.length }));
    this.ground.begin();
    const airTicks = (2 * control.jump * Math.max(1, control.jumps)) / Math.max(control.gravity, 1e-6);
    this.reachCells = Math.min(grid.width, Math.ceil(airTicks * control.step) + 2);
  }

  /** What is tried in a direction: to every column within reach, with every number of jumps in the air. */
  over(heading: 1 | 5, fromX: number, jumps: boolean): Flight[] {
    const sign = heading === 1 ? 1 : -1;
    const flights: Flight[] = [];
    const mostAgain = jumps ? this.control.jumps - 1 : 0;
    for (let again = 0; again <= mostAgain; again++)
      for (let far = 1; far <= this.reachCells; far++) {
        flights.push({ heading, aimX: fromX + sign * far, jumps, again, leans: false });
        if (jumps) flights.push({ heading, aimX: fromX + sign * far, jumps, again, leans: true });
      }
    return flights;
  }

  /** What a flight is felt to cost besides, in ticks, since it ends elsewhere when it begins a little off. */
  doubt(cell: number, fromX: number, fromY: number, flight: Flight, move: NewMove): number {
    let doubt = flight.jumps ? JUMP_SECONDS * this.program.ticksPerSecond : 0;
    for (const off of [-OFF_CELLS, OFF_CELLS]) {
      const other = this.fly(cell, fromX + off, fromY, flight);
      if (other?.to !== move.to) doubt += DOUBT_SECONDS * this.program.ticksPerSecond;
    }
    return doubt;
  }

  /** Flies from a rest; undefined when it ends in ruin or nowhere. */
  fly(cell: number, fromX: number, fromY: number, flight: Flight): NewMove | undefined {
    const { program, body, ground, control } = this;
    const { width } = ground.grid;
    const { player } = program;
    const sign = flight.heading === 1 ? 1 : -1;
    body.reset({ ...player, x: fromX, y: fromY });
    for (let tick = 0; tick < SETTLE_TICKS; tick++) movePlayer(body, 0, player, ground, true, NO_SUPPORTS);
    if (!body.isGrounded) return undefined;
    const sweep: number[] = [];
    const passes: number[] = [];
    let left = flight.again;
    let hasJumped = false;
    let hasLeft = false;
    const most = MOST_AIR_SECONDS * program.ticksPerSecond;
    for (let tick = 0; tick < most; tick++) {
      if (tick % SWEEP_TICKS === 0) sweep.push(body.x, body.y);
      const isShort: boolean = flight.aimX >= 0 && (flight.aimX - body.x) * sign > control.step / 2;
      const leansEnough: boolean = !flight.leans || (body.x - fromX) * sign >= LEAN_CELLS;
      const takesOff: boolean = flight.jumps && !hasJumped && leansEnough;
      const jumpsAgain = hasLeft && left > 0 && body.velocityY >= 0;
      if (jumpsAgain) left--;
      hasJumped ||= takesOff;
      movePlayer(
        body,
        (isShort ? flight.heading : 0) + (takesOff || jumpsAgain ? ACTION_BIT : 0),
        player,
        ground,
        true,
        NO_SUPPORTS,
      );
      hasLeft ||= !body.isGrounded;
      if (flight.leans && !hasJumped && hasLeft) return undefined;
      const at = Math.floor(body.y) * width + Math.floor(body.x);
      if (passes[passes.length - 1] !== at) passes.push(at);
      if (isUnsafe(ground.typeAt(body.x, body.y))) return undefined;
      if (!body.isGrounded) continue;
      // Whoever comes down on the very brink runs on to where there is more to stand on.
      if (isShort && (!hasLeft || this.isRest[at] === 0)) continue;
      if (!hasLeft || this.isRest[at] === 0) return undefined;
      sweep.push(body.x, body.y);
      const off = Math.abs(body.x - Math.floor(body.x) - 0.5);
      return {
        to: at,
        ticks: tick + 1 + off / control.step,
        direction: flight.aimX < 0 ? 0 : flight.heading,
        kind: MOVE.air,
        jumps: flight.jumps,
        leans: flight.leans,
        again: flight.again,
        sweep: Float32Array.from(sweep),
        passes: Int32Array.from(passes),
      };
    }
    return undefined;
  }
}
