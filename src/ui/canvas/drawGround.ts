import type { Hatching, Terrain } from '@/core/index';
import type { CellWindow } from './arenaPicture';
import type { Camera } from './camera';
import { fitTint, type Palette } from './palette';

/** All cells that changed between two maps, with one more around them, or undefined when their sizes differ. */
export function changedWindow(before: readonly string[], after: readonly string[]): CellWindow | undefined {
  if (before.length !== after.length || before[0]?.length !== after[0]?.length) return undefined;
  const window = { column: Infinity, row: Infinity, lastColumn: -1, lastRow: -1 };
  after.forEach((line, row) => {
    const old = before[row];
    if (line === old) return;
    let first = 0;
    while (line[first] === old[first]) first++;
    let last = line.length - 1;
    while (line[last] === old[last]) last--;
    window.column = Math.min(window.column, first - 1);
    window.lastColumn = Math.max(window.lastColumn, last + 2);
    window.row = Math.min(window.row, row - 1);
    window.lastRow = Math.max(window.lastRow, row + 2);
  });
  if (window.lastRow < 0) return { column: 0, row: 0, lastColumn: 0, lastRow: 0 };
  return {
    column: Math.max(0, window.column),
    row: Math.max(0, window.row),
    lastColumn: Math.min(after[0].length, window.lastColumn),
    lastRow: Math.min(after.length, window.lastRow),
  };
}

/** What the drawing of the ground needs of a level. */
interface DrawnLevel {
  readonly map: readonly string[];
}

/**
 * Draws the ground: flat tints with fine hatching, outlines where solid ground meets open ground, a faint grid. With a window
 * only the cells in it are drawn anew; those beside it are drawn too, since their outlines reach into it.
 */
export function drawGround(
  context: CanvasRenderingContext2D,
  terrain: readonly Terrain[],
  level: DrawnLevel,
  camera: Camera,
  palette: Palette,
  window: CellWindow = { column: 0, row: 0, lastColumn: level.map[0].length, lastRow: level.map.length },
): void {
  const columns = level.map[0].length;
  const rows = level.map.length;
  context.save();
  context.translate(camera.left, camera.top);
  context.beginPath();
  const { scale } = camera;
  const [width, height] = [window.lastColumn - window.column, window.lastRow - window.row];
  const isWhole = width === columns && height === rows;
  if (!isWhole) {
    context.rect(window.column * scale, window.row * scale, width * scale, height * scale);
    context.clip();
    context.fillStyle = palette.beyond;
    context.fillRect(window.column * scale, window.row * scale, width * scale, height * scale);
  }
  const around: CellWindow = {
    column: Math.max(0, window.column - 1),
    row: Math.max(0, window.row - 1),
    lastColumn: Math.min(columns, window.lastColumn + 1),
    lastRow: Math.min(rows, window.lastRow + 1),
  };
  for (const ground of terrain) {
    const path = cellsOf(level, ground.glyph, camera.scale, around);
    context.fillStyle = fitTint(ground.tint, palette);
    context.fill(path);
    if (ground.hatching !== 'none') {
      context.fillStyle = hatching(context, ground.hatching, palette);
      context.fill(path);
    }
  }
  drawPushes(context, terrain, level, camera.scale, palette, around);
  if (camera.scale >= 10) drawGrid(context, columns, rows, camera.scale, palette, around);
  drawOutlines(context, terrain, level, camera.scale, palette, around);
  context.restore();
}

/** All cells of one ground as a path of runs along the rows. */
function cellsOf(level: DrawnLevel, glyph: string, scale: number, window: CellWindow): Path2D {
  const path = new Path2D();
  for (let row = window.row; row < window.lastRow; row++) {
    const line = level.map[row];
    let start = -1;
    for (let column = window.column; column <= window.lastColumn; column++) {
      const isHere = column < window.lastColumn && line[column] === glyph;
      if (isHere && start < 0) start = column;
      if (!isHere && start >= 0) {
        // A hair wider than the cells, so that no seam shows between rows.
        path.rect(start * scale, row * scale, (column - start) * scale + 0.5, scale + 0.5);
        start = -1;
      }
    }
  }
  return path;
}

const patterns = new Map<string, CanvasPattern>();

/** Strokes of each hatching on a tile of 8 × 8 pixels, as x0, y0, x1, y1; what leaves the tile comes in at the other side. */
const STROKES: Record<Hatching, readonly (readonly [number, number, number, number])[]> = {
  none: [],
  diagonal: [[0, 8, 8, 0]],
  backslant: [[0, 0, 8, 8]],
  crossed: [
    [0, 8, 8, 0],
    [0, 0, 8, 8],
  ],
  dots: [
    [1, 1.75, 2.5, 1.75],
    [5, 5.75, 6.5, 5.75],
  ],
  waves: [
    [0, 3, 2, 1.5],
    [2, 1.5, 4, 3],
    [4, 3, 6, 4.5],
    [6, 4.5, 8, 3],
  ],
  rungs: [
    [1.5, 0, 1.5, 8],
    [5.5, 0, 5.5, 8],
  ],
  courses: [
    [0, 0.5, 8, 0.5],
    [0, 4.5, 8, 4.5],
    [2, 0.5, 2, 4.5],
    [6, 4.5, 6, 8.5],
  ],
};

