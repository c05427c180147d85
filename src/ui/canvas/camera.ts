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

/** Shows the whole arena in the middle of a view, with some room around it. */
export function fitCamera(columns: number, rows: number, viewWidth: number, viewHeight: number, margin = 18): Camera {
  const scale = Math.max(
    LEAST_SCALE,
    Math.min(MOST_SCALE, (viewWidth - 2 * margin) / columns, (viewHeight - 2 * margin) / rows),
  );
  return { scale, left: (viewWidth - columns * scale) / 2, top: (viewHeight - rows * scale) / 2 };
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
