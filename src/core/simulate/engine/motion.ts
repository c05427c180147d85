import { nextCellDownhill } from '../../arena/distanceField';
import { cellIndexAt } from '../../arena/grid';
import { isWalkClear, sweepCircle, type SweepResult } from '../../arena/sweep';
import type { MotionProgram } from '../../compile/levelProgram';
import { assertNever } from '../../foundation/result';
import { NEVER, type World } from './world';

/** Within this many cells a place counts as reached. */
const ARRIVAL = 1e-6;
/** How many cells of a path are looked ahead for a straight line of walk. */
const SMOOTHING_CELLS = 12;

const sweep: SweepResult = { x: 0, y: 0, touched: false };

/** Moves one piece by what its state does. */
export function movePiece(world: World, piece: number, motion: MotionProgram): void {
  switch (motion.operation) {
    case 'hold':
      return;
    case 'patrol':
      patrol(world, piece, motion);
      return;
    case 'chase':
      chase(world, piece, motion);
      return;
    case 'travel':
      if (world.lastSeenTick[piece] === NEVER) world.hasArrived[piece] = 1;
      else if (goByPath(world, piece, world.lastSeenX[piece], world.lastSeenY[piece], motion.step, false))
        world.hasArrived[piece] = 1;
      return;
    default:
      assertNever(motion);
  }
}

function patrol(world: World, piece: number, motion: Extract<MotionProgram, { operation: 'patrol' }>): void {
  const route = world.level.routeOfPiece[piece];
  const count = route.length / 2;
  if (count === 0 || world.hasArrived[piece]) return;
  if (world.pauseLeft[piece] > 0) {
    world.pauseLeft[piece]--;
    return;
  }
  const waypoint = world.waypoint[piece];
  if (!goByPath(world, piece, route[2 * waypoint], route[2 * waypoint + 1], motion.step, true)) return;
  world.pauseLeft[piece] = motion.pauseTicks;
  forgetSteer(world, piece);
  if (count === 1) return;
  const isLast = waypoint === count - 1;
  switch (motion.order) {
    case 'loop':
      world.waypoint[piece] = isLast ? 0 : waypoint + 1;
      return;
    case 'once':
      if (isLast) world.hasArrived[piece] = 1;
      else world.waypoint[piece] = waypoint + 1;
      return;
    case 'back and forth':
      // Decided from where the piece stands, so two turns in one tick cannot cancel out.
      if (isLast) world.waypointStep[piece] = -1;
      else if (waypoint === 0) world.waypointStep[piece] = 1;
      world.waypoint[piece] = waypoint + world.waypointStep[piece];
      return;
    default:
      assertNever(motion.order);
  }
}

/** Goes for the player while seeing it, otherwise for where it was last seen; never uses what it cannot know. */
function chase(world: World, piece: number, motion: Extract<MotionProgram, { operation: 'chase' }>): void {
  const seen = world.sights[piece] === 1;
  if (!seen && world.lastSeenTick[piece] === NEVER) {
    world.hasArrived[piece] = 1;
    return;
  }
  const goalX = seen ? world.playerX : world.lastSeenX[piece];
  const goalY = seen ? world.playerY : world.lastSeenY[piece];
  const dx = goalX - world.x[piece];
  const dy = goalY - world.y[piece];
  const distance = Math.sqrt(dx * dx + dy * dy);
  if (seen && distance <= motion.keep) {
    faceTowards(world, piece, dx, dy, distance);
    return;
  }
  const step = seen ? Math.min(motion.step, distance - motion.keep) : motion.step;
  const hasArrived = motion.byPath
    ? goByPath(world, piece, goalX, goalY, step, false)
    : goStraight(world, piece, goalX, goalY, step);
  world.hasArrived[piece] = hasArrived && !seen ? 1 : 0;
}

function faceTowards(world: World, piece: number, dx: number, dy: number, distance: number): void {
  if (distance < ARRIVAL) return;
  world.facingX[piece] = dx / distance;
  world.facingY[piece] = dy / distance;
}

/** A blocked step shorter than this many cells is no headway. */
const HEADWAY = 1e-4;

/** One step in a straight line, sliding along walls; true when the place is reached or walls let it no nearer. */
function goStraight(world: World, piece: number, goalX: number, goalY: number, step: number): boolean {
  const x = world.x[piece];
  const y = world.y[piece];
  const dx = goalX - x;
  const dy = goalY - y;
  const distance = Math.sqrt(dx * dx + dy * dy);
  if (distance <= ARRIVAL) return true;
  faceTowards(world, piece, dx, dy, distance);
  const share = distance <= step ? 1 : step / distance;
  sweepCircle(world.level.program.grid, x, y, world.level.radiusOfPiece[piece], dx * share, dy * share, sweep);
  world.x[piece] = sweep.x;
  world.y[piece] = sweep.y;
  const isStuck = sweep.touched && Math.abs(sweep.x - x) + Math.abs(sweep.y - y) < HEADWAY;
  return share === 1 || isStuck;
}

