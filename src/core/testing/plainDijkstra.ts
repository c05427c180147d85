import type { ArenaGrid } from '../arena/grid';

/**
 * Shortest lengths from a cell to all others by the plainest method: look through all open cells for the nearest, again and
 * again. Shares no code with what it checks.
 */
export function plainDistances(grid: ArenaGrid, start: number, diagonals: boolean): number[] {
  const { width, height } = grid;
  const isOpen = (x: number, y: number) =>
    x >= 0 && y >= 0 && x < width && y < height && grid.solid[y * width + x] === 0;
  const distance = new Array<number>(width * height).fill(Infinity);
  const done = new Array<boolean>(width * height).fill(false);
  distance[start] = 0;
  for (;;) {
    let nearest = -1;
    for (let cell = 0; cell < distance.length; cell++) {
      if (!done[cell] && distance[cell] < Infinity && (nearest < 0 || distance[cell] < distance[nearest]))
        nearest = cell;
    }
    if (nearest < 0) return distance;
    done[nearest] = true;
    const x = nearest % width;
    const y = Math.floor(nearest / width);
    for (const dx of [-1, 0, 1]) {
      for (const dy of [-1, 0, 1]) {
        const isDiagonal = dx !== 0 && dy !== 0;
        if ((dx === 0 && dy === 0) || (isDiagonal && !diagonals) || !isOpen(x + dx, y + dy)) continue;
        if (isDiagonal && (!isOpen(x + dx, y) || !isOpen(x, y + dy))) continue;
        const next = (y + dy) * width + x + dx;
        distance[next] = Math.min(distance[next], distance[nearest] + (isDiagonal ? Math.SQRT2 : 1));
      }
    }
  }
}
