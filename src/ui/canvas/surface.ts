import type { Camera } from './camera';
import { LabelBoard } from './labelBoard';
import type { Palette } from './palette';

/** How an arena lies on its canvases. Sizes in CSS pixels. */
export interface Frame {
  readonly camera: Camera;
  readonly palette: Palette;
  readonly width: number;
  readonly height: number;
}

/** What one drawing of an arena goes onto, with the labels that it has already. */
export interface Surface {
  readonly context: CanvasRenderingContext2D;
  readonly camera: Camera;
  readonly palette: Palette;
  readonly labels: LabelBoard;
}

/** Clears a canvas of the frame's size for a drawing of its own; undefined where the browser gives no canvas. */
export function clearSurface(canvas: HTMLCanvasElement, frame: Frame): Surface | undefined {
  const context = scaledContext(canvas);
  context?.clearRect(0, 0, frame.width, frame.height);
  return context && surfaceOn(context, frame);
}

/** A surface over what has been drawn before, which does not know the labels of that. */
export function surfaceOn(context: CanvasRenderingContext2D, { camera, palette }: Frame): Surface {
  return { context, camera, palette, labels: new LabelBoard(context, palette) };
}

/** The context of a canvas, a unit of which is a CSS pixel. */
export function scaledContext(canvas: HTMLCanvasElement): CanvasRenderingContext2D | undefined {
  const context = canvas.getContext('2d') ?? undefined;
  const ratio = pixelRatio();
  context?.setTransform(ratio, 0, 0, ratio, 0, 0);
  return context;
}

/** Gives a canvas the frame's size; whether it had another, which also means that what was drawn on it is lost. */
export function fitCanvas(canvas: HTMLCanvasElement, { width, height }: Frame): boolean {
  const ratio = pixelRatio();
  const [pixelWidth, pixelHeight] = [Math.round(width * ratio), Math.round(height * ratio)];
  if (canvas.width === pixelWidth && canvas.height === pixelHeight) return false;
  canvas.width = pixelWidth;
  canvas.height = pixelHeight;
  return true;
}

/** How many pixels of the screen make a CSS pixel. */
function pixelRatio(): number {
  return window.devicePixelRatio || 1;
}
