import type { ShownPart } from './arenaPicture';
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

/** A thing that neither moves nor looks, as a pot: a plate of its true size with three strata across. Sizes in pixels. */
export function drawThing(
  context: CanvasRenderingContext2D,
  x: number,
  y: number,
  radius: number,
  tint: string,
  palette: Palette,
): void {
  context.beginPath();
  context.arc(x, y, radius, 0, FULL_TURN);
  context.fillStyle = fitTint(tint, palette);
  context.fill();
  context.strokeStyle = palette.ink;
  context.lineWidth = 1.25;
  context.stroke();
  context.beginPath();
  for (const [height, half] of [
    [-0.4, 0.45],
    [0, 0.62],
    [0.4, 0.45],
  ]) {
    context.moveTo(x - half * radius, y + height * radius);
    context.lineTo(x + half * radius, y + height * radius);
  }
  context.strokeStyle = 'rgba(251, 248, 241, 0.9)';
  context.lineWidth = Math.max(1, radius * 0.13);
  context.stroke();
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

/** The mark of a goal that has been filled: a moss disc with a tick. */
export function drawFilled(
  context: CanvasRenderingContext2D,
  x: number,
  y: number,
  radius: number,
  palette: Palette,
): void {
  const size = Math.max(5, radius * 0.7);
  context.beginPath();
  context.arc(x, y, size, 0, FULL_TURN);
  context.fillStyle = palette.moss;
  context.fill();
  context.beginPath();
  context.moveTo(x - size * 0.5, y);
  context.lineTo(x - size * 0.1, y + size * 0.42);
  context.lineTo(x + size * 0.55, y - size * 0.42);
  context.strokeStyle = palette.paper;
  context.lineWidth = Math.max(1.5, size * 0.22);
  context.stroke();
}

/** Traces the parts of a shape in pixels. Rounded parts are traced by their core; see {@link fillParts}. */
function tracePart(context: CanvasRenderingContext2D, part: ShownPart, x: number, y: number, scale: number): void {
  context.beginPath();
  for (let index = 0; index < part.corners.length; index += 2) {
    const cornerX = x + part.corners[index] * scale;
    const cornerY = y + part.corners[index + 1] * scale;
    if (index === 0) context.moveTo(cornerX, cornerY);
    else context.lineTo(cornerX, cornerY);
  }
  context.closePath();
}

/** A body that is no circle: its true shape in the tint of its kind, with a small wedge where it faces. */
export function drawBody(
  context: CanvasRenderingContext2D,
  parts: readonly ShownPart[],
  x: number,
  y: number,
  scale: number,
  /** Radians; undefined for what faces nowhere. */
  heading: number | undefined,
  tint: string,
  palette: Palette,
): void {
  context.save();
  context.lineJoin = context.lineCap = 'round';
  // The rim first, a little larger, so that parts that touch become one body.
  for (const [grow, style] of [
    [2.5, palette.ink],
    [0, fitTint(tint, palette)],
  ] as const) {
    context.fillStyle = context.strokeStyle = style;
    for (const part of parts) {
      tracePart(context, part, x, y, scale);
      context.lineWidth = 2 * part.radius * scale + grow;
      if (context.lineWidth > 0) context.stroke();
      context.fill();
    }
  }
  if (heading === undefined) {
    context.restore();
    return;
  }
  const size = Math.max(4, 0.16 * scale);
  context.translate(x, y);
  context.rotate(heading);
  context.beginPath();
  context.moveTo(size, 0);
  context.lineTo(-size * 0.7, -size * 0.75);
  context.lineTo(-size * 0.7, size * 0.75);
  context.closePath();
  context.fillStyle = 'rgba(251, 248, 241, 0.9)';
  context.fill();
  context.restore();
}

/** Only the outline of a shape. */
export function drawShape(
  context: CanvasRenderingContext2D,
  parts: readonly ShownPart[],
  x: number,
  y: number,
  scale: number,
  colour: string,
  dash: number[],
): void {
  context.save();
  context.strokeStyle = colour;
  context.setLineDash(dash);
  context.lineWidth = 1.75;
  for (const part of parts) {
    if (part.corners.length === 2) {
      context.beginPath();
      context.arc(x + part.corners[0] * scale, y + part.corners[1] * scale, part.radius * scale, 0, FULL_TURN);
    } else if (part.radius > 0) traceRounded(context, part, x, y, scale);
    else tracePart(context, part, x, y, scale);
    context.stroke();
  }
  context.restore();
}

/** The outline of a core with two corners and more, grown by its radius. */
function traceRounded(context: CanvasRenderingContext2D, part: ShownPart, x: number, y: number, scale: number): void {
  const { corners, radius } = part;
  const count = corners.length / 2;
  context.beginPath();
  for (let index = 0; index < count; index++) {
    const next = (index + 1) % count;
    const before = (index + count - 1) % count;
    const angle = (from: number, to: number) =>
      Math.atan2(corners[2 * to + 1] - corners[2 * from + 1], corners[2 * to] - corners[2 * from]) - Math.PI / 2;
    const [centreX, centreY] = [x + corners[2 * index] * scale, y + corners[2 * index + 1] * scale];
    context.arc(centreX, centreY, radius * scale, angle(before, index), angle(index, next));
  }
  context.closePath();
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
