import { cosDegrees, headingDegrees, sinDegrees } from '../foundation/exactMath';
import { isOpaqueAt, type ArenaGrid } from './grid';
import { CLEAR, firstOpaqueFraction } from './sight';

/** An eye: where it is, where it looks (degrees, 0 = east, clockwise), how far (cells) and how wide (degrees). */
export interface Eye {
  x: number;
  y: number;
  facing: number;
  range: number;
  arc: number;
}

/**
 * The outline of what an eye can see, clipped by opaque ground, as a flat list x, y, x, y, … in cells. It is made of rays
 * of {@link firstOpaqueFraction}, the routine that also decides whether a piece sees another, so the drawing cannot
 * disagree with the run. For an arc below 360 the eye itself is the first point.
 */
export function outlineSightArea(grid: ArenaGrid, eye: Eye): number[] {
  const half = Math.min(eye.arc, 360) / 2;
  const turns = [...evenTurns(half), ...cornerTurns(grid, eye, half)].sort((a, b) => a - b);
  const outline: number[] = eye.arc < 360 ? [eye.x, eye.y] : [];
  for (const turn of turns) {
    const heading = eye.facing + turn;
    const endX = eye.x + cosDegrees(heading) * eye.range;
    const endY = eye.y + sinDegrees(heading) * eye.range;
    const fraction = firstOpaqueFraction(grid, eye.x, eye.y, endX, endY);
    const reach = fraction === CLEAR ? 1 : fraction;
    outline.push(eye.x + (endX - eye.x) * reach, eye.y + (endY - eye.y) * reach);
  }
  return outline;
}

const TURN_BETWEEN_RAYS = 3;

function evenTurns(half: number): number[] {
  const count = Math.max(2, Math.ceil((2 * half) / TURN_BETWEEN_RAYS));
  return Array.from({ length: count + 1 }, (_, index) => -half + (2 * half * index) / count);
}

/** Turns to both sides of every corner of opaque ground in range, so that edges of shadows come out sharp. */
function cornerTurns(grid: ArenaGrid, eye: Eye, half: number): number[] {
  const turns: number[] = [];
  for (let row = Math.floor(eye.y - eye.range); row <= Math.ceil(eye.y + eye.range); row++) {
    for (let column = Math.floor(eye.x - eye.range); column <= Math.ceil(eye.x + eye.range); column++) {
      if (!isCorner(grid, column, row)) continue;
      const dx = column - eye.x;
      const dy = row - eye.y;
      if (dx * dx + dy * dy > eye.range * eye.range) continue;
      const turn = ((headingDegrees(dx, dy) - eye.facing + 540) % 360) - 180;
      for (const aside of [turn - 0.01, turn + 0.01]) if (Math.abs(aside) <= half) turns.push(aside);
    }
  }
  return turns;
}

function isCorner(grid: ArenaGrid, column: number, row: number): boolean {
  const opaqueAround =
    Number(isOpaqueAt(grid, column - 1, row - 1)) +
    Number(isOpaqueAt(grid, column, row - 1)) +
    Number(isOpaqueAt(grid, column - 1, row)) +
    Number(isOpaqueAt(grid, column, row));
  return opaqueAround > 0 && opaqueAround < 4;
}