function hatching(context: CanvasRenderingContext2D, kind: Hatching, palette: Palette): CanvasPattern | string {
  const key = `${kind} ${palette.isDark}`;
  const known = patterns.get(key);
  if (known) return known;
  const tile = document.createElement('canvas');
  tile.width = tile.height = 8;
  const brush = tile.getContext('2d');
  if (!brush) return 'transparent';
  brush.strokeStyle = palette.isDark ? 'rgba(255, 255, 255, 0.09)' : 'rgba(31, 45, 54, 0.13)';
  brush.lineWidth = kind === 'dots' ? 1.5 : 1;
  for (const [x0, y0, x1, y1] of STROKES[kind]) {
    for (const shift of kind === 'dots' ? [0] : [-8, 0, 8]) {
      brush.moveTo(x0 + shift, y0);
      brush.lineTo(x1 + shift, y1);
    }
  }
  brush.stroke();
  const pattern = context.createPattern(tile, 'repeat');
  if (pattern) patterns.set(key, pattern);
  return pattern ?? 'transparent';
}

/** Small wedges on ground that pushes, pointing where it does. */
function drawPushes(
  context: CanvasRenderingContext2D,
  terrain: readonly Terrain[],
  level: DrawnLevel,
  scale: number,
  palette: Palette,
  window: CellWindow,
): void {
  if (scale < 8) return;
  const pushing = new Map(terrain.flatMap((ground) => (ground.push ? [[ground.glyph, ground.push] as const] : [])));
  if (pushing.size === 0) return;
  context.beginPath();
  for (let row = window.row; row < window.lastRow; row++) {
    for (let column = window.column; column < window.lastColumn; column++) {
      const push = pushing.get(level.map[row][column]);
      if (!push || (push[0] === 0 && push[1] === 0)) continue;
      const length = Math.hypot(push[0], push[1]);
      const [x, y] = [(push[0] / length) * scale * 0.2, (push[1] / length) * scale * 0.2];
      const [middleX, middleY] = [(column + 0.5) * scale, (row + 0.5) * scale];
      context.moveTo(middleX - x - y, middleY - y + x);
      context.lineTo(middleX + x, middleY + y);
      context.lineTo(middleX - x + y, middleY - y - x);
    }
  }
  context.strokeStyle = palette.dim;
  context.lineWidth = 1.5;
  context.stroke();
}

function drawGrid(
  context: CanvasRenderingContext2D,
  columns: number,
  rows: number,
  scale: number,
  palette: Palette,
  { column: left, row: top, lastColumn, lastRow }: CellWindow,
): void {
  context.beginPath();
  for (let column = Math.max(1, left); column < Math.min(columns, lastColumn + 1); column++) {
    context.moveTo(column * scale, top * scale);
    context.lineTo(column * scale, lastRow * scale);
  }
  for (let row = Math.max(1, top); row < Math.min(rows, lastRow + 1); row++) {
    context.moveTo(left * scale, row * scale);
    context.lineTo(lastColumn * scale, row * scale);
  }
  context.strokeStyle = palette.grid;
  context.lineWidth = 1;
  context.stroke();
}

function drawOutlines(
  context: CanvasRenderingContext2D,
  terrain: readonly Terrain[],
  level: DrawnLevel,
  scale: number,
  palette: Palette,
  window: CellWindow,
): void {
  const solid = new Set(terrain.filter((ground) => ground.solid).map((ground) => ground.glyph));
  const isSolid = (column: number, row: number) => solid.has(level.map[row]?.[column] ?? '');
  const isOpen = (column: number, row: number) => level.map[row]?.[column] !== undefined && !isSolid(column, row);
  context.beginPath();
  for (let row = window.row; row < window.lastRow; row++) {
    for (let column = window.column; column < window.lastColumn; column++) {
      if (!isSolid(column, row)) continue;
      const [x, y] = [column * scale, row * scale];
      if (isOpen(column, row - 1)) addLine(context, x, y, x + scale, y);
      if (isOpen(column, row + 1)) addLine(context, x, y + scale, x + scale, y + scale);
      if (isOpen(column - 1, row)) addLine(context, x, y, x, y + scale);
      if (isOpen(column + 1, row)) addLine(context, x + scale, y, x + scale, y + scale);
    }
  }
  context.strokeStyle = palette.isDark ? 'rgba(233, 227, 213, 0.45)' : 'rgba(80, 66, 46, 0.75)';
  context.lineWidth = 1.25;
  context.stroke();
}

function addLine(context: CanvasRenderingContext2D, x0: number, y0: number, x1: number, y1: number): void {
  context.moveTo(x0, y0);
  context.lineTo(x1, y1);
}
