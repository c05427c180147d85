import { isSolidAt, type ArenaGrid } from './grid';
import { circleOutline, EAST, NORTH, SLANT_FIELDS, SOUTH, WEST, type Outline } from './outline';

/** Gaps smaller than this many cells count as touching. */
const TOUCH = 1e-9;
const MOST_SLIDES = 4;
/** Square of the least slant, as a sine times the radius, at which a move counts as coming nearer to a corner. */
const SLANT_SQUARE = 1e-20;

/** Where a sweep ended and whether solid ground was met. Reused by the caller, so that a tick allocates nothing. */
export interface SweepResult {
  x: number;
  y: number;
  touched: boolean;
}

/** First contact of a sweep: fraction of the move in 0..1 (or 2 for none) and the direction away from the ground. */
const contact = { fraction: 2, normalX: 0, normalY: 0 };

/** Direction away from the ground that the last sweep met first; only valid after one that touched. */
export const lastNormal = { x: 0, y: 0 };

/** As {@link sweepBody}, for a circle. */
export function sweepCircle(
  grid: ArenaGrid,
  startX: number,
  startY: number,
  radius: number,
  dx: number,
  dy: number,
  result: SweepResult,
): void {
  sweepBody(grid, startX, startY, circleOutline(radius), dx, dy, result);
}

/**
 * Moves a body by (dx, dy) through the grid and slides it along what it meets. The whole way is tested, so that no body
 * of any speed passes a wall at any tick rate. A body that starts clear of solid ground ends clear of it (within 1e-9).
 */
export function sweepBody(
  grid: ArenaGrid,
  startX: number,
  startY: number,
  outline: Outline,
  dx: number,
  dy: number,
  result: SweepResult,
): void {
  if (isWayOpen(grid, startX, startY, outline, dx, dy)) {
    result.x = startX + dx;
    result.y = startY + dy;
    result.touched = false;
    return;
  }
  let x = startX;
  let y = startY;
  let restX = dx;
  let restY = dy;
  result.touched = false;
  for (let slide = 0; slide < MOST_SLIDES && (restX !== 0 || restY !== 0); slide++) {
    findFirstContact(grid, x, y, outline, restX, restY);
    if (contact.fraction > 1) {
      x += restX;
      y += restY;
      break;
    }
    if (!result.touched) {
      lastNormal.x = contact.normalX;
      lastNormal.y = contact.normalY;
    }
    result.touched = true;
    x += restX * contact.fraction;
    y += restY * contact.fraction;
    const left = 1 - contact.fraction;
    const into = (restX * contact.normalX + restY * contact.normalY) * left;
    restX = restX * left - contact.normalX * into;
    restY = restY * left - contact.normalY * into;
    // A slide that turns against the wish would let a body creep backwards in a corner.
    if (restX * dx + restY * dy <= 0) break;
  }
  result.x = x;
  result.y = y;
}

/** As {@link sweepBody}, but the body stops at what it meets first. */
export function sweepUntilContact(
  grid: ArenaGrid,
  startX: number,
  startY: number,
  outline: Outline,
  dx: number,
  dy: number,
  result: SweepResult,
): void {
  if (isWayOpen(grid, startX, startY, outline, dx, dy)) contact.fraction = 2;
  else findFirstContact(grid, startX, startY, outline, dx, dy);
  const share = contact.fraction > 1 ? 1 : contact.fraction;
  result.touched = contact.fraction <= 1;
  result.x = startX + dx * share;
  result.y = startY + dy * share;
  lastNormal.x = contact.normalX;
  lastNormal.y = contact.normalY;
}

/**
 * Whether no solid cell lies in the box around the whole way: then nothing can be met. Most moves of most bodies are of
 * this kind, so they are told apart first, without testing faces and corners.
 */
export function isWayOpen(grid: ArenaGrid, x: number, y: number, outline: Outline, dx: number, dy: number): boolean {
  const west = (dx < 0 ? x + dx : x) - (outline.west + TOUCH);
  const north = (dy < 0 ? y + dy : y) - (outline.north + TOUCH);
  if (west < 0 || north < 0) return false;
  // Not negative, so cutting off the fraction rounds down.
  const lastColumn = ((dx > 0 ? x + dx : x) + (outline.east + TOUCH)) | 0;
  const lastRow = ((dy > 0 ? y + dy : y) + (outline.south + TOUCH)) | 0;
  const { width, solid } = grid;
  if (lastColumn >= width || lastRow >= grid.height) return false;
  const firstColumn = west | 0;
  for (let row = north | 0; row <= lastRow; row++) {
    for (let cell = row * width + firstColumn, last = row * width + lastColumn; cell <= last; cell++) {
      if (solid[cell] === 1) return false;
    }
  }
  return true;
}

/** Whether a body can go straight from one point to another without meeting solid ground. */
export function isWalkClear(
  grid: ArenaGrid,
  x0: number,
  y0: number,
  x1: number,
  y1: number,
  outline: Outline,
): boolean {
  findContact(grid, x0, y0, outline, x1 - x0, y1 - y0, true);
  return contact.fraction > 1;
}

