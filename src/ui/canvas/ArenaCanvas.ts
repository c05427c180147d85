import type { ArenaPicture } from './arenaPicture';
import type { Camera } from './camera';
import { drawArena } from './drawArena';
import { changedWindow, drawGround, type CellWindow } from './drawGround';
import type { Palette } from './palette';

/**
 * Draws an arena onto two stacked canvases: the ground, which seldom changes, and everything on it. Nothing is drawn twice
 * in a frame; the ground is drawn again only when it, the camera or the colours changed.
 */
export class ArenaCanvas {
  private groundKey: unknown[] = [];
  private groundMap: readonly string[] | undefined;

  constructor(
    private readonly ground: HTMLCanvasElement,
    private readonly top: HTMLCanvasElement,
  ) {}

  draw(picture: ArenaPicture, camera: Camera, palette: Palette, width: number, height: number): void {
    const ratio = window.devicePixelRatio || 1;
    for (const canvas of [this.ground, this.top]) {
      // A canvas of another size has lost what was drawn on it.
      if (fitCanvas(canvas, width, height, ratio)) this.groundMap = undefined;
    }
    const { map } = picture.level;
    const key = [picture.terrain, camera, palette, width, height];
    const isSame = this.groundMap !== undefined && key.every((part, index) => part === this.groundKey[index]);
    const changed = isSame && this.groundMap ? changedWindow(this.groundMap, map) : undefined;
    if (!isSame || this.groundMap !== map) {
      if (changed) this.drawPart(picture, camera, palette, ratio, changed);
      else this.drawWhole(picture, camera, palette, ratio, width, height);
    }
    this.groundKey = key;
    this.groundMap = map;
    const context = begin(this.top, ratio, width, height);
    if (context) drawArena(context, picture, camera, palette);
  }

  private drawWhole(
    picture: ArenaPicture,
    camera: Camera,
    palette: Palette,
    ratio: number,
    width: number,
    height: number,
  ): void {
    const context = begin(this.ground, ratio, width, height);
    if (!context) return;
    context.fillStyle = palette.beyond;
    context.fillRect(0, 0, width, height);
    drawGround(context, picture.terrain, picture.level, camera, palette);
  }

  /** Draws only the cells anew that a brush has just changed. */
  private drawPart(picture: ArenaPicture, camera: Camera, palette: Palette, ratio: number, changed: CellWindow): void {
    const context = this.ground.getContext('2d');
    if (!context || changed.lastRow === 0) return;
    context.setTransform(ratio, 0, 0, ratio, 0, 0);
    drawGround(context, picture.terrain, picture.level, camera, palette, changed);
  }
}

function fitCanvas(canvas: HTMLCanvasElement, width: number, height: number, ratio: number): boolean {
  const [pixelWidth, pixelHeight] = [Math.round(width * ratio), Math.round(height * ratio)];
  if (canvas.width === pixelWidth && canvas.height === pixelHeight) return false;
  canvas.width = pixelWidth;
  canvas.height = pixelHeight;
  return true;
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
