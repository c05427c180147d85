import type { GameDocument, Level } from '@/core/index';
import type { Camera } from './camera';
import { fitTint, type Palette } from './palette';

type Terrain = GameDocument['terrain'][number];

/** Draws the ground: flat tints with fine hatching, outlines where solid ground meets open ground, a faint grid. */
export function drawGround(
  context: CanvasRenderingContext2D,
  terrain: readonly Terrain[],
  level: Level,
  camera: Camera,
  palette: Palette,
): void {
  const columns = level.map[0].length;
  const rows = level.map.length;
  context.save();
  context.translate(camera.left, camera.top);
  for (const ground of terrain) {
    const path = cellsOf(level, ground.glyph, camera.scale);
    context.fillStyle = fitTint(ground.tint, palette);
    context.fill(path);
    if (ground.hatching !== 'none') {
      context.fillStyle = hatching(context, ground.hatching, palette);
      context.fill(path);
    }
  }
  if (camera.scale >= 10) drawGrid(context, columns, rows, camera.scale, palette);
  drawOutlines(context, terrain, level, camera.scale, palette);
  context.restore();
}

/** All cells of one ground as a path of runs along the rows. */
function cellsOf(level: Level, glyph: string, scale: number): Path2D {
  const path = new Path2D();
  level.map.forEach((line, row) => {
    let start = -1;
    for (let column = 0; column <= line.length; column++) {
      const isHere = line[column] === glyph;
      if (isHere && start < 0) start = column;
      if (!isHere && start >= 0) {
        // A hair wider than the cells, so that no seam shows between rows.
        path.rect(start * scale, row * scale, (column - start) * scale + 0.5, scale + 0.5);
        start = -1;
      }
    }
  });
  return path;
}

const patterns = new Map<string, CanvasPattern>();

function hatching(
  context: CanvasRenderingContext2D,
  kind: 'diagonal' | 'dots',
  palette: Palette,
): CanvasPattern | string {
  const key = `${kind} ${palette.isDark}`;
  const known = patterns.get(key);
  if (known) return known;
  const tile = document.createElement('canvas');
  tile.width = tile.height = 8;
  const brush = tile.getContext('2d');
  if (!brush) return 'transparent';
  brush.strokeStyle = brush.fillStyle = palette.isDark ? 'rgba(255, 255, 255, 0.09)' : 'rgba(31, 45, 54, 0.13)';
  if (kind === 'dots') {
    brush.fillRect(1, 1, 1.5, 1.5);
    brush.fillRect(5, 5, 1.5, 1.5);
  } else {
    brush.lineWidth = 1;
    for (const shift of [-8, 0, 8]) {
      brush.moveTo(shift, 8);
      brush.lineTo(shift + 8, 0);
    }
    brush.stroke();
  }
  const pattern = context.createPattern(tile, 'repeat');
  if (pattern) patterns.set(key, pattern);
  return pattern ?? 'transparent';
}

function drawGrid(
  context: CanvasRenderingContext2D,
  columns: number,
  rows: number,
  scale: number,
  palette: Palette,
): void {
  context.beginPath();
  for (let column = 1; column < columns; column++) {
    context.moveTo(column * scale, 0);
    context.lineTo(column * scale, rows * scale);
  }
  for (let row = 1; row < rows; row++) {
    context.moveTo(0, row * scale);
    context.lineTo(columns * scale, row * scale);
  }
  context.strokeStyle = palette.grid;
  context.lineWidth = 1;
  context.stroke();
}

function drawOutlines(
  context: CanvasRenderingContext2D,
  terrain: readonly Terrain[],
  level: Level,
  scale: number,
  palette: Palette,
): void {
  const solid = new Set(terrain.filter((ground) => ground.solid).map((ground) => ground.glyph));
  const isSolid = (column: number, row: number) => solid.has(level.map[row]?.[column] ?? '');
  const isOpen = (column: number, row: number) => level.map[row]?.[column] !== undefined && !isSolid(column, row);
  context.beginPath();
  level.map.forEach((line, row) => {
    for (let column = 0; column < line.length; column++) {
      if (!isSolid(column, row)) continue;
      const [x, y] = [column * scale, row * scale];
      if (isOpen(column, row - 1)) addLine(context, x, y, x + scale, y);
      if (isOpen(column, row + 1)) addLine(context, x, y + scale, x + scale, y + scale);
      if (isOpen(column - 1, row)) addLine(context, x, y, x, y + scale);
      if (isOpen(column + 1, row)) addLine(context, x + scale, y, x + scale, y + scale);
    }
  });
  context.strokeStyle = palette.isDark ? 'rgba(233, 227, 213, 0.45)' : 'rgba(80, 66, 46, 0.75)';
  context.lineWidth = 1.25;
  context.stroke();
}

function addLine(context: CanvasRenderingContext2D, x0: number, y0: number, x1: number, y1: number): void {
  context.moveTo(x0, y0);
  context.lineTo(x1, y1);
}
