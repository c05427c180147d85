import { cellIndexAt } from '../arena/grid';
import { isLineClear } from '../arena/sight';
import { progressAt } from '../compile/scrollProgram';
import type { LevelProgram } from '../compile/levelProgram';
import { waysOf } from './engine/walking';
import type { World } from './engine/world';
import { harmOfKinds } from './standins/belief/harms';

/** Contacts farther off than this many seconds press on nobody. */
export const CONTACT_HORIZON_SECONDS = 4;
/** What passes by at less than this presses a little, cells; and how much of what a contact would. */
const PASSING_CELLS = 0.75;
const PASSING_SHARE = 0.4;
/** Whose touch is less bad than this does not press: it pushes about, or slows. */
const LEAST_HARM = 0.2;
/** What comes farther than this in a tick was put there and did not go, cells. */
const JUMP_CELLS = 2;

/** How far the boxes of a kind and of the player reach towards each other: the middle of the piece less that of the player. */
interface Reach {
  west: number;
  north: number;
  east: number;
  south: number;
  /** The longer of both along each axis. */
  halfX: number;
  halfY: number;
}

type Sides = Pick<Reach, 'west' | 'north' | 'east' | 'south'>;

/** Tells how much presses on the player of a level. One serves all runs of it. */
export class PressureGauge {
  /** By piece; undefined for what does no harm. */
  private readonly reach: (Reach | undefined)[];
  private readonly horizonTicks: number;

  constructor(program: LevelProgram) {
    this.horizonTicks = CONTACT_HORIZON_SECONDS * program.ticksPerSecond;
    const harm = harmOfKinds(program);
    const own = program.kinds[program.player.kindIndex].hit;
    this.reach = program.pieces.map(({ kindIndex, isThreat }) => {
      if (harm[kindIndex] < LEAST_HARM && !isThreat) return undefined;
      const { west, north, east, south } = program.kinds[kindIndex].hit;
      const sides = {
        west: east + own.west,
        north: south + own.north,
        east: west + own.east,
        south: north + own.south,
      };
      return { ...sides, halfX: Math.max(sides.west, sides.east), halfY: Math.max(sides.north, sides.south) };
    });
  }

  /**
   * Pressure in 0..1 at this moment. Whatever harms and would meet the player, if both go on as they go, presses by
   * 1 − t / 4 s, t being the time until their boxes meet; what would pass within three quarters of a cell by 0.4 of that.
   * What hunts presses by the time it needs to where the player is, along its way. Nothing presses through walls but
   * what hunts round them. Several join as 1 − Π(1 − pᵢ). The rim of a view that moves on presses as well.
   */
  measure(world: World): number {
    let calm = calmBeforeRim(world);
    const { next } = world.live;
    for (let piece = next[0]; piece < world.pieceCount; piece = next[piece + 1]) {
      const reach = this.reach[piece];
      if (reach && world.isIn(piece)) calm *= 1 - this.pressureOf(world, piece, reach);
    }
    return 1 - calm;
  }

  private pressureOf(world: World, piece: number, reach: Reach): number {
    const { player } = world;
    const [dx, dy] = [world.x[piece] - player.x, world.y[piece] - player.y];
    const ownX = world.x[piece] - world.beforeX[piece];
    const ownY = world.y[piece] - world.beforeY[piece];
    const straight = this.straightOn(
      dx,
      dy,
      ownX - (player.x - player.beforeX),
      ownY - (player.y - player.beforeY),
      reach,
    );
    const isHunting = world.isHunting(piece);
    if (straight === 0 && !isHunting) return 0;
    const isOpen = isLineClear(world.ground.grid, world.x[piece], world.y[piece], player.x, player.y);
    const speed = isHunting ? Math.sqrt(ownX * ownX + ownY * ownY) : 0;
    if (speed === 0 || speed > JUMP_CELLS) return isOpen ? straight : 0;
    const way = isOpen ? gapOf(dx, dy, reach) : wayRound(world, piece) - Math.max(reach.west, reach.north);
    return Math.max(isOpen ? straight : 0, this.by(Math.max(0, way) / speed));
  }

