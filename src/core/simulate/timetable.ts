import type { MoverPreview, MoverStop } from './previewMovers';
import type { RouteTimes } from './routeTimes';

/** When a mover is where, as long as nobody disturbs it. Times in seconds, lengths in cells. */
export interface Timetable {
  piece: string;
  motion: MoverPreview['motion'];
  /** The box that it goes over with its middle. */
  span: { west: number; east: number; north: number; south: number };
  /** How long one round takes; undefined where it does not come back while it is watched. */
  round: number | undefined;
  /** For how long it is told, and how far it goes in that time. */
  seconds: number;
  length: number;
  /** Where it turns, comes to a waypoint, tips, lands or leaves, in the order of time. */
  moments: TimetableMoment[];
}

export interface TimetableMoment {
  seconds: number;
  x: number;
  y: number;
  what: MoverStop['what'] | 'is at a waypoint';
}

/** So often the way of a mover is noted. */
const TRACK_PER_SECOND = 10;
/** What comes farther than this between two notes was put there: it left the level at one side and came in at another. */
const PUT_CELLS = 3;

/** The timetable of a mover, of what its preview shows; with the times of its route where it walks one. */
export function timetableOf(
  { piece, motion, track, stops, roundSeconds }: MoverPreview,
  route?: RouteTimes,
): Timetable {
  const points = Array.from({ length: track.length / 2 }, (_, index) => ({
    x: track[2 * index],
    y: track[2 * index + 1],
  }));
  const [xs, ys] = [points.map(({ x }) => x), points.map(({ y }) => y)];
  const atWaypoints = (route?.reachedAtSeconds ?? []).flatMap((seconds, index): TimetableMoment[] =>
    seconds === undefined
      ? []
      : [{ seconds, x: route!.waypoints[2 * index], y: route!.waypoints[2 * index + 1], what: 'is at a waypoint' }],
  );
  // A round is noted where it is over, and may have begun a little after the start.
  const seconds = roundSeconds ?? (points.length - 1) / TRACK_PER_SECOND;
  return {
    piece,
    motion,
    span: { west: Math.min(...xs), east: Math.max(...xs), north: Math.min(...ys), south: Math.max(...ys) },
    round: roundSeconds,
    seconds,
    length: lengthOf(points.slice(-1 - Math.round(seconds * TRACK_PER_SECOND))),
    moments: [...atWaypoints, ...stops].sort((one, other) => one.seconds - other.seconds),
  };
}

function lengthOf(points: readonly { x: number; y: number }[]): number {
  return points.slice(1).reduce((sum, to, index) => sum + stepOf(points[index], to), 0);
}

function stepOf(from: { x: number; y: number }, to: { x: number; y: number }): number {
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const step = Math.sqrt(dx * dx + dy * dy);
  return step > PUT_CELLS ? 0 : step;
}

const LEAST_SPAN = 0.05;

/** "x 4.5 to 10.5, y 7.5" */
export function saySpan({ west, east, north, south }: Timetable['span']): string {
  const stretch = (name: string, low: number, high: number) =>
    high - low < LEAST_SPAN ? `${name} ${low.toFixed(1)}` : `${name} ${low.toFixed(1)} to ${high.toFixed(1)}`;
  return `${stretch('x', west, east)}, ${stretch('y', north, south)}`;
}

/** "turns at 2.2, 4.6 s; lands at 9.0 s", the first so many of each sort. */
export function sayMoments(moments: readonly TimetableMoment[], most = 8): string {
  const sorts = [...new Set(moments.map(({ what }) => what))];
  return sorts
    .map((what) => {
      const times = moments.filter((moment) => moment.what === what).map(({ seconds }) => seconds.toFixed(1));
      return `${what} at ${times.slice(0, most).join(', ')}${times.length > most ? ' …' : ''} s`;
    })
    .join('; ');
}
