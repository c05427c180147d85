import { boxOutline, circleOutline, makeOutline, type Outline } from '../arena/outline';
import { makeHitShape, type HitShape } from '../arena/meeting';
import type { OutlineShape } from '../document/outlineShape';
import { assertNever } from '../foundation/result';

/** What walls meet of a shape; of a silhouette its convex hull. */
export function outlineOf(shape: OutlineShape): Outline {
  switch (shape.form) {
    case 'circle':
      return circleOutline(shape.radius);
    case 'box':
      return boxOutline(shape.width, shape.height);
    case 'capsule': {
      const half = Math.max(0, shape.length / 2 - shape.radius);
      return shape.lies === 'across'
        ? makeOutline(
            [
              [-half, 0],
              [half, 0],
            ],
            shape.radius,
          )
        : makeOutline(
            [
              [0, -half],
              [0, half],
            ],
            shape.radius,
          );
    }
    case 'convex':
      return makeOutline(shape.points, 0);
    case 'silhouette':
      return makeOutline(silhouetteBoxes(shape).flatMap(cornersOf), 0);
    default:
      return assertNever(shape);
  }
}

/** What others meet of a shape; a silhouette is made of boxes, so that its hollows stay hollow. */
export function hitShapeFor(shape: OutlineShape): HitShape {
  if (shape.form !== 'silhouette') return makeHitShape([outlineOf(shape)]);
  return makeHitShape(silhouetteBoxes(shape).map((box) => makeOutline(cornersOf(box), 0)));
}

interface Box {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}

function cornersOf({ x0, y0, x1, y1 }: Box): [number, number][] {
  return [
    [x0, y0],
    [x1, y0],
    [x1, y1],
    [x0, y1],
  ];
}

/** The filled pixels as few boxes: runs along the rows, joined with equal runs right below. Cells from the centre. */
export function silhouetteBoxes({ width, rows }: Extract<OutlineShape, { form: 'silhouette' }>): Box[] {
  const pixel = width / rows[0].length;
  const top = (-pixel * rows.length) / 2;
  const left = -width / 2;
  const done: Box[] = [];
  let open: { from: number; to: number; since: number }[] = [];
  const close = (runs: typeof open, row: number) => {
    for (const { from, to, since } of runs)
      done.push({ x0: left + from * pixel, y0: top + since * pixel, x1: left + to * pixel, y1: top + row * pixel });
  };
  rows.forEach((line, row) => {
    const runs = [...line.matchAll(/#+/g)].map((match) => ({ from: match.index, to: match.index + match[0].length }));
    const isSame = (a: { from: number; to: number }, b: { from: number; to: number }) =>
      a.from === b.from && a.to === b.to;
    close(
      open.filter((old) => !runs.some((run) => isSame(run, old))),
      row,
    );
    open = runs.map((run) => ({ ...run, since: open.find((old) => isSame(run, old))?.since ?? row }));
  });
  close(open, rows.length);
  return done;
}
