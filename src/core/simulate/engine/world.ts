import { cosDegrees, sinDegrees } from '../../foundation/exactMath';
import type { PreparedLevel } from './preparedLevel';
import type { RunEvent } from './runEvent';

/** How many tests with a duration one state may hold; the language has no limit, so it is computed for each level. */
function mostSlots(level: PreparedLevel): number {
  let most = 1;
  for (const brain of level.program.brains) for (const state of brain.states) most = Math.max(most, state.slots);
  return most;
}

/**
 * Everything that changes during a run, as arrays with one entry a piece. Made once, reset for every run; the tick
 * allocates nothing. Lengths in cells, durations in ticks, facings as unit vectors. The arrays are only declared, so that
 * their first value is the array itself: fields that were undefined once are read more slowly in every tick.
 */
export class World {
  declare readonly pieceCount: number;
  tick = 0;

  playerX = 0;
  playerY = 0;
  playerBeforeX = 0;
  playerBeforeY = 0;

  declare readonly x: Float64Array;
  declare readonly y: Float64Array;
  declare readonly beforeX: Float64Array;
  declare readonly beforeY: Float64Array;
  declare readonly facingX: Float64Array;
  declare readonly facingY: Float64Array;

  /** State of each piece's brain and since when it is in it. */
  declare readonly state: Int16Array;
  declare readonly stateSince: Int32Array;
  declare readonly hasArrived: Uint8Array;

  /** Whether the piece has the player in its (wide) sight in this tick. */
  declare readonly sights: Uint8Array;
  /** Whether nothing opaque stands between piece and player; only valid within the wide range. */
  declare readonly isLineOpen: Uint8Array;
  /** Squared distance to the player, centre to centre. */
  declare readonly playerSquare: Float64Array;
  declare readonly lastSeenTick: Int32Array;
  declare readonly lastSeenX: Float64Array;
  declare readonly lastSeenY: Float64Array;
  /** For how many ticks on end each test with a duration has held. */
  declare readonly heldTicks: Int32Array;
  declare readonly slotsPerPiece: number;

  declare readonly waypoint: Int16Array;
  declare readonly waypointStep: Int8Array;
  declare readonly pauseLeft: Int32Array;
  /** Where a piece that goes by path is steering to, and the cells for which that was worked out. */
  declare readonly steerX: Float64Array;
  declare readonly steerY: Float64Array;
  /** 1 while the line of walk to that place is known to be free, so that no step on it needs a sweep. */
  declare readonly isSteerOpen: Uint8Array;
  declare readonly steerFromCell: Int32Array;
  declare readonly steerGoalCell: Int32Array;

  /** The log of the run; undefined when nobody asked for it. */
  events: RunEvent[] | undefined;

  constructor(readonly level: PreparedLevel) {
    const count = level.program.pieces.length;
    const floats = () => new Float64Array(count);
    const integers = () => new Int32Array(count);
    this.pieceCount = count;
    this.slotsPerPiece = mostSlots(level);
    [this.x, this.y, this.beforeX, this.beforeY, this.facingX, this.facingY] = [
      floats(),
      floats(),
      floats(),
      floats(),
      floats(),
      floats(),
    ];
    [this.playerSquare, this.lastSeenX, this.lastSeenY, this.steerX, this.steerY] = [
      floats(),
      floats(),
      floats(),
      floats(),
      floats(),
    ];
    [this.stateSince, this.lastSeenTick, this.pauseLeft, this.steerFromCell, this.steerGoalCell] = [
      integers(),
      integers(),
      integers(),
      integers(),
      integers(),
    ];
    this.heldTicks = new Int32Array(count * this.slotsPerPiece);
    [this.state, this.waypoint] = [new Int16Array(count), new Int16Array(count)];
    this.waypointStep = new Int8Array(count);
    [this.hasArrived, this.sights, this.isLineOpen, this.isSteerOpen] = [
      new Uint8Array(count),
      new Uint8Array(count),
      new Uint8Array(count),
      new Uint8Array(count),
    ];
    this.reset();
  }

  /** Puts everything back to the start of a run. */
  reset(): void {
    const { program, brains } = this.level;
    this.tick = 0;
    this.playerX = this.playerBeforeX = program.player.x;
    this.playerY = this.playerBeforeY = program.player.y;
    program.pieces.forEach((piece, index) => {
      this.x[index] = this.beforeX[index] = piece.x;
      this.y[index] = this.beforeY[index] = piece.y;
      this.facingX[index] = cosDegrees(piece.facing);
      this.facingY[index] = sinDegrees(piece.facing);
      this.state[index] = piece.brain >= 0 ? brains[piece.brain].startState : -1;
    });
    this.stateSince.fill(0);
    this.hasArrived.fill(0);
    this.sights.fill(0);
    this.isLineOpen.fill(0);
    this.playerSquare.fill(0);
    this.lastSeenTick.fill(NEVER);
    this.lastSeenX.fill(0);
    this.lastSeenY.fill(0);
    this.heldTicks.fill(0);
    this.waypoint.fill(0);
    this.waypointStep.fill(1);
    this.pauseLeft.fill(0);
    this.isSteerOpen.fill(0);
    this.steerFromCell.fill(-1);
    this.steerGoalCell.fill(-1);
  }
}

/** A tick so long ago that every duration since then has passed. */
export const NEVER = -1_000_000_000;
