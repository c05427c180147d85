import type { Level } from '../document/gameDocument';
import type { ScrollProgram } from './levelProgram';
import { ticksOf } from './ticksOf';

export function compileScroll({ scroll, map, ticksPerSecond }: Level): ScrollProgram | undefined {
  if (!scroll) return undefined;
  const { toward, speed = 0, after = 0, follows = Infinity, from = 0 } = scroll;
  const isAcross = toward === 'east' || toward === 'west';
  const sign = toward === 'east' || toward === 'south' ? 1 : -1;
  return {
    axis: isAcross ? 'x' : 'y',
    sign,
    origin: sign === 1 ? 0 : isAcross ? map[0].length : map.length,
    step: speed / ticksPerSecond,
    afterTicks: ticksOf(after, ticksPerSecond),
    follows,
    from,
  };
}

/** How far along a place lies in the direction in which a level scrolls, from the edge where it begins, cells. */
export function progressAt({ axis, sign, origin }: ScrollProgram, x: number, y: number): number {
  return ((axis === 'x' ? x : y) - origin) * sign;
}
