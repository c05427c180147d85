import type { Mark } from '@/core/index';
import type { ArenaPicture } from './arenaPicture';
import { toScreen } from './camera';
import { measureLabel } from './drawPieces';
import type { Surface } from './surface';

/** What a view that moves on has left behind, with its rim and where it goes. */
export function drawRim(surface: Surface, { rim }: ArenaPicture): void {
  const { context, camera, palette, labels } = surface;
  if (!rim) return;
  const from = toScreen(camera, rim.x, rim.y);
  const to = toScreen(camera, rim.x + rim.width, rim.y + rim.height);
  context.save();
  context.globalAlpha = 0.8;
  context.fillStyle = palette.beyond;
  context.fillRect(from.x, from.y, to.x - from.x, to.y - from.y);
  context.restore();
  const [x0, x1] = rim.dx === 0 ? [from.x, to.x] : rim.dx > 0 ? [to.x, to.x] : [from.x, from.x];
  const [y0, y1] = rim.dy === 0 ? [from.y, to.y] : rim.dy > 0 ? [to.y, to.y] : [from.y, from.y];
  context.save();
  context.strokeStyle = palette.clay;
  context.lineWidth = 3;
  context.beginPath();
  context.moveTo(x0, y0);
  context.lineTo(x1, y1);
  context.stroke();
  context.restore();
  const [middleX, middleY] = [(x0 + x1) / 2, (y0 + y1) / 2];
  const half = measureLabel(context, rim.label) / 2;
  labels.draw(rim.label, middleX - (rim.dy === 0 ? 0 : half) + rim.dx * 10, middleY + rim.dy * 14, palette.clay);
}

export function drawMarks(surface: Surface, { level, selected, goals }: ArenaPicture): void {
  const { context, camera, palette, labels } = surface;
  for (const mark of level.marks) {
    const isExit = goals.has(mark.id);
    const colour = selected.has(mark.id) ? palette.river : isExit ? palette.moss : palette.ochre;
    if (!('area' in mark)) {
      drawThinMark(surface, mark, colour, selected.has(mark.id));
      continue;
    }
    const [x, y, width, height] = mark.area;
    const corner = toScreen(camera, x, y);
    const [markWidth, markHeight] = [width * camera.scale, height * camera.scale];
    context.fillStyle = isExit ? palette.moss : palette.ochre;
    context.globalAlpha = isExit ? 0.26 : 0.14;
    context.fillRect(corner.x, corner.y, markWidth, markHeight);
    context.globalAlpha = 1;
    context.strokeStyle = colour;
    context.lineWidth = selected.has(mark.id) ? 2.5 : 1.5;
    context.strokeRect(corner.x + 0.75, corner.y + 0.75, markWidth - 1.5, markHeight - 1.5);
    if (camera.scale < 14) continue;
    // A name that is wider than its mark ends with it instead of beginning with it.
    const left = Math.min(corner.x + 5, corner.x + markWidth - 5 - measureLabel(context, mark.name));
    labels.draw(mark.name, left, corner.y + markHeight - 11, isExit ? palette.moss : palette.ink);
  }
}

/** Marks without a size: a crossed ring for a point, a barred line for a line. */
function drawThinMark(
  surface: Surface,
  mark: Exclude<Mark, { area: unknown }>,
  colour: string,
  isSelected: boolean,
): void {
  const { context, camera, labels } = surface;
  context.strokeStyle = colour;
  context.lineWidth = isSelected ? 3 : 2;
  context.beginPath();
  const [first, last] = 'point' in mark ? [mark.point, mark.point] : mark.line;
  const from = toScreen(camera, first[0], first[1]);
  const to = toScreen(camera, last[0], last[1]);
  if ('point' in mark) {
    context.arc(from.x, from.y, 6, 0, Math.PI * 2);
    context.moveTo(from.x - 10, from.y);
    context.lineTo(from.x + 10, from.y);
    context.moveTo(from.x, from.y - 10);
    context.lineTo(from.x, from.y + 10);
  } else {
    const length = Math.max(1, Math.hypot(to.x - from.x, to.y - from.y));
    const [barX, barY] = [(-(to.y - from.y) / length) * 5, ((to.x - from.x) / length) * 5];
    context.moveTo(from.x, from.y);
    context.lineTo(to.x, to.y);
    for (const end of [from, to]) {
      context.moveTo(end.x - barX, end.y - barY);
      context.lineTo(end.x + barX, end.y + barY);
    }
  }
  context.stroke();
  if (camera.scale >= 14) labels.draw(mark.name, to.x + 13, to.y, colour);
}

/** Names of lanes and where things go in them, at the edge where they come in. */
export function drawLanes(surface: Surface, picture: ArenaPicture): void {
  const { context, camera, palette, labels } = surface;
  if (camera.scale < 12) return;
  const { level } = picture;
  for (const lane of picture.lanes) {
    const isAcross = lane.runs === 'across';
    const middle = lane.at + lane.size / 2;
    const forward = lane.heading === 0 || lane.heading === 90;
    const end = isAcross ? level.map[0].length : level.map.length;
    const edge = forward ? 0.6 : end - 0.6;
    const { x, y } = toScreen(camera, isAcross ? edge : middle, isAcross ? middle : edge);
    const arrow = lane.heading === 0 ? '→' : lane.heading === 90 ? '↓' : lane.heading === 180 ? '←' : '↑';
    const text = `${lane.name} ${arrow}`;
    const left = isAcross && !forward ? x - measureLabel(context, text) - 6 : x + 6;
    labels.draw(text, left, y, palette.dim);
  }
}
