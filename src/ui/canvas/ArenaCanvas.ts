import { seenCells, type ArenaPicture, type CellWindow } from './arenaPicture';
import { drawLive, drawStill, stillParts } from './drawArena';
import { changedWindow, drawGround } from './drawGround';
import { isAlike } from './isAlike';
import { clearSurface, fitCanvas, scaledContext, surfaceOn, type Frame } from './surface';

/**
 * Draws an arena onto stacked canvases: the ground, which seldom changes; what stands still on it, which is drawn again only
 * when something of it changed; and what is selected or under way, which is drawn with every picture. The camera and the
 * colours concern all of them. Without a canvas of its own, what stands still is drawn with the rest.
 */
export class ArenaCanvas {
  private groundKey: unknown[] | undefined;
  private groundMap: readonly string[] | undefined;
  private stillKey: unknown[] | undefined;

  constructor(
    private readonly ground: HTMLCanvasElement,
    private readonly top: HTMLCanvasElement,
    private readonly still?: HTMLCanvasElement,
  ) {}

  draw(picture: ArenaPicture, frame: Frame): void {
    for (const canvas of [this.ground, this.top, this.still]) {
      // A canvas of another size has lost what was drawn on it.
      if (canvas && fitCanvas(canvas, frame)) this.groundMap = this.stillKey = undefined;
    }
    this.drawGround(picture, frame);
    if (this.still) this.drawStill(this.still, picture, frame);
    const surface = clearSurface(this.top, frame);
    if (!surface) return;
    if (!this.still) drawStill(surfaceOn(surface.context, frame), picture);
    drawLive(surface, picture);
  }

  private drawStill(canvas: HTMLCanvasElement, picture: ArenaPicture, frame: Frame): void {
    const key = [...partsOf(frame), ...stillParts(picture)];
    if (isAlike(key, this.stillKey)) return;
    this.stillKey = key;
    const surface = clearSurface(canvas, frame);
    if (surface) drawStill(surface, picture);
  }

  private drawGround(picture: ArenaPicture, frame: Frame): void {
    const { map } = picture.level;
    const key = [picture.terrain, ...partsOf(frame)];
    const isSame = this.groundMap !== undefined && isAlike(key, this.groundKey);
    const changed = isSame && this.groundMap ? changedWindow(this.groundMap, map) : undefined;
    if (!isSame || this.groundMap !== map) {
      if (changed) this.drawPart(picture, frame, changed);
      else this.drawWhole(picture, frame);
    }
    this.groundKey = key;
    this.groundMap = map;
  }

  private drawWhole({ seen, level, terrain }: ArenaPicture, { camera, palette, width, height }: Frame): void {
    const context = scaledContext(this.ground);
    if (!context) return;
    context.fillStyle = palette.beyond;
    context.fillRect(0, 0, width, height);
    drawGround(context, terrain, level, camera, palette, seenCells(seen, level.map[0].length, level.map.length));
  }

  /** Draws only the cells anew that a brush has just changed. */
  private drawPart({ level, terrain }: ArenaPicture, { camera, palette }: Frame, changed: CellWindow): void {
    const context = scaledContext(this.ground);
    if (context && changed.lastRow > 0) drawGround(context, terrain, level, camera, palette, changed);
  }
}

function partsOf({ camera, palette, width, height }: Frame): unknown[] {
  return [camera, palette, width, height];
}
