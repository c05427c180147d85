import { fitTint, type Palette } from './palette';

const FULL_TURN = Math.PI * 2;

/** A piece of the cast: a plate of its true size with two strata across and a wedge where it faces. Sizes in pixels. */
export function drawPiece(
  context: CanvasRenderingContext2D,
  x: number,
  y: number,
  radius: number,
  heading: number,
  tint: string,
  palette: Palette,
): void {
  context.save();
  context.translate(x, y);
  context.rotate(heading);
  context.beginPath();
  context.moveTo(radius * 1.42, 0);
  context.lineTo(radius * 0.62, -radius * 0.78);
  context.arc(0, 0, radius, -0.9, 0.9, true);
  context.closePath();
  context.fillStyle = fitTint(tint, palette);
  context.fill();
  context.strokeStyle = palette.ink;
  context.lineWidth = 1.25;
  context.stroke();
  context.beginPath();
  context.moveTo(-radius * 0.35, -radius * 0.5);
  context.lineTo(-radius * 0.35, radius * 0.5);
  context.moveTo(radius * 0.1, -radius * 0.5);
  context.lineTo(radius * 0.1, radius * 0.5);
  context.strokeStyle = 'rgba(251, 248, 241, 0.9)';
  context.lineWidth = Math.max(1.5, radius * 0.16);
  context.stroke();
  context.restore();
}

/** The player: a ring with a core. */
export function drawPlayer(
  context: CanvasRenderingContext2D,
  x: number,
  y: number,
  radius: number,
  palette: Palette,
): void {
  context.beginPath();
  context.arc(x, y, radius, 0, FULL_TURN);
  context.fillStyle = palette.paper;
  context.fill();
  context.lineWidth = Math.max(2, radius * 0.28);
  context.strokeStyle = palette.ink;
  context.stroke();
  context.beginPath();
  context.arc(x, y, radius * 0.34, 0, FULL_TURN);
  context.fillStyle = palette.ink;
  context.fill();
}

/** A dashed ring around what is selected. */
export function drawSelection(
  context: CanvasRenderingContext2D,
  x: number,
  y: number,
  radius: number,
  palette: Palette,
): void {
  context.save();
  context.beginPath();
  context.arc(x, y, radius * 1.25 + 5, 0, FULL_TURN);
  context.setLineDash([4, 3]);
  context.lineWidth = 1.75;
  context.strokeStyle = palette.river;
  context.stroke();
  context.restore();
}

/** A small diamond: a waypoint. */
export function drawWaypoint(
  context: CanvasRenderingContext2D,
  x: number,
  y: number,
  isChosen: boolean,
  palette: Palette,
): void {
  const half = isChosen ? 7 : 5.5;
  context.beginPath();
  context.moveTo(x, y - half);
  context.lineTo(x + half, y);
  context.lineTo(x, y + half);
  context.lineTo(x - half, y);
  context.closePath();
  context.fillStyle = isChosen ? palette.river : palette.paper;
  context.fill();
  context.lineWidth = 1.5;
  context.strokeStyle = palette.river;
  context.stroke();
}

/** Width of a label's text in pixels. */
export function measureLabel(context: CanvasRenderingContext2D, text: string): number {
  context.font = LABEL_FONT;
  return context.measureText(text).width;
}

const LABEL_FONT = '11px "JetBrains Mono Variable", monospace';

/** A short text on a plate of paper, so that it can be read on any ground. */
export function drawLabel(
  context: CanvasRenderingContext2D,
  text: string,
  x: number,
  y: number,
  palette: Palette,
  colour = palette.ink,
): void {
  const width = measureLabel(context, text);
  context.textBaseline = 'middle';
  context.globalAlpha = 0.82;
  context.fillStyle = palette.paper;
  context.fillRect(x - 3, y - 8, width + 6, 16);
  context.globalAlpha = 1;
  context.fillStyle = colour;
  context.fillText(text, x, y + 0.5);
}
