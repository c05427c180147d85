import { markBox, type CellCount, type Mark } from '@/core/index';
import { toScreen, type Camera } from './camera';

/** The highest count of all cells; 0 where there are none. */
export function mostOf(cells: readonly CellCount[]): number {
  return cells.reduce((highest, cell) => Math.max(highest, cell.count), 0);
}

/** Tints cells by a count; one with the highest count is strongest. */
export function drawCellCounts(
  context: CanvasRenderingContext2D,
  cells: readonly CellCount[],
  colour: string,
  camera: Camera,
  most = Math.max(1, mostOf(cells)),
): void {
  context.fillStyle = colour;
  for (const cell of cells) {
    const { x, y } = toScreen(camera, cell.column, cell.row);
    context.globalAlpha = 0.15 + 0.85 * Math.sqrt(cell.count / most);
    context.fillRect(x, y, camera.scale, camera.scale);
  }
  context.globalAlpha = 1;
}

/** Frames round marks that have an area. */
export function drawMarkFrames(
  context: CanvasRenderingContext2D,
  marks: readonly Mark[],
  colour: string,
  camera: Camera,
): void {
  context.strokeStyle = colour;
  context.lineWidth = 2;
  for (const mark of marks) {
    const [x, y, width, height] = markBox(mark);
    if (width === 0 || height === 0) continue;
    const corner = toScreen(camera, x, y);
    context.strokeRect(corner.x + 1, corner.y + 1, width * camera.scale - 2, height * camera.scale - 2);
  }
}
