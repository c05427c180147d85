import { seenCells, type ArenaPicture, type CellWindow } from './arenaPicture';
import type { Camera } from './camera';
import { drawLive, drawStill, stillParts } from './drawArena';
import { changedWindow, drawGround } from './drawGround';
import type { Palette } from './palette';

/**
 * Draws an arena onto stacked canvases: the ground, which seldom changes; what stands still on it, which is drawn again only
 * when something of it changed; and what is selected or under way, which is drawn with every picture. The camera and the
 * colours concern all of them. Without a canvas of its own, what stands still is drawn with the rest.
 */
export class ArenaCanvas {
  private groundKey: unknown[] = [];
  private groundMap: readonly string[] | undefined;
  private stillKey: unknown[] | undefined;

  constructor(
    private readonly ground: HTMLCanvasElement,
    private readonly top: HTMLCanvasElement,
    private readonly still?: HTMLCanvasElement,
  ) {}

  draw(picture: ArenaPicture, camera: Camera, palette: Palette, width: number, height: number): void {
    const ratio = window.devicePixelRatio || 1;
    for (const canvas of [this.ground, this.top, this.still]) {
      // A canvas of another size has lost what was drawn on it.
      if (canvas && fitCanvas(canvas, width, height, ratio)) this.groundMap = this.stillKey = undefined;
    }
    this.drawGround(picture, camera, palette, ratio, width, height);
    if (this.still) this.drawStill(this.still, picture, camera, palette, ratio, width, height);
    const context = begin(this.top, ratio, width, height);
    if (!context) return;
    if (!this.still) drawStill(context, picture, camera, palette);
    drawLive(context, picture, camera, palette);
  }

  private drawStill(
    canvas: HTMLCanvasElement,
    picture: ArenaPicture,
    camera: Camera,
    palette: Palette,
    ratio: number,
    width: number,
    height: number,
  ): void {
    const key = [camera, palette, width, height, ...stillParts(picture)];
    if (this.stillKey && isAlike(key, this.stillKey)) return;
    this.stillKey = key;
    const context = begin(canvas, ratio, width, height);
    if (context) drawStill(context, picture, camera, palette);
  }

  private drawGround(
    picture: ArenaPicture,
    camera: Camera,
    palette: Palette,
    ratio: number,
    width: number,
    height: number,
  ): void {
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
    const { seen, level } = picture;
    const window = seenCells(seen, level.map[0].length, level.map.length);
    drawGround(context, picture.terrain, level, camera, palette, window);
  }

  /** Draws only the cells anew that a brush has just changed. */
  private drawPart(picture: ArenaPicture, camera: Camera, palette: Palette, ratio: number, changed: CellWindow): void {
    const context = this.ground.getContext('2d');
    if (!context || changed.lastRow === 0) return;
    context.setTransform(ratio, 0, 0, ratio, 0, 0);
    drawGround(context, picture.terrain, picture.level, camera, palette, changed);
  }
}

/**
 * Whether two things are the same in all their parts. Parts that are the same object are not looked into; rows of numbers are
 * the same only when they are one object.
 */
function isAlike(one: unknown, other: unknown): boolean {
  if (one === other) return true;
  if (typeof one !== 'object' || typeof other !== 'object' || !one || !other || ArrayBuffer.isView(one)) return false;
  if (Array.isArray(one))
    return (
      Array.isArray(other) && one.length === other.length && one.every((part, index) => isAlike(part, other[index]))
    );
  const names = Object.keys(one);
  return (
    names.length === Object.keys(other).length &&
    names.every((name) => isAlike((one as Parts)[name], (other as Parts)[name]))
  );
}

type Parts = Record<string, unknown>;

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