function findFirstContact(grid: ArenaGrid, x: number, y: number, outline: Outline, dx: number, dy: number): void {
  findContact(grid, x, y, outline, dx, dy, false);
}

/** The first contact; or any at all, where it is only asked whether there is one. */
function findContact(
  grid: ArenaGrid,
  x: number,
  y: number,
  outline: Outline,
  dx: number,
  dy: number,
  anyIsEnough: boolean,
): void {
  contact.fraction = 2;
  const { width, height, solid } = grid;
  const firstColumn = Math.floor(Math.min(x, x + dx) - outline.west - TOUCH);
  const lastColumn = Math.floor(Math.max(x, x + dx) + outline.east + TOUCH);
  const firstRow = Math.floor(Math.min(y, y + dy) - outline.north - TOUCH);
  const lastRow = Math.floor(Math.max(y, y + dy) + outline.south + TOUCH);
  // Of a long way only the cells beside it are looked at, not all of the box around it.
  const isLong = lastRow - firstRow > 2 && lastColumn - firstColumn > 2;
  const perRow = isLong ? 1 / dy : 0;
  for (let row = firstRow; row <= lastRow; row++) {
    let from = firstColumn;
    let to = lastColumn;
    if (isLong) {
      // The part of the way on which the body overlaps this row.
      const enter = clampUnit((row - outline.south - TOUCH - y) * perRow);
      const leave = clampUnit((row + 1 + outline.north + TOUCH - y) * perRow);
      const first = x + dx * enter;
      const last = x + dx * leave;
      from = Math.floor((first < last ? first : last) - outline.west - TOUCH);
      to = Math.floor((first < last ? last : first) + outline.east + TOUCH);
    }
    const isInside = row >= 0 && row < height && from >= 0 && to < width;
    for (let column = from, cell = row * width + from; column <= to; column++, cell++) {
      if (isInside ? solid[cell] === 1 : isSolidAt(grid, column, row))
        meetCell(grid, column, row, x, y, outline, dx, dy);
    }
    if (anyIsEnough && contact.fraction <= 1) return;
  }
}

function clampUnit(value: number): number {
  return value < 0 ? 0 : value > 1 ? 1 : value;
}

/** Tests the faces and true corners of one solid cell. Borders shared with another solid cell are no faces. */
function meetCell(
  grid: ArenaGrid,
  column: number,
  row: number,
  x: number,
  y: number,
  outline: Outline,
  dx: number,
  dy: number,
): void {
  const openWest = !isSolidAt(grid, column - 1, row);
  const openEast = !isSolidAt(grid, column + 1, row);
  const openNorth = !isSolidAt(grid, column, row - 1);
  const openSouth = !isSolidAt(grid, column, row + 1);
  if (dx > 0 && openWest) meetFace(grid, column - 1, row, column - outline.east - x, dx, y, dy, row, outline, EAST);
  if (dx < 0 && openEast)
    meetFace(grid, column + 1, row, x - (column + 1 + outline.west), -dx, y, dy, row, outline, WEST);
  if (dy > 0 && openNorth) meetFace(grid, column, row - 1, row - outline.south - y, dy, x, dx, column, outline, SOUTH);
  if (dy < 0 && openSouth)
    meetFace(grid, column, row + 1, y - (row + 1 + outline.north), -dy, x, dx, column, outline, NORTH);
  if (openWest && openNorth) meetCorner(column, row, x, y, outline, dx, dy);
  if (openEast && openNorth) meetCorner(column + 1, row, x, y, outline, dx, dy);
  if (openWest && openSouth) meetCorner(column, row + 1, x, y, outline, dx, dy);
  if (openEast && openSouth) meetCorner(column + 1, row + 1, x, y, outline, dx, dy);
}

/**
 * Tests one face against the side of the body that comes first. A flat side needs to overlap, a round one its middle. The
 * open cell in front of the face is given too.
 */
