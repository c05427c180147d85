import { drawLabel, measureLabel } from './drawPieces';
import type { Palette } from './palette';

/** A rectangle on the canvas, pixels. */
export interface LabelBox {
  left: number;
  top: number;
  width: number;
  height: number;
}

const LABEL_HEIGHT = 16;
const LABEL_RIM = 3;
/** How often a label steps up and down before it is drawn over another after all. */
const MOST_STEPS = 4;

/** The labels of one drawing: one that would lie on another steps up or down until it does not. */
export class LabelBoard {
  private readonly taken: LabelBox[] = [];

  constructor(
    private readonly context: CanvasRenderingContext2D,
    private readonly palette: Palette,
  ) {}

  /** Draws a text that begins at x, its middle at y or as near to it as there is room. */
  draw(text: string, x: number, y: number, colour: string): void {
    const width = measureLabel(this.context, text) + 2 * LABEL_RIM;
    // Never beyond the right rim, where it would be cut off.
    const left = Math.max(0, Math.min(x - LABEL_RIM, this.context.canvas.clientWidth - width));
    const box = findRoom({ left, top: y - LABEL_HEIGHT / 2, width, height: LABEL_HEIGHT }, this.taken);
    this.taken.push(box);
    drawLabel(this.context, text, left + LABEL_RIM, box.top + LABEL_HEIGHT / 2, this.palette, colour);
  }
}

/** The place nearest to the wished one, straight above or below it, that covers none of those taken; else the wished one. */
export function findRoom(wished: LabelBox, taken: readonly LabelBox[]): LabelBox {
  for (let step = 0; step <= 2 * MOST_STEPS; step++) {
    const rows = Math.ceil(step / 2) * (step % 2 === 1 ? -1 : 1);
    const box = { ...wished, top: wished.top + rows * wished.height };
    if (!taken.some((other) => overlaps(box, other))) return box;
  }
  return wished;
}

function overlaps(a: LabelBox, b: LabelBox): boolean {
  return a.left < b.left + b.width && b.left < a.left + a.width && a.top < b.top + b.height && b.top < a.top + a.height;
}
