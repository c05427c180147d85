import { RandomStream } from '../foundation/random';
import { assertNever } from '../foundation/result';

/** What a start to edit is made of; the same numbers always give the same map. Sizes in cells. */
export interface MapRecipe {
  form: 'maze' | 'rooms' | 'islands';
  columns: number;
  rows: number;
  seed: number;
  /** 0..1: of a maze how many dead ends are opened, of rooms how many there are, of islands how much land. */
  openness: number;
  wallGlyph: string;
  openGlyph: string;
  /** What lies between islands. */
  betweenGlyph: string;
}

/** Stream of the generator, apart from those of runs. */
const STREAM_OF_MAPS = 77;

/** Draws a map by its recipe. Mazes, rooms and islands are all connected. */
export function generateMap(recipe: MapRecipe): string[] {
  const random = new RandomStream(recipe.seed, STREAM_OF_MAPS);
  switch (recipe.form) {
    case 'maze':
      return drawMaze(recipe, random);
    case 'rooms':
      return drawRooms(recipe, random);
    case 'islands':
      return drawIslands(recipe, random);
    default:
      return assertNever(recipe.form);
  }
}

type Grid = string[][];

function filled({ columns, rows }: MapRecipe, glyph: string): Grid {
  return Array.from({ length: rows }, () => new Array<string>(columns).fill(glyph));
}

const STEPS = [
  [1, 0],
  [0, 1],
  [-1, 0],
  [0, -1],
] as const;

/** Depth first from the corner, by cells two apart; then dead ends are opened into loops. */
function drawMaze(recipe: MapRecipe, random: RandomStream): string[] {
  const { columns, rows, wallGlyph, openGlyph, openness } = recipe;
  const grid = filled(recipe, wallGlyph);
  const isInside = (x: number, y: number) => x > 0 && y > 0 && x < columns - 1 && y < rows - 1;
  grid[1][1] = openGlyph;
  const stack: [number, number][] = [[1, 1]];
  while (stack.length > 0) {
    const [x, y] = stack[stack.length - 1];
    const ways = STEPS.filter(
      ([dx, dy]) => isInside(x + 2 * dx, y + 2 * dy) && grid[y + 2 * dy][x + 2 * dx] === wallGlyph,
    );
    if (ways.length === 0) {
      stack.pop();
      continue;
    }
    const [dx, dy] = ways[random.nextInteger(0, ways.length - 1)];
    grid[y + dy][x + dx] = grid[y + 2 * dy][x + 2 * dx] = openGlyph;
    stack.push([x + 2 * dx, y + 2 * dy]);
  }
  for (let y = 1; y < rows - 1; y += 2) {
    for (let x = 1; x < columns - 1; x += 2) {
      const closed = STEPS.filter(([dx, dy]) => grid[y + dy][x + dx] === wallGlyph && isInside(x + 2 * dx, y + 2 * dy));
      const exits = STEPS.filter(([dx, dy]) => grid[y + dy][x + dx] === openGlyph).length;
      if (exits !== 1 || closed.length === 0 || random.nextUnit() >= openness) continue;
      const [dx, dy] = closed[random.nextInteger(0, closed.length - 1)];
      grid[y + dy][x + dx] = openGlyph;
    }
  }
  return grid.map((row) => row.join(''));
}