function meetFace(
  grid: ArenaGrid,
  openColumn: number,
  openRow: number,
  gap: number,
  speed: number,
  along: number,
  alongSpeed: number,
  faceStart: number,
  outline: Outline,
  side: number,
): void {
  if (gap < -TOUCH) return;
  const fraction = gap > 0 ? gap / speed : 0;
  if (fraction > 1 || fraction >= contact.fraction) return;
  const place = along + alongSpeed * fraction;
  const low = outline.contactLow[side];
  const high = outline.contactHigh[side];
  if (low === high && outline.radius > 0) {
    // What lies beside a round side is met by its corner.
    if (place + high < faceStart || place + low > faceStart + 1) return;
  } else {
    if (place + high < faceStart - TOUCH || place + low > faceStart + 1 + TOUCH) return;
    // Only just beside the face. Where the body ends there, it is met when the move goes on over the face, and passed when it
    // goes along or away; where the body goes on beyond its foremost corner, it is passed only when it goes away.
    const isUpright = side === EAST || side === WEST;
    const endsHigh = high >= (isUpright ? outline.south : outline.east) - TOUCH;
    const endsLow = -low >= (isUpright ? outline.north : outline.west) - TOUCH;
    if (endsHigh) {
      if (place + high <= faceStart + TOUCH && alongSpeed <= 0) return;
    } else if (place + high <= faceStart && alongSpeed < 0 && !isCornerAt(grid, openColumn, openRow, isUpright, -1))
      return;
    if (endsLow) {
      if (place + low >= faceStart + 1 - TOUCH && alongSpeed >= 0) return;
    } else if (place + low >= faceStart + 1 && alongSpeed > 0 && !isCornerAt(grid, openColumn, openRow, isUpright, 1))
      return;
  }
  contact.fraction = fraction;
  contact.normalX = side === EAST ? -1 : side === WEST ? 1 : 0;
  contact.normalY = side === SOUTH ? -1 : side === NORTH ? 1 : 0;
}

/** Whether a face ends in an inner corner: the cell beyond the open one in front of it is solid. */
function isCornerAt(grid: ArenaGrid, openColumn: number, openRow: number, isUpright: boolean, step: number): boolean {
  return isUpright ? isSolidAt(grid, openColumn, openRow + step) : isSolidAt(grid, openColumn + step, openRow);
}

/** A corner of a cell against all that is round or slanted of a body. */
function meetCorner(
  cornerX: number,
  cornerY: number,
  x: number,
  y: number,
  outline: Outline,
  dx: number,
  dy: number,
): void {
  const { core, radius, slants } = outline;
  if (radius > 0) {
    for (let point = 0; point < core.length; point += 2)
      meetRound(cornerX, cornerY, x + core[point], y + core[point + 1], radius, dx, dy);
  }
  for (let slant = 0; slant < slants.length; slant += SLANT_FIELDS)
    meetSlant(cornerX - x, cornerY - y, radius, slants, slant, dx, dy);
}

/** A corner, seen from the centre of the body, against one slanted edge that moves with the body. */
function meetSlant(
  cornerX: number,
  cornerY: number,
  radius: number,
  slants: Float64Array,
  slant: number,
  dx: number,
  dy: number,
): void {
  const outX = slants[slant + 4];
  const outY = slants[slant + 5];
  const closing = dx * outX + dy * outY;
  if (closing <= 0 || closing * closing < (dx * dx + dy * dy) * SLANT_SQUARE) return;
  const fromX = cornerX - slants[slant];
  const fromY = cornerY - slants[slant + 1];
  const gap = fromX * outX + fromY * outY - radius;
  if (gap < -TOUCH) return;
  const fraction = gap > 0 ? gap / closing : 0;
  if (fraction > 1 || fraction >= contact.fraction) return;
  const edgeX = slants[slant + 2] - slants[slant];
  const edgeY = slants[slant + 3] - slants[slant + 1];
  const along = (fromX - dx * fraction) * edgeX + (fromY - dy * fraction) * edgeY;
  if (along < -TOUCH || along > edgeX * edgeX + edgeY * edgeY + TOUCH) return;
  contact.fraction = fraction;
  contact.normalX = -outX;
  contact.normalY = -outY;
}

/** Solves |start + move · t − corner| = radius for the first t in 0..1 at which the circle comes nearer. */
function meetRound(
  cornerX: number,
  cornerY: number,
  x: number,
  y: number,
  radius: number,
  dx: number,
  dy: number,
): void {
  const fromX = x - cornerX;
  const fromY = y - cornerY;
  const approach = fromX * dx + fromY * dy;
  if (approach >= 0) return;
  const moveSquare = dx * dx + dy * dy;
  // A slide along the corner itself comes nearer by rounding only; taken for a contact, it would hold the body for ever.
  if (approach * approach < moveSquare * SLANT_SQUARE) return;
  const gapSquare = fromX * fromX + fromY * fromY - radius * radius;
  // Grazing: at its nearest the round side overlaps the corner by no more than counts as touching. A body over the lip of a
  // ledge goes on over it, and one whose place is a rounding below a border is not held by the next corner.
  if (approach * approach <= moveSquare * (gapSquare + 2 * radius * TOUCH)) return;
  let fraction = 0;
  if (gapSquare > TOUCH) {
    const discriminant = approach * approach - moveSquare * gapSquare;
    if (discriminant <= 0) return;
    fraction = (-approach - Math.sqrt(discriminant)) / moveSquare;
  }
  if (fraction > 1 || fraction >= contact.fraction) return;
  const normalX = (fromX + dx * fraction) / radius;
  const normalY = (fromY + dy * fraction) / radius;
  const length = Math.sqrt(normalX * normalX + normalY * normalY);
  contact.fraction = fraction;
  contact.normalX = normalX / length;
  contact.normalY = normalY / length;
}
