import * as z from 'zod';
import { quantity } from './quantity';

/** Sizes of hit and stand shapes. */
export const OUTLINE_LIMITS = { points: 24, silhouetteSide: 64 } as const;

const halfSize = (about: string) => quantity({ label: 'radius', unit: 'cells', low: 0.05, high: 8, step: 0.05, about });
const wholeSize = (label: string, about: string) =>
  quantity({ label, unit: 'cells', low: 0.1, high: 16, step: 0.05, about });
const corner = z.tuple([z.number().min(-8).max(8), z.number().min(-8).max(8)]);

/** Twice the signed area of the triangle a, b, c; positive when it turns clockwise on the screen. */
function turn(a: readonly number[], b: readonly number[], c: readonly number[]): number {
  return (b[0] - a[0]) * (c[1] - b[1]) - (b[1] - a[1]) * (c[0] - b[0]);
}

/** Whether points, joined in order, go round once and only ever turn one way. */
export function isConvex(points: readonly (readonly [number, number])[]): boolean {
  const count = points.length;
  const turns = points.map((point, index) => turn(point, points[(index + 1) % count], points[(index + 2) % count]));
  if (!turns.every((value) => value > 1e-9) && !turns.every((value) => value < -1e-9)) return false;
  // Going round twice also turns one way only; then some corner lies inside the triangles of the fan.
  return points.every((point, index) => index < 2 || turn(points[0], points[index - 1], point) * turns[0] >= 0);
}

export const outlineShape = z
  .discriminatedUnion('form', [
    z.strictObject({ form: z.literal('circle'), radius: halfSize('from its centre to its rim, cells') }),
    z.strictObject({
      form: z.literal('box'),
      width: wholeSize('width', 'from west to east, cells'),
      height: wholeSize('height', 'from north to south, cells'),
    }),
    z.strictObject({
      form: z.literal('capsule'),
      length: wholeSize('length', 'whole length with both round ends, cells'),
      radius: halfSize('of its round ends, cells'),
      lies: z.enum(['across', 'upright']).describe('which way it is long'),
    }),
    z.strictObject({
      form: z.literal('convex'),
      points: z
        .array(corner)
        .max(OUTLINE_LIMITS.points)
        .refine((points) => points.length >= 3, 'a convex outline needs at least 3 points')
        .refine(
          (points) => points.length < 3 || isConvex(points),
          'the points must go round once and never turn inwards',
        )
        .describe('corners in order, cells from the centre'),
    }),
    z.strictObject({
      form: z.literal('silhouette'),
      width: wholeSize('width', 'width of the whole picture, cells'),
      rows: z
        .array(
          z
            .string()
            .regex(/^[.#]+$/, 'may hold only # and .')
            .max(OUTLINE_LIMITS.silhouetteSide),
        )
        .min(1)
        .max(OUTLINE_LIMITS.silhouetteSide)
        .refine((rows) => rows.every((row) => row.length === rows[0].length), 'all rows must be equally long')
        .refine((rows) => rows.some((row) => row.includes('#')), 'at least one # is needed')
        .describe('`#` where the picture is opaque, `.` elsewhere; its middle is the centre of the piece'),
    }),
  ])
  .describe('what a body fills, around its centre; it does not turn with the facing');

export type OutlineShape = z.infer<typeof outlineShape>;

/** How far a shape reaches from its centre to the west, north, east and south, cells. */
export interface Reach {
  west: number;
  north: number;
  east: number;
  south: number;
}

export function reachOf(shape: OutlineShape): Reach {
  switch (shape.form) {
    case 'circle':
      return { west: shape.radius, north: shape.radius, east: shape.radius, south: shape.radius };
    case 'box':
      return { west: shape.width / 2, north: shape.height / 2, east: shape.width / 2, south: shape.height / 2 };
    case 'capsule': {
      const long = Math.max(shape.length / 2, shape.radius);
      const [across, down] = shape.lies === 'across' ? [long, shape.radius] : [shape.radius, long];
      return { west: across, north: down, east: across, south: down };
    }
    case 'convex': {
      const xs = shape.points.map(([x]) => x);
      const ys = shape.points.map(([, y]) => y);
      return { west: -Math.min(...xs), north: -Math.min(...ys), east: Math.max(...xs), south: Math.max(...ys) };
    }
    case 'silhouette': {
      const pixel = shape.width / shape.rows[0].length;
      const height = pixel * shape.rows.length;
      const columns = shape.rows.flatMap((row) => [row.indexOf('#'), row.lastIndexOf('#')]).filter((at) => at >= 0);
      const filled = shape.rows.flatMap((row, index) => (row.includes('#') ? [index] : []));
      return {
        west: shape.width / 2 - Math.min(...columns) * pixel,
        north: height / 2 - filled[0] * pixel,
        east: (Math.max(...columns) + 1) * pixel - shape.width / 2,
        south: (filled[filled.length - 1] + 1) * pixel - height / 2,
      };
    }
  }
}
