import type { ShownEntry } from './arenaPicture';
import { toScreen } from './camera';
import { measureLabel } from './drawPieces';
import type { Surface } from './surface';

/** Half of the height of the bar that marks where something comes in, pixels. */
const BAR = 3;

/** The stretches of lines on which cues let in, and what is uneven about them; all about one whose mark is selected. */
export function drawEntries(surface: Surface, entries: readonly ShownEntry[]): void {
  const { context, camera, palette } = surface;
  for (const entry of entries) {
    const from = toScreen(camera, ...entry.from);
    const to = toScreen(camera, ...entry.to);
    const colour = entry.warning ? palette.clay : palette.ochre;
    const at = (share: number) => ({ x: from.x + (to.x - from.x) * share, y: from.y + (to.y - from.y) * share });
    context.strokeStyle = colour;
    context.globalAlpha = 0.55;
    context.lineWidth = 2 * BAR;
    for (const [start, end] of entry.open) {
      const [first, last] = [at(start), at(end)];
      context.beginPath();
      context.moveTo(first.x, first.y);
      context.lineTo(last.x, last.y);
      context.stroke();
    }
    context.globalAlpha = 1;
    const text = entry.isSelected ? [entry.label, entry.warning].filter(Boolean).join(' · ') : entry.warning;
    if (!text || camera.scale < 12) continue;
    drawAtMiddle(surface, text, at(middleOf(entry.open)), entry.warning ? palette.clay : palette.ink);
  }
}

function middleOf(open: ShownEntry['open']): number {
  return open.length === 0 ? 0.5 : (open[0][0] + open[open.length - 1][1]) / 2;
}

/** A label beside a place, on the side on which there is room for it. */
function drawAtMiddle(
  { context, labels }: Surface,
  text: string,
  { x, y }: { x: number; y: number },
  colour: string,
): void {
  const width = measureLabel(context, text);
  const room = context.canvas.clientWidth;
  const left = x + 10 + width + 6 > room ? x - 10 - width : x + 10;
  labels.draw(text, Math.max(6, left), y, colour);
}
