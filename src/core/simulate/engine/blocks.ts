import { cellsUnder } from '../../compile/blockedGround';
import {
  directionFor,
  directionOf,
  hasPoint,
  INPUT_COLUMNS,
  INPUT_ROWS,
  pointX,
  pointY,
  type Input,
} from './player/inputs';
import type { World } from './world';

/** The ground under a piece stops bodies from now on. */
export function layBlock(world: World, piece: number): void {
  for (const cell of cellsOf(world, piece)) {
    const { blockedAs } = world.ground.types[world.ground.typeOfCell[cell]];
    if (blockedAs >= 0) world.changeGround(cell, blockedAs);
  }
}

/** The ground under a piece is as it was before that stood on it. */
export function liftBlock(world: World, piece: number): void {
  for (const cell of cellsOf(world, piece)) {
    const { under } = world.ground.types[world.ground.typeOfCell[cell]];
    if (under >= 0) world.changeGround(cell, under);
  }
}

function cellsOf(world: World, piece: number): number[] {
  return cellsUnder(world.ground.grid, world.level.standOfPiece[piece], world.x[piece], world.y[piece]);
}

/** Room beside the player at which it still leans on what stands in its way, cells. */
const TOUCH_CELLS = 0.06;

/** Lets the player push on what it leans on, by a cell at a time, once it has pressed on for long enough. */
export function pushBlocks(world: World, input: Input): void {
  const direction = world.player.stunLeft > 0 ? 0 : straightDirection(world, input);
  const piece = direction === 0 ? -1 : blockAhead(world, direction);
  if (piece < 0 || piece !== world.leaningOn) world.leaningTicks = 0;
  world.leaningOn = piece;
  if (piece < 0) return;
  world.leaningTicks++;
  if (world.leaningTicks < world.level.program.kinds[world.level.program.pieces[piece].kindIndex].pushTicks) return;
  world.leaningTicks = 0;
  if (!hasRoomBehind(world, piece, direction)) return;
  liftBlock(world, piece);
  world.x[piece] += INPUT_COLUMNS[direction];
  world.y[piece] += INPUT_ROWS[direction];
  world.noteJump(piece);
  layBlock(world, piece);
}

/** East, south, west or north; 0 for none of them. Where one press is one step, only a new press pushes. */
function straightDirection({ level, player }: World, input: Input): number {
  const { scheme } = level.program.player.control;
  let direction = directionOf(input);
  if (scheme === 'steer to a point' && hasPoint(input)) {
    const [dx, dy] = [pointX(input) - player.x, pointY(input) - player.y];
    const isAcross = Math.abs(dx) > Math.abs(dy);
    direction = directionFor(isAcross ? Math.sign(dx) : 0, isAcross ? 0 : Math.sign(dy));
  }
  if (scheme === 'one cell a press' || scheme === 'slide until blocked') {
    if (player.isUnderWay || direction === player.lastDirection) return 0;
    if (INPUT_COLUMNS[direction] !== 0) return directionFor(INPUT_COLUMNS[direction], 0);
  }
  return INPUT_COLUMNS[direction] !== 0 && INPUT_ROWS[direction] !== 0 ? 0 : direction;
}

/** What can be pushed and stands right before the player, with most of the player behind it; −1 for nothing. */
function blockAhead(world: World, direction: number): number {
  const { player, level, alive, x, y } = world;
  const { stand } = level.program.player;
  const [columns, rows] = [INPUT_COLUMNS[direction], INPUT_ROWS[direction]];
  const own = columns > 0 ? stand.east : columns < 0 ? stand.west : rows > 0 ? stand.south : stand.north;
  const { scheme } = level.program.player.control;
  const isStepwise = scheme === 'one cell a press' || scheme === 'slide until blocked';
  for (const piece of level.pushedPieces) {
    if (alive[piece] === 0) continue;
    const { west, north, east, south } = level.standOfPiece[piece];
    const its = columns > 0 ? west : columns < 0 ? east : rows > 0 ? north : south;
    // It fills its cell, however small it is itself.
    const reach = isStepwise ? 1 : own + Math.max(0.5, its) + TOUCH_CELLS;
    const [dx, dy] = [x[piece] - player.x, y[piece] - player.y];
    const ahead = dx * columns + dy * rows;
    const aside = Math.abs(columns !== 0 ? dy : dx);
    if (ahead > 0 && ahead <= reach && aside < Math.max(0.5, columns !== 0 ? north : west)) return piece;
  }
  return -1;
}

/** Whether all that it would stand on is open, besides what it stands on now; nobody is in it. */
function hasRoomBehind(world: World, piece: number, direction: number): boolean {
  const { ground, level, x, y } = world;
  const { width, height, solid } = ground.gridOf(level.program.pieces[piece].kindIndex);
  const [toX, toY] = [x[piece] + INPUT_COLUMNS[direction], y[piece] + INPUT_ROWS[direction]];
  const { west, north, east, south } = level.standOfPiece[piece];
  if (toX - west < 0 || toY - north < 0 || toX + east > width || toY + south > height) return false;
  const now = cellsOf(world, piece);
  const then = cellsUnder(ground.grid, level.standOfPiece[piece], toX, toY);
  if (then.some((cell) => solid[cell] === 1 && !now.includes(cell))) return false;
  const { next } = world.live;
  for (let other = next[0]; other < world.pieceCount; other = next[other + 1]) {
    if (other === piece || world.alive[other] === 0 || level.isShot[other] === 1) continue;
    // What lies flat under it, such as a pad, is in nobody's way.
    if (level.brainOfPiece[other] < 0) continue;
    const body = level.standOfPiece[other];
    const overlapX = Math.min(toX + east, x[other] + body.east) - Math.max(toX - west, x[other] - body.west);
    const overlapY = Math.min(toY + south, y[other] + body.south) - Math.max(toY - north, y[other] - body.north);
    if (overlapX > TOUCH_CELLS && overlapY > TOUCH_CELLS) return false;
  }
  return true;
}