/** One step along the shortest way, cut straight wherever the body has a free line of walk; true at the place. */
function goByPath(
  world: World,
  piece: number,
  goalX: number,
  goalY: number,
  step: number,
  isGoalFixed: boolean,
): boolean {
  // On a free way to a place that stays, there is nothing to choose until it ends.
  if (isGoalFixed && world.isSteerOpen[piece] === 1) return glideOn(world, piece, goalX, goalY, step);
  const { grid } = world.level.program;
  const goalCell = cellIndexAt(grid, goalX, goalY);
  const fromCell = cellIndexAt(grid, world.x[piece], world.y[piece]);
  if (fromCell === goalCell) return goStraight(world, piece, goalX, goalY, step);
  if (goalCell !== world.steerGoalCell[piece] || fromCell !== world.steerFromCell[piece]) {
    chooseSteer(world, piece, fromCell, goalCell, goalX, goalY, isGoalFixed);
    if (world.isSteerOpen[piece] === 1) return glideOn(world, piece, goalX, goalY, step);
  }
  const steersAtGoal = world.steerX[piece] === STEER_AT_GOAL;
  const steerX = steersAtGoal ? goalX : world.steerX[piece];
  const steerY = steersAtGoal ? goalY : world.steerY[piece];
  if (!goStraight(world, piece, steerX, steerY, step)) return false;
  forgetSteer(world, piece);
  return steersAtGoal;
}

function glideOn(world: World, piece: number, goalX: number, goalY: number, step: number): boolean {
  const steersAtGoal = world.steerX[piece] === STEER_AT_GOAL;
  const isThere = steersAtGoal
    ? glide(world, piece, goalX, goalY, step)
    : glide(world, piece, world.steerX[piece], world.steerY[piece], step);
  if (isThere) forgetSteer(world, piece);
  return isThere && steersAtGoal;
}

/** Makes a piece choose anew where to steer. */
export function forgetSteer(world: World, piece: number): void {
  world.steerGoalCell[piece] = -1;
  world.isSteerOpen[piece] = 0;
}

/** One step in a straight line that is known to be free; true when the place is reached. */
function glide(world: World, piece: number, goalX: number, goalY: number, step: number): boolean {
  const dx = goalX - world.x[piece];
  const dy = goalY - world.y[piece];
  const distance = Math.sqrt(dx * dx + dy * dy);
  if (distance <= step) {
    faceTowards(world, piece, dx, dy, distance);
    world.x[piece] = goalX;
    world.y[piece] = goalY;
    return true;
  }
  const facingX = dx / distance;
  const facingY = dy / distance;
  world.facingX[piece] = facingX;
  world.facingY[piece] = facingY;
  world.x[piece] += facingX * step;
  world.y[piece] += facingY * step;
  return false;
}

/** Stands in for the exact goal, which may move inside its cell. */
const STEER_AT_GOAL = -1e9;

/**
 * Works out where to steer: the goal itself if the line of walk is free, otherwise the farthest cell along the shortest
 * way to which it is. Only done when the piece or its goal has come into another cell.
 */
function chooseSteer(
  world: World,
  piece: number,
  fromCell: number,
  goalCell: number,
  goalX: number,
  goalY: number,
  isGoalFixed: boolean,
): void {
  const { grid } = world.level.program;
  const radius = world.level.radiusOfPiece[piece];
  const { walk, fields } = world.level.ways[world.level.waysOfPiece[piece]];
  const x = world.x[piece];
  const y = world.y[piece];
  world.steerFromCell[piece] = fromCell;
  world.steerGoalCell[piece] = goalCell;
  world.steerX[piece] = STEER_AT_GOAL;
  world.isSteerOpen[piece] = 0;
  if (isWalkClear(grid, x, y, goalX, goalY, radius)) {
    world.isSteerOpen[piece] = isGoalFixed ? 1 : 0;
    return;
  }
  const field = fields.toCell(goalCell);
  let cell = nextCellDownhill(walk, field, fromCell);
  // Without a way it goes straight and slides along what is in between.
  if (cell < 0) return;
  const isCellClear = (candidate: number) =>
    isWalkClear(grid, x, y, (candidate % grid.width) + 0.5, Math.floor(candidate / grid.width) + 0.5, radius);
  let steer = cell;
  let isOpen = isCellClear(cell);
  for (let ahead = 1; ahead < SMOOTHING_CELLS && cell !== goalCell; ahead++) {
    cell = nextCellDownhill(walk, field, cell);
    if (cell < 0 || !isCellClear(cell)) break;
    steer = cell;
    isOpen = true;
  }
  world.steerX[piece] = (steer % grid.width) + 0.5;
  world.steerY[piece] = Math.floor(steer / grid.width) + 0.5;
  // While the goal may move, a better way can show up in every cell.
  world.isSteerOpen[piece] = isOpen && isGoalFixed ? 1 : 0;
}

/** Columns and rows of the nine inputs of the eight-way player: 0 stands, then clockwise from east. */
export const INPUT_COLUMNS = [0, 1, 1, 0, -1, -1, -1, 0, 1];
export const INPUT_ROWS = [0, 0, 1, 1, 1, 0, -1, -1, -1];
const EVEN_DIAGONAL = Math.SQRT1_2;

/** Moves the player by an input of 0..8. */
export function movePlayer(world: World, input: number): void {
  const { grid, player } = world.level.program;
  const columns = INPUT_COLUMNS[input];
  const rows = INPUT_ROWS[input];
  if (columns === 0 && rows === 0) return;
  const step = columns !== 0 && rows !== 0 && player.evenDiagonals ? player.step * EVEN_DIAGONAL : player.step;
  sweepCircle(grid, world.playerX, world.playerY, player.radius, columns * step, rows * step, sweep);
  world.playerX = sweep.x;
  world.playerY = sweep.y;
}