interface Hall {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** Halls that do not touch, each joined to the one before it by a bent corridor. */
function drawRooms(recipe: MapRecipe, random: RandomStream): string[] {
  const { columns, rows, wallGlyph, openGlyph, openness } = recipe;
  const grid = filled(recipe, wallGlyph);
  const halls: Hall[] = [];
  const wanted = Math.max(2, Math.round(openness * ((columns * rows) / 60)));
  for (let attempt = 0; attempt < 40 * wanted && halls.length < wanted; attempt++) {
    const width = random.nextInteger(3, Math.max(3, Math.min(9, columns - 4)));
    const height = random.nextInteger(3, Math.max(3, Math.min(7, rows - 4)));
    if (width > columns - 2 || height > rows - 2) continue;
    const x = random.nextInteger(1, Math.max(1, columns - width - 1));
    const y = random.nextInteger(1, Math.max(1, rows - height - 1));
    const overlaps = halls.some(
      (hall) => x <= hall.x + hall.width && hall.x <= x + width && y <= hall.y + hall.height && hall.y <= y + height,
    );
    if (!overlaps) halls.push({ x, y, width, height });
  }
  halls.forEach((hall, index) => {
    for (let y = hall.y; y < hall.y + hall.height; y++)
      for (let x = hall.x; x < hall.x + hall.width; x++) grid[y][x] = openGlyph;
    const before = halls[index - 1];
    if (before) joinHalls(grid, before, hall, openGlyph);
  });
  if (halls.length === 0) grid[1][1] = openGlyph;
  return grid.map((row) => row.join(''));
}

function joinHalls(grid: Grid, from: Hall, to: Hall, openGlyph: string): void {
  const middle = ({ x, y, width, height }: Hall) => [x + Math.floor(width / 2), y + Math.floor(height / 2)];
  let [x, y] = middle(from);
  const [toX, toY] = middle(to);
  while (x !== toX) {
    grid[y][x] = openGlyph;
    x += Math.sign(toX - x);
  }
  while (y !== toY) {
    grid[y][x] = openGlyph;
    y += Math.sign(toY - y);
  }
}

const SMOOTHINGS = 4;

/** Land strewn at random and smoothed by its neighbours; islands are joined by causeways of land. */
function drawIslands(recipe: MapRecipe, random: RandomStream): string[] {
  const { columns, rows, openGlyph, betweenGlyph, openness } = recipe;
  const isRim = (x: number, y: number) => x < 1 || y < 1 || x >= columns - 1 || y >= rows - 1;
  let land = Array.from({ length: rows }, (_, y) =>
    Array.from({ length: columns }, (__, x) => !isRim(x, y) && random.nextUnit() < 0.4 + 0.25 * openness),
  );
  for (let round = 0; round < SMOOTHINGS; round++) {
    const before = land;
    land = before.map((row, y) =>
      row.map((_, x) => {
        let around = 0;
        for (let dy = -1; dy <= 1; dy++) for (let dx = -1; dx <= 1; dx++) if (before[y + dy]?.[x + dx]) around++;
        return !isRim(x, y) && around >= 5;
      }),
    );
  }
  if (!land.some((row) => row.includes(true))) land[Math.floor(rows / 2)][Math.floor(columns / 2)] = true;
  joinIslands(land, columns, rows);
  return land.map((row) => row.map((isLand) => (isLand ? openGlyph : betweenGlyph)).join(''));
}

/** Joins every island to the first one by a straight and bent causeway from its first cell. */
function joinIslands(land: boolean[][], columns: number, rows: number): void {
  const island = new Int32Array(columns * rows).fill(-1);
  const firsts: number[] = [];
  for (let cell = 0; cell < columns * rows; cell++) {
    if (island[cell] >= 0 || !land[Math.floor(cell / columns)][cell % columns]) continue;
    const queue = [cell];
    island[cell] = firsts.length;
    for (const at of queue) {
      for (const [dx, dy] of STEPS) {
        const x = (at % columns) + dx;
        const y = Math.floor(at / columns) + dy;
        if (!land[y]?.[x] || island[y * columns + x] >= 0) continue;
        island[y * columns + x] = firsts.length;
        queue.push(y * columns + x);
      }
    }
    firsts.push(cell);
  }
  for (const cell of firsts.slice(1)) {
    let [x, y] = [cell % columns, Math.floor(cell / columns)];
    const [toX, toY] = [firsts[0] % columns, Math.floor(firsts[0] / columns)];
    while (x !== toX || y !== toY) {
      land[y][x] = true;
      if (x !== toX) x += Math.sign(toX - x);
      else y += Math.sign(toY - y);
    }
  }
}
