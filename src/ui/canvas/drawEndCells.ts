import { markBox, type Level } from '@/core/index';
import { toScreen, type Camera } from './camera';
import type { Palette } from './palette';

/** Tints cells by a count; the fullest is strongest. The exit is drawn as a frame, so that one knows the way. */
export function drawEndCells(
  context: CanvasRenderingContext2D,
  cells: readonly { column: number; row: number; count: number }[],
  marks: Level['marks'],
  camera: Camera,
  palette: Palette,
): void {
  const most = cells.reduce((highest, cell) => Math.max(highest, cell.count), 1);
  context.fillStyle = palette.clay;
  for (const cell of cells) {
    const { x, y } = toScreen(camera, cell.column, cell.row);
    context.globalAlpha = 0.15 + 0.85 * Math.sqrt(cell.count / most);
    context.fillRect(x, y, camera.scale, camera.scale);
  }
  context.globalAlpha = 1;
  context.strokeStyle = palette.moss;
  context.lineWidth = 2;
  for (const mark of marks) {
    const area = markBox(mark);
    const corner = toScreen(camera, area[0], area[1]);
    context.strokeRect(corner.x + 1, corner.y + 1, area[2] * camera.scale - 2, area[3] * camera.scale - 2);
  }
}
