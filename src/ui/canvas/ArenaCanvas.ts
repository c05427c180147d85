import type { ArenaPicture } from './arenaPicture';
import type { Camera } from './camera';
import { drawArena } from './drawArena';
import { drawGround } from './drawGround';
import type { Palette } from './palette';

/**
 * Draws an arena onto two stacked canvases: the ground, which seldom changes, and everything on it. Nothing is drawn twice
 * in a frame; the ground is drawn again only when it, the camera or the colours changed.
 */
export class ArenaCanvas {
  private groundKey: unknown[] = [];

  constructor(
    private readonly ground: HTMLCanvasElement,
    private readonly top: HTMLCanvasElement,
  ) {}

  draw(picture: ArenaPicture, camera: Camera, palette: Palette, width: number, height: number): void {
    const ratio = window.devicePixelRatio || 1;
    for (const canvas of [this.ground, this.top]) fitCanvas(canvas, width, height, ratio);
    const key = [picture.level.map, picture.terrain, camera, palette, width, height];
    if (key.some((part, index) => part !== this.groundKey[index])) {
      this.groundKey = key;
      const context = begin(this.ground, ratio, width, height);
      if (context) {
        context.fillStyle = palette.beyond;
        context.fillRect(0, 0, width, height);
        drawGround(context, picture.terrain, picture.level, camera, palette);
      }
    }
    const context = begin(this.top, ratio, width, height);
    if (context) drawArena(context, picture, camera, palette);
  }
}

function fitCanvas(canvas: HTMLCanvasElement, width: number, height: number, ratio: number): void {
  const [pixelWidth, pixelHeight] = [Math.round(width * ratio), Math.round(height * ratio)];
  if (canvas.width === pixelWidth && canvas.height === pixelHeight) return;
  canvas.width = pixelWidth;
  canvas.height = pixelHeight;
}

function begin(
  canvas: HTMLCanvasElement,
  ratio: number,
  width: number,
  height: number,
): CanvasRenderingContext2D | null {
  const context = canvas.getContext('2d');
  context?.setTransform(ratio, 0, 0, ratio, 0, 0);
  context?.clearRect(0, 0, width, height);
  return context;
}
