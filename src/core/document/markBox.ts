import type { Mark } from './gameDocument';

/** The smallest rectangle around a mark: x, y, width, height in cells; a point has no size. */
export function markBox(mark: Mark): [number, number, number, number] {
  if ('area' in mark) return mark.area;
  if ('point' in mark) return [...mark.point, 0, 0];
  const [[x0, y0], [x1, y1]] = mark.line;
  return [Math.min(x0, x1), Math.min(y0, y1), Math.abs(x1 - x0), Math.abs(y1 - y0)];
}
