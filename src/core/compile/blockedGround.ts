import { cellsOfArea } from '../arena/area';
import type { ArenaGrid } from '../arena/grid';
import type { Outline } from '../arena/outline';
import type { GroundMap, GroundProgram, KindProgram, PieceProgram } from './levelProgram';

/**
 * The ground of a level with what blocks standing on it. Of every type of ground there is then a second one that stops bodies
 * as well, which lies wherever something stands that blocks; lifted or pushed away, it turns into the first again. So whatever
 * knows ground that changes, knows what blocks.
 */
export function blockGround(
  grid: ArenaGrid,
  ground: GroundMap,
  kinds: readonly KindProgram[],
  pieces: readonly PieceProgram[],
): { grid: ArenaGrid; ground: GroundMap } {
  if (!kinds.some(({ blocks }) => blocks)) return { grid, ground };
  const count = ground.types.length;
  const bases = ground.types.map((type, index): GroundProgram => ({ ...type, blockedAs: count + index }));
  const blocked = ground.types.map((type, index): GroundProgram => ({
    ...type,
    solid: true,
    solidFor: undefined,
    strength: 0,
    becomes: -1,
    under: index,
  }));
  const typeOfCell = ground.typeOfCell.slice();
  const solid = grid.solid.slice();
  for (const { kindIndex, x, y, isShot, isArrival } of pieces) {
    const { blocks, stand } = kinds[kindIndex];
    if (!blocks || isShot || isArrival) continue;
    for (const cell of cellsUnder(grid, stand, x, y)) {
      if (typeOfCell[cell] < count) typeOfCell[cell] += count;
      solid[cell] = 1;
    }
  }
  return { grid: { ...grid, solid }, ground: { ...ground, types: [...bases, ...blocked], typeOfCell } };
}

/** The cells whose middle a body covers; that in which its own middle lies at the least. */
export function cellsUnder({ width, height }: ArenaGrid, stand: Outline, x: number, y: number): number[] {
  const { west, north, east, south } = stand;
  const covers = (cell: number) => {
    const [dx, dy] = [(cell % width) + 0.5 - x, Math.floor(cell / width) + 0.5 - y];
    return dx > -west && dx < east && dy > -north && dy < south;
  };
  const own = Math.floor(y) * width + Math.floor(x);
  const box = { x: x - west, y: y - north, width: west + east, height: north + south };
  const isInside = x >= 0 && y >= 0 && x < width && y < height;
  return cellsOfArea(box, width, height).filter((cell) => covers(cell) || (isInside && cell === own));
}
