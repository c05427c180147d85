import { nextCellDownhill } from '../../arena/distanceField';
import { cellIndexAt } from '../../arena/grid';
import { isWalkClear, isWayOpen, sweepBody, sweepUntilContact, type SweepResult } from '../../arena/sweep';
import type { WayOfWalking } from '../../compile/levelProgram';
import { ledgeAhead } from './ledges';
import type { Ways } from './ways';
import type { World } from './world';

/** Within this many cells a place counts as reached. */
const ARRIVAL = 1e-6;
/** How many cells of a path are looked ahead for a straight line of walk. */
const SMOOTHING_CELLS = 12;

const sweep: SweepResult = { x: 0, y: 0, touched: false };

export function waysOf(world: World, piece: number): Ways {
  return world.ways[world.level.waysOfPiece[piece]];
}

export function faceTowards(world: World, piece: number, dx: number, dy: number, distance: number): void {
  if (distance < ARRIVAL) return;
  world.facingX[piece] = dx / distance;
  world.facingY[piece] = dy / distance;
}

/** A blocked step shorter than this many cells is no headway. */
const HEADWAY = 1e-4;

/** How a motion gets to a place. */
interface Walk {
  way: WayOfWalking;
  mindsLedges: boolean;
}

/** One step to a place in the way of a motion; true when it is reached or can be come no nearer. */
export function goTo(
  world: World,
  piece: number,
  goalX: number,
  goalY: number,
  step: number,
  { way, mindsLedges }: Walk,
): boolean {
  if (world.level.fallsOfPiece[piece] === 1) return goAlongGround(world, piece, goalX, step, mindsLedges);
  if (way === 'path') return goByPath(world, piece, goalX, goalY, step, false);
  if (way === 'straight') return goStraight(world, piece, goalX, goalY, step);
  return goByCorridors(world, piece, goalX, goalY, step);
}

/** One step to a place that stays, by path; true when it is reached or, seen from the side, can be come no nearer. */
export function goToFixed(
  world: World,
  piece: number,
  goalX: number,
  goalY: number,
  step: number,
  mindsLedges: boolean,
): boolean {
  return world.level.fallsOfPiece[piece] === 1
    ? goAlongGround(world, piece, goalX, step, mindsLedges)
    : goByPath(world, piece, goalX, goalY, step, true);
}

/**
 * Seen from the side: one step to the east or west, none while it falls; true over or under the place, at a wall, and at a
 * ledge that it minds.
 */
export function goAlongGround(world: World, piece: number, goalX: number, step: number, mindsLedges: boolean): boolean {
  if (world.fallSpeed[piece] !== 0) return false;
  const dx = goalX - world.x[piece];
  if (Math.abs(dx) <= ARRIVAL) return true;
  faceTowards(world, piece, dx, 0, Math.abs(dx));
  const move = Math.max(-step, Math.min(step, dx));
  const { grid } = waysOf(world, piece);
  const { x, y } = world;
  sweepUntilContact(grid, x[piece], y[piece], world.level.standOfPiece[piece], move, 0, sweep);
  const ledge = mindsLedges ? ledgeAhead(world, piece, grid, sweep.x) : sweep.x;
  const isHeld = sweep.touched || ledge !== sweep.x;
  x[piece] = ledge;
  return isHeld || move === dx;
}

/**
 * One step along the lines through the middles of cells, over straight neighbours only; true at the place and where no such
 * way leads to it. It first comes to the line on which it leaves its cell, so it never cuts a corner.
 */
function goByCorridors(world: World, piece: number, goalX: number, goalY: number, step: number): boolean {
  const { grid } = world.level.program;
  const { squares, squareFields } = waysOf(world, piece);
  const goalCell = cellIndexAt(grid, goalX, goalY);
  let left = step;
  // Two bends a cell at most; a step of many cells takes as many turns of the loop.
  for (let bends = Math.ceil(step) * 2 + 2; bends > 0 && left > 0; bends--) {
    const cell = cellIndexAt(grid, world.x[piece], world.y[piece]);
    if (cell === goalCell) return goStraight(world, piece, goalX, goalY, left);
    const next = nextCellDownhill(squares, squareFields.toCell(goalCell, cell), cell);
    world.isCutOff[piece] = next < 0 ? 1 : 0;
    if (next < 0) return true;
    const isAcross = Math.abs(next - cell) === 1;
    const offX = (cell % grid.width) + 0.5 - world.x[piece];
    const offY = Math.floor(cell / grid.width) + 0.5 - world.y[piece];
    const off = isAcross ? offY : offX;
    const toLine = Math.abs(off) > ARRIVAL;
    // On the line: to the middle of the next cell. Else: to the line.
    const moveX = toLine ? (isAcross ? 0 : offX) : isAcross ? offX + (next - cell) : offX;
    const moveY = toLine ? (isAcross ? offY : 0) : isAcross ? offY : offY + Math.sign(next - cell);
    const length = Math.sqrt(moveX * moveX + moveY * moveY);
    goStraight(world, piece, world.x[piece] + moveX, world.y[piece] + moveY, left);
    left -= length;
  }
  return false;
}

/** One step in a straight line, sliding along walls; true when the place is reached or walls let it no nearer. */
export function goStraight(world: World, piece: number, goalX: number, goalY: number, step: number): boolean {
  const x = world.x[piece];
  const y = world.y[piece];
  const dx = goalX - x;
  const dy = goalY - y;
  const distance = Math.sqrt(dx * dx + dy * dy);
  if (distance <= ARRIVAL) return true;
  faceTowards(world, piece, dx, dy, distance);
  const share = distance <= step ? 1 : step / distance;
  const moveX = dx * share;
  const moveY = dy * share;
  const { grid } = waysOf(world, piece);
  const outline = world.level.standOfPiece[piece];
  // Told here, before a sweep, as it is so for most pieces in most ticks.
  if (isWayOpen(grid, x, y, outline, moveX, moveY)) {
    world.x[piece] = x + moveX;
    world.y[piece] = y + moveY;
    return share === 1;
  }
  sweepBody(grid, x, y, outline, moveX, moveY, sweep);
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
  world.freeTicks[piece] = 0;
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
  const outline = world.level.standOfPiece[piece];
  const { walk, fields, cheapGrid } = waysOf(world, piece);
  const x = world.x[piece];
  const y = world.y[piece];
  world.steerFromCell[piece] = fromCell;
  world.steerGoalCell[piece] = goalCell;
  world.steerX[piece] = STEER_AT_GOAL;
  world.isSteerOpen[piece] = 0;
  if (isWalkClear(cheapGrid, x, y, goalX, goalY, outline)) {
    world.isSteerOpen[piece] = isGoalFixed ? 1 : 0;
    world.isCutOff[piece] = 0;
    return;
  }
  const field = fields.toCell(goalCell, fromCell);
  let cell = nextCellDownhill(walk, field, fromCell);
  // Without a way it goes straight and slides along what is in between.
  world.isCutOff[piece] = cell < 0 ? 1 : 0;
  if (cell < 0) return;
  const isCellClear = (candidate: number) =>
    isWalkClear(cheapGrid, x, y, (candidate % grid.width) + 0.5, Math.floor(candidate / grid.width) + 0.5, outline);
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
