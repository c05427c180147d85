import type { ArenaGrid } from '../../../arena/grid';
import type { Outline } from '../../../arena/outline';
import { isWayOpen } from '../../../arena/sweep';
import type { World } from '../world';

/** How far ahead the way is looked at when nothing is in it, cells. */
const AHEAD_CELLS = 3;
/** No more ticks than this are known ahead. */
const MOST_TICKS = 120;
/** After something was in the way ahead, so many ticks pass before it is looked at again. */
const TICKS_UNTIL_NEXT_LOOK = 8;

/**
 * Moves a piece straight on by one step if its way is known to be free; false when it has to be swept. A step on a free
 * way ends where a sweep would have ended. Whoever changes the heading, the place or the ground calls {@link forgetWay}.
 */
export function goFreely(world: World, piece: number, stepX: number, stepY: number): boolean {
  const left = world.freeTicks[piece];
  if (left <= 0) return false;
  world.freeTicks[piece] = left - 1;
  world.x[piece] += stepX;
  world.y[piece] += stepY;
  return true;
}

/** After a step that met nothing: finds out for how many more such steps that will be so. */
export function lookAlongWay(
  world: World,
  piece: number,
  grid: ArenaGrid,
  outline: Outline,
  stepX: number,
  stepY: number,
): void {
  const left = world.freeTicks[piece];
  if (left < 0) {
    world.freeTicks[piece] = left + 1;
    return;
  }
  const longest = Math.max(Math.abs(stepX), Math.abs(stepY));
  if (longest === 0 || world.level.changesPace) return;
  const ticks = Math.min(MOST_TICKS, Math.ceil(AHEAD_CELLS / longest));
  // One step more than is used, so that no rounding on the way matters.
  const isFree = isWayOpen(grid, world.x[piece], world.y[piece], outline, stepX * (ticks + 1), stepY * (ticks + 1));
  world.freeTicks[piece] = isFree ? ticks : -TICKS_UNTIL_NEXT_LOOK;
}

export function forgetWay(world: World, piece: number): void {
  world.freeTicks[piece] = 0;
}
