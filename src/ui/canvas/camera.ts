import type { SeenPart } from './arenaPicture';

/** How the arena lies on the screen: pixels a cell, and where cell 0, 0 stands, in CSS pixels. */
export interface Camera {
  scale: number;
  left: number;
  top: number;
}

/** The largest level there may be is still seen whole. */
const LEAST_SCALE = 1;
const MOST_SCALE = 160;

/** Below so many pixels a cell everything is drawn plainly: what is smaller than a fingertip has no details. */
export const FAR_SCALE = 5;

/** How far beyond the rim of a view something may stand whose ring or label reaches into it, pixels. */
const RIM = 60;

/** The part of a level that a view shows, with a rim. */
export function seenPart(camera: Camera, width: number, height: number): SeenPart {
  const from = toCells(camera, -RIM, -RIM);
  const to = toCells(camera, width + RIM, height + RIM);
  return { x0: from.x, y0: from.y, x1: to.x, y1: to.y };
}

/** Room around what is shown whole, pixels. */
const MARGIN = 18;

/** Shows the whole ground of a level in the middle of a view, with some room around it. */
export function fitCamera(columns: number, rows: number, viewWidth: number, viewHeight: number, margin = MARGIN) {
  return fitPart({ x0: 0, y0: 0, x1: columns, y1: rows }, viewWidth, viewHeight, margin);
}

/** Shows a part of a level in the middle of a view, with some room around it. */
export function fitPart(part: SeenPart, viewWidth: number, viewHeight: number, margin = MARGIN): Camera {
  const across = (viewWidth - 2 * margin) / (part.x1 - part.x0);
  const down = (viewHeight - 2 * margin) / (part.y1 - part.y0);
  const scale = Math.max(LEAST_SCALE, Math.min(MOST_SCALE, across, down));
  const left = (viewWidth - (part.x0 + part.x1) * scale) / 2;
  return { scale, left, top: (viewHeight - (part.y0 + part.y1) * scale) / 2 };
}

/** Zooms by a factor and keeps the place under the pointer where it is. */
export function zoomAt(camera: Camera, factor: number, pointerX: number, pointerY: number): Camera {
  const scale = Math.max(LEAST_SCALE, Math.min(MOST_SCALE, camera.scale * factor));
  const change = scale / camera.scale;
  return {
    scale,
    left: pointerX - (pointerX - camera.left) * change,
    top: pointerY - (pointerY - camera.top) * change,
  };
}

export function toCells(camera: Camera, pointerX: number, pointerY: number): { x: number; y: number } {
  return { x: (pointerX - camera.left) / camera.scale, y: (pointerY - camera.top) / camera.scale };
}

export function toScreen(camera: Camera, x: number, y: number): { x: number; y: number } {
  return { x: camera.left + x * camera.scale, y: camera.top + y * camera.scale };
}