  /** What presses if both go on as they go. */
  private straightOn(dx: number, dy: number, moveX: number, moveY: number, reach: Reach): number {
    if (Math.abs(moveX) > JUMP_CELLS || Math.abs(moveY) > JUMP_CELLS) return 0;
    // Most are too far off along one axis to come so far in time.
    const { horizonTicks } = this;
    if (Math.abs(dx) > reach.halfX + PASSING_CELLS + Math.abs(moveX) * horizonTicks) return 0;
    if (Math.abs(dy) > reach.halfY + PASSING_CELLS + Math.abs(moveY) * horizonTicks) return 0;
    const ticks = ticksUntilMeeting(dx, dy, moveX, moveY, reach, 0);
    if (ticks < Infinity) return this.by(ticks);
    return PASSING_SHARE * this.by(ticksUntilMeeting(dx, dy, moveX, moveY, reach, PASSING_CELLS));
  }

  private by(ticks: number): number {
    const share = ticks / this.horizonTicks;
    return share < 1 ? 1 - share : 0;
  }
}

/** How far two boxes are apart, cells; 0 where they meet. */
function gapOf(dx: number, dy: number, { west, north, east, south }: Sides): number {
  const x = Math.max(0, dx - east, -dx - west);
  const y = Math.max(0, dy - south, -dy - north);
  return Math.sqrt(x * x + y * y);
}

/**
 * Ticks until two boxes meet that go straight on, grown by a margin; Infinity when they do not, or only part. What lies in
 * the margin already presses only while it comes nearer.
 */
function ticksUntilMeeting(dx: number, dy: number, moveX: number, moveY: number, sides: Sides, margin: number): number {
  const { west, north, east, south } = sides;
  if (moveX * dx + moveY * dy >= 0) return gapOf(dx, dy, sides) === 0 && margin === 0 ? 0 : Infinity;
  const [fromX, untilX] = stretch(dx, moveX, -west - margin, east + margin);
  const [fromY, untilY] = stretch(dy, moveY, -north - margin, south + margin);
  const from = Math.max(0, fromX, fromY);
  return from <= Math.min(untilX, untilY) ? from : Infinity;
}

/** From when until when a place that moves lies between two others. */
function stretch(at: number, move: number, low: number, high: number): [from: number, until: number] {
  if (move === 0) return at >= low && at <= high ? [0, Infinity] : [Infinity, -Infinity];
  const [first, second] = [(low - at) / move, (high - at) / move];
  return first < second ? [first, second] : [second, first];
}

/** How far a piece that walks has to go to the player round what stands between, cells. */
function wayRound(world: World, piece: number): number {
  if (world.level.waysOfPiece[piece] < 0) return Infinity;
  const { fields, walk } = waysOf(world, piece);
  const { player } = world;
  const isInside = ({ x, y }: { x: number; y: number }) => x >= 0 && y >= 0 && x < walk.width && y < walk.height;
  const own = { x: world.x[piece], y: world.y[piece] };
  if (!isInside(own) || !isInside(player)) return Infinity;
  const { grid } = world.ground;
  const from = cellIndexAt(grid, own.x, own.y);
  return fields.toCell(cellIndexAt(grid, player.x, player.y), from)[from];
}

/**
 * The same for the rim: it comes nearer by its own speed, less by how fast the player gets on. Where it only follows the
 * player it presses on one who falls back.
 */
function calmBeforeRim(world: World): number {
  const { scroll, ticksPerSecond } = world.level.program;
  if (!scroll) return 1;
  const { player, tick } = world;
  const own = progressAt(scroll, player.x, player.y);
  const ownStep = own - progressAt(scroll, player.beforeX, player.beforeY);
  const rimStep = tick > scroll.afterTicks ? scroll.step : 0;
  if (rimStep <= ownStep) return 1;
  const seconds = Math.max(0, own - world.rim) / ((rimStep - ownStep) * ticksPerSecond);
  return Math.min(1, seconds / CONTACT_HORIZON_SECONDS);
}
