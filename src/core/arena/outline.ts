/**
 * A convex body: a core of corners (one for a circle, two for a capsule, three and more for polygons) grown on all sides
 * by a radius. Cells from the centre. What it needs for meeting straight faces of cells is worked out once.
 */
export interface Outline {
  /** Corners of the core as x, y, x, y, …, clockwise on the screen. */
  core: Float64Array;
  radius: number;
  /** How far it reaches from its centre. */
  west: number;
  north: number;
  east: number;
  south: number;
  /** The stretch along each face that touches first: low and high for west, north, east, south. */
  contactLow: Float64Array;
  contactHigh: Float64Array;
  /** Edges that are neither level nor upright, as x, y, x, y and the direction outwards: what corners of cells meet. */
  slants: Float64Array;
  /** Whether it is a plain circle around its centre: most bodies, and quicker to move. */
  isCircle: boolean;
}

export const WEST = 0;
export const NORTH = 1;
export const EAST = 2;
export const SOUTH = 3;

/** Numbers that one slanted edge takes in {@link Outline.slants}. */
export const SLANT_FIELDS = 6;

/** Corners closer than this to the outermost one belong to the same flat side. */
const FLAT = 1e-9;

/** A body of corners (convex, in either order; see {@link Outline}) grown by a radius. */
export function makeOutline(corners: readonly (readonly [number, number])[], radius: number): Outline {
  const ordered = convexHull(corners.flat());
  const count = ordered.length / 2;
  const xs = Array.from({ length: count }, (_, index) => ordered[2 * index]);
  const ys = Array.from({ length: count }, (_, index) => ordered[2 * index + 1]);
  const contactLow = new Float64Array(4);
  const contactHigh = new Float64Array(4);
  const side = (place: number, across: number[], along: number[], sign: number): number => {
    const outermost = Math.max(...across.map((value) => value * sign));
    const flat = along.filter((_, index) => across[index] * sign >= outermost - FLAT);
    contactLow[place] = Math.min(...flat);
    contactHigh[place] = Math.max(...flat);
    return outermost + radius;
  };
  const [west, north] = [side(WEST, xs, ys, -1), side(NORTH, ys, xs, -1)];
  const [east, south] = [side(EAST, xs, ys, 1), side(SOUTH, ys, xs, 1)];
  const slants: number[] = [];
  for (let index = 0; count > 1 && index < count; index++) {
    const next = (index + 1) % count;
    const [dx, dy] = [xs[next] - xs[index], ys[next] - ys[index]];
    if (Math.abs(dx) <= FLAT || Math.abs(dy) <= FLAT) continue;
    const length = Math.sqrt(dx * dx + dy * dy);
    slants.push(xs[index], ys[index], xs[next], ys[next], dy / length, -dx / length);
  }
  return {
    core: Float64Array.from(ordered),
    radius,
    west,
    north,
    east,
    south,
    contactLow,
    contactHigh,
    slants: Float64Array.from(slants),
    isCircle: count === 1 && xs[0] === 0 && ys[0] === 0,
  };
}

export function circleOutline(radius: number): Outline {
  return makeOutline([[0, 0]], radius);
}

export function boxOutline(width: number, height: number): Outline {
  const [x, y] = [width / 2, height / 2];
  return makeOutline(
    [
      [-x, -y],
      [x, -y],
      [x, y],
      [-x, y],
    ],
    0,
  );
}

/**
 * The convex hull of points x, y, x, y, … without corners in a straight line, clockwise on the screen (y grows to the
 * south), by Andrew's monotone chain. Two points give two corners, equal points one.
 */
export function convexHull(points: readonly number[]): number[] {
  const sorted = Array.from({ length: points.length / 2 }, (_, index) => [points[2 * index], points[2 * index + 1]])
    .sort((a, b) => a[0] - b[0] || a[1] - b[1])
    .filter((point, index, all) => index === 0 || point[0] !== all[index - 1][0] || point[1] !== all[index - 1][1]);
  if (sorted.length < 3) return sorted.flat();
  const half = (list: number[][]): number[][] => {
    const chain: number[][] = [];
    for (const point of list) {
      while (chain.length >= 2 && turn(chain[chain.length - 2], chain[chain.length - 1], point) <= 1e-12) chain.pop();
      chain.push(point);
    }
    chain.pop();
    return chain;
  };
  return [...half(sorted), ...half([...sorted].reverse())].flat();
}

function turn(a: readonly number[], b: readonly number[], c: readonly number[]): number {
  return (b[0] - a[0]) * (c[1] - b[1]) - (b[1] - a[1]) * (c[0] - b[0]);
}

/**
 * Square of the least distance between a segment and a convex polygon (corners clockwise on the screen, as of
 * {@link convexHull}); 0 when they overlap. The polygon may be a single point or a stretch.
 */
