import type { ArenaGrid } from '../arena/grid';
import { RandomStream } from '../foundation/random';

/** A grid made from a seed, with walls strewn over it; `wallShare` in 0..1. Walls are both solid and opaque. */
export function randomArena(seed: number, mostSide = 24): { grid: ArenaGrid; random: RandomStream } {
  const random = new RandomStream(seed, 7);
  const width = random.nextInteger(2, mostSide);
  const height = random.nextInteger(2, mostSide);
  const wallShare = random.nextUnit() * 0.45;
  const solid = Uint8Array.from({ length: width * height }, () => (random.nextUnit() < wallShare ? 1 : 0));
  return { grid: { width, height, solid, opaque: solid }, random };
}

/** A grid from rows of text: `#` stops bodies and sight, `=` only bodies, `%` only sight. */
export function arenaOf(rows: readonly string[]): ArenaGrid {
  const cells = [...rows.join('')];
  return {
    width: rows[0].length,
    height: rows.length,
    solid: Uint8Array.from(cells, (glyph) => (glyph === '#' || glyph === '=' ? 1 : 0)),
    opaque: Uint8Array.from(cells, (glyph) => (glyph === '#' || glyph === '%' ? 1 : 0)),
  };
}
