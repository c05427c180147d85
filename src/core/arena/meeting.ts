import { convexHull, segmentToPolygonSquare, type Outline } from './outline';

/** What others meet of a body: one convex part, or several for a silhouette, and the box around them. */
export interface HitShape {
  parts: Outline[];
  west: number;
  north: number;
  east: number;
  south: number;
}

export function makeHitShape(parts: Outline[]): HitShape {
  const most = (side: 'west' | 'north' | 'east' | 'south') => Math.max(...parts.map((part) => part[side]));
  return { parts, west: most('west'), north: most('north'), east: most('east'), south: most('south') };
}

/** Two hit shapes prepared for being tested against each other, as seen from the second. */
export interface Meeting {
  /** Limits of first − second within which their boxes overlap. */
  west: number;
  north: number;
  east: number;
  south: number;
  /** For each pair of parts: where the first may not be, seen from the second, and how near it may come to that. */
  polygons: Float64Array[];
  reachSquares: Float64Array;
}

export function prepareMeeting(first: HitShape, second: HitShape): Meeting {
  const polygons: Float64Array[] = [];
  const reachSquares: number[] = [];
  for (const a of first.parts) {
    for (const b of second.parts) {
      const sums: number[] = [];
      for (let i = 0; i < b.core.length; i += 2)
        for (let j = 0; j < a.core.length; j += 2) sums.push(b.core[i] - a.core[j], b.core[i + 1] - a.core[j + 1]);
      polygons.push(Float64Array.from(convexHull(sums)));
      const reach = a.radius + b.radius;
      reachSquares.push(reach * reach);
    }
  }
  return {
    west: second.west + first.east,
    north: second.north + first.south,
    east: second.east + first.west,
    south: second.south + first.north,
    polygons,
    reachSquares: Float64Array.from(reachSquares),
  };
}

/**
 * Whether the boxes of both come to overlap while the first moves from (x, y) by (dx, dy), seen from the second; touching
 * counts. The box around the whole way is tested, which is a little more than the way itself.
 */
export function boundsMeet(meeting: Meeting, x: number, y: number, dx: number, dy: number): boolean {
  return (
    (dx < 0 ? x + dx : x) <= meeting.east &&
    (dx > 0 ? x + dx : x) >= -meeting.west &&
    (dy < 0 ? y + dy : y) <= meeting.south &&
    (dy > 0 ? y + dy : y) >= -meeting.north
  );
}

/**
 * Whether the shapes themselves come to overlap on that way; touching counts. Both move in a straight line during a tick,
 * so bodies of any speed cannot pass through each other.
 */
export function shapesMeet(meeting: Meeting, x: number, y: number, dx: number, dy: number): boolean {
  const { polygons, reachSquares } = meeting;
  for (let pair = 0; pair < polygons.length; pair++) {
    if (segmentToPolygonSquare(polygons[pair], x, y, dx, dy) <= reachSquares[pair]) return true;
  }
  return false;
}

/** Whether a place lies in a hit shape whose centre is at (x, y). */
export function isPlaceIn(shape: HitShape, x: number, y: number, placeX: number, placeY: number): boolean {
  const { parts } = shape;
  for (let index = 0; index < parts.length; index++) {
    const { core, radius } = parts[index];
    if (segmentToPolygonSquare(core, placeX - x, placeY - y, 0, 0) <= radius * radius) return true;
  }
  return false;
}