export function segmentToPolygonSquare(polygon: Float64Array, x0: number, y0: number, dx: number, dy: number): number {
  const size = polygon.length;
  if (size === 2) return pointToSegmentSquare(polygon[0], polygon[1], x0, y0, dx, dy);
  if (size > 4 && (isInside(polygon, x0, y0) || isInside(polygon, x0 + dx, y0 + dy))) return 0;
  let least = Infinity;
  for (let from = 0; from < size; from += 2) {
    const to = from + 2 === size ? 0 : from + 2;
    const ax = polygon[from];
    const ay = polygon[from + 1];
    const edgeX = polygon[to] - ax;
    const edgeY = polygon[to + 1] - ay;
    if (segmentsCross(ax, ay, edgeX, edgeY, x0, y0, dx, dy)) return 0;
    least = Math.min(
      least,
      pointToSegmentSquare(ax, ay, x0, y0, dx, dy),
      pointToSegmentSquare(x0, y0, ax, ay, edgeX, edgeY),
      pointToSegmentSquare(x0 + dx, y0 + dy, ax, ay, edgeX, edgeY),
    );
  }
  return least;
}

function pointToSegmentSquare(px: number, py: number, x0: number, y0: number, dx: number, dy: number): number {
  const fromX = x0 - px;
  const fromY = y0 - py;
  const moveSquare = dx * dx + dy * dy;
  let moment = moveSquare > 0 ? -(fromX * dx + fromY * dy) / moveSquare : 0;
  moment = moment < 0 ? 0 : moment > 1 ? 1 : moment;
  const gapX = fromX + dx * moment;
  const gapY = fromY + dy * moment;
  return gapX * gapX + gapY * gapY;
}

function isInside(polygon: Float64Array, x: number, y: number): boolean {
  for (let from = 0; from < polygon.length; from += 2) {
    const to = from + 2 === polygon.length ? 0 : from + 2;
    const edgeX = polygon[to] - polygon[from];
    const edgeY = polygon[to + 1] - polygon[from + 1];
    if (edgeX * (y - polygon[from + 1]) - edgeY * (x - polygon[from]) < 0) return false;
  }
  return true;
}

function segmentsCross(
  ax: number,
  ay: number,
  edgeX: number,
  edgeY: number,
  x0: number,
  y0: number,
  dx: number,
  dy: number,
): boolean {
  const side0 = edgeX * (y0 - ay) - edgeY * (x0 - ax);
  const side1 = edgeX * (y0 + dy - ay) - edgeY * (x0 + dx - ax);
  const side2 = dx * (ay - y0) - dy * (ax - x0);
  const side3 = dx * (ay + edgeY - y0) - dy * (ax + edgeX - x0);
  return side0 < 0 !== side1 < 0 && side2 < 0 !== side3 < 0;
}

const CELL_CORNERS = [0, 0, 1, 0, 1, 1, 0, 1];
const cellSums = new WeakMap<Outline, Float64Array>();

/** Where the centre of a body may not be for a cell at 0, 0: the cell widened by the mirrored core. */
function cellSumOf(outline: Outline): Float64Array {
  const known = cellSums.get(outline);
  if (known) return known;
  const sums: number[] = [];
  for (let corner = 0; corner < 8; corner += 2) {
    for (let point = 0; point < outline.core.length; point += 2) {
      sums.push(CELL_CORNERS[corner] - outline.core[point], CELL_CORNERS[corner + 1] - outline.core[point + 1]);
    }
  }
  const made = Float64Array.from(convexHull(sums));
  cellSums.set(outline, made);
  return made;
}

/** Whether a body overlaps a cell by more than a hair; touching does not count. */
export function overlapsCell(outline: Outline, x: number, y: number, column: number, row: number): boolean {
  const sum = cellSumOf(outline);
  const reach = outline.radius - 1e-9;
  if (outline.radius > 0) return segmentToPolygonSquare(sum, x - column, y - row, 0, 0) < reach * reach;
  return isDeepInside(sum, x - column, y - row, 1e-9);
}

/** Whether a point lies inside a polygon and at least `depth` from all of its edges. */
function isDeepInside(polygon: Float64Array, x: number, y: number, depth: number): boolean {
  for (let from = 0; from < polygon.length; from += 2) {
    const to = from + 2 === polygon.length ? 0 : from + 2;
    const edgeX = polygon[to] - polygon[from];
    const edgeY = polygon[to + 1] - polygon[from + 1];
    const inside = edgeX * (y - polygon[from + 1]) - edgeY * (x - polygon[from]);
    if (inside < depth * Math.sqrt(edgeX * edgeX + edgeY * edgeY)) return false;
  }
  return true;
}
