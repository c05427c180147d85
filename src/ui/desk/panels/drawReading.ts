import type { PictureGrid, PictureReading } from '@/core/index';
import type { OpenedPicture } from '../../workers/picture.worker';

const RIVER = '#0e7a7f';
const MOSS = '#5c7c3c';

/** Draws a picture as large as fits, and over it how it is read: walls tinted, the first lines of cells, both ends. */
export function drawReading(
  canvas: HTMLCanvasElement,
  picture: Pick<OpenedPicture, 'width' | 'height' | 'grey'>,
  reading: PictureReading,
  grid: PictureGrid | undefined,
): void {
  const context = canvas.getContext('2d');
  if (!context) return;
  const scale = Math.min(canvas.width / picture.width, canvas.height / picture.height);
  context.clearRect(0, 0, canvas.width, canvas.height);
  context.putImageData(shrink(context, picture, scale), 0, 0);
  if (!grid) return;
  const isCells = reading.walls === 'cells';
  const edge = (index: number, start: number) =>
    (isCells ? start + index * reading.pitch : start + ((index - 0.5) / 2) * reading.pitch) * scale;
  context.fillStyle = 'rgba(14, 122, 127, 0.35)';
  for (let cell = 0; cell < grid.wall.length; cell++) {
    if (!grid.wall[cell]) continue;
    const column = cell % grid.columns;
    const row = Math.floor(cell / grid.columns);
    const [x, y] = [edge(column, reading.left), edge(row, reading.top)];
    context.fillRect(x, y, edge(column + 1, reading.left) - x, edge(row + 1, reading.top) - y);
  }
  const place = (cell: number) => ({
    x: edge((cell % grid.columns) + 0.5, reading.left),
    y: edge(Math.floor(cell / grid.columns) + 0.5, reading.top),
  });
  const size = Math.max(3, (reading.pitch * scale) / (isCells ? 3 : 5));
  context.lineWidth = 2;
  if (grid.entrance >= 0) {
    const { x, y } = place(grid.entrance);
    context.strokeStyle = RIVER;
    context.beginPath();
    context.arc(x, y, size, 0, Math.PI * 2);
    context.stroke();
  }
  if (grid.exit >= 0) {
    const { x, y } = place(grid.exit);
    context.strokeStyle = MOSS;
    context.strokeRect(x - size, y - size, 2 * size, 2 * size);
  }
}

/** The picture at another size, by the nearest pixel. */
function shrink(
  context: CanvasRenderingContext2D,
  { width, height, grey }: Pick<OpenedPicture, 'width' | 'height' | 'grey'>,
  scale: number,
): ImageData {
  const image = context.createImageData(
    Math.max(1, Math.floor(width * scale)),
    Math.max(1, Math.floor(height * scale)),
  );
  for (let y = 0; y < image.height; y++) {
    for (let x = 0; x < image.width; x++) {
      const shade =
        grey[Math.min(height - 1, Math.floor(y / scale)) * width + Math.min(width - 1, Math.floor(x / scale))];
      image.data.set([shade, shade, shade, 255], 4 * (y * image.width + x));
    }
  }
  return image;
}
