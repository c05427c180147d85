import type { LevelProgram } from '../compile/levelProgram';

/** Middles of all cells on which one can stand. */
export function buildFloorCells({ grid }: LevelProgram): { x: number; y: number }[] {
  const cells: { x: number; y: number }[] = [];
  for (let cell = 0; cell < grid.solid.length; cell++)
    if (grid.solid[cell] === 0) cells.push({ x: (cell % grid.width) + 0.5, y: Math.floor(cell / grid.width) + 0.5 });
  return cells;
}
