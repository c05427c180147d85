import { markBox } from '@/core/index';
import type { ArenaPicture, ShownPiece, ShownRoute } from './arenaPicture';
import { toScreen, type Camera } from './camera';
import { drawLabel, measureLabel, drawPiece, drawPlayer, drawSelection, drawWaypoint } from './drawPieces';
import type { Palette } from './palette';

/** Draws everything that stands on the ground, from the bottom up: marks, ends, sight, routes, trail, pieces. */
export function drawArena(
  context: CanvasRenderingContext2D,
  picture: ArenaPicture,
  camera: Camera,
  palette: Palette,
): void {
  drawMarks(context, picture, camera, palette);
  drawEnds(context, picture, camera, palette);
  for (const piece of picture.pieces) drawSight(context, piece, camera, palette);
  for (const route of picture.routes) drawRoute(context, route, picture, camera, palette);
  drawPolyline(context, picture.trail, camera, { colour: palette.dim, width: 1.5, dash: [] });
  drawStartPlaces(context, picture, camera, palette);
  for (const piece of picture.pieces) drawShownPiece(context, piece, picture, camera, palette);
  drawCursor(context, picture, camera, palette);
  drawLasso(context, picture, camera, palette);
}

function drawMarks(
  context: CanvasRenderingContext2D,
  { level, selected }: ArenaPicture,
  camera: Camera,
  palette: Palette,
): void {
  for (const mark of level.marks) {
    const [x, y, width, height] = markBox(mark);
    const corner = toScreen(camera, x, y);
    const [markWidth, markHeight] = [width * camera.scale, height * camera.scale];
    context.fillStyle = palette.moss;
    context.globalAlpha = 0.26;
    context.fillRect(corner.x, corner.y, markWidth, markHeight);
    context.globalAlpha = 1;
    context.strokeStyle = selected.has(mark.id) ? palette.river : palette.moss;
    context.lineWidth = selected.has(mark.id) ? 2.5 : 1.5;
    context.strokeRect(corner.x + 0.75, corner.y + 0.75, markWidth - 1.5, markHeight - 1.5);
    if (camera.scale < 14) continue;
    // A name that is wider than its mark ends with it instead of beginning with it.
    const left = Math.min(corner.x + 5, corner.x + markWidth - 5 - measureLabel(context, mark.name));
    drawLabel(context, mark.name, left, corner.y + markHeight - 11, palette, palette.moss);
  }
}

function drawEnds(context: CanvasRenderingContext2D, { ends }: ArenaPicture, camera: Camera, palette: Palette): void {
  context.fillStyle = palette.clay;
  // The more ends lie on each other, the darker the place; with many runs each counts less.
  context.globalAlpha = Math.min(0.16, Math.max(0.03, 6 / Math.max(1, ends.length)));
  for (const end of ends) {
    const { x, y } = toScreen(camera, end.x, end.y);
    context.beginPath();
    context.arc(x, y, camera.scale * 0.42, 0, Math.PI * 2);
    context.fill();
  }
  context.globalAlpha = 1;
}

function drawSight(context: CanvasRenderingContext2D, piece: ShownPiece, camera: Camera, palette: Palette): void {
  if (piece.sightArea.length < 6) return;
  context.beginPath();
  for (let index = 0; index < piece.sightArea.length; index += 2) {
    const { x, y } = toScreen(camera, piece.sightArea[index], piece.sightArea[index + 1]);
    if (index === 0) context.moveTo(x, y);
    else context.lineTo(x, y);
  }
  context.closePath();
  const colour = piece.isAlarmed ? palette.clay : palette.ochre;
  context.fillStyle = colour;
  context.globalAlpha = palette.isDark ? 0.22 : 0.2;
  context.fill();
  context.globalAlpha = 0.55;
  context.strokeStyle = colour;
  context.lineWidth = 1;
  context.stroke();
  context.globalAlpha = 1;
}

interface LineStyle {
  colour: string;
  width: number;
  dash: number[];
}

function drawPolyline(
  context: CanvasRenderingContext2D,
  points: readonly number[],
  camera: Camera,
  style: LineStyle,
): void {
  if (points.length < 4) return;
  context.save();
  context.beginPath();
  for (let index = 0; index < points.length; index += 2) {
    const { x, y } = toScreen(camera, points[index], points[index + 1]);
    if (index === 0) context.moveTo(x, y);
    else context.lineTo(x, y);
  }
  context.setLineDash(style.dash);
  context.lineWidth = style.width;
  context.strokeStyle = style.colour;
  context.lineJoin = 'round';
  context.stroke();
  context.restore();
}

function drawRoute(
  context: CanvasRenderingContext2D,
  route: ShownRoute,
  picture: ArenaPicture,
  camera: Camera,
  palette: Palette,
): void {
  const isSelected = picture.selected.has(route.piece);
  const line = route.track.length > 0 ? route.track : route.waypoints.flat();
  const style = isSelected
    ? { colour: palette.river, width: 2.25, dash: [] }
    : { colour: palette.river, width: 1.25, dash: [4, 4] };
  context.globalAlpha = isSelected ? 1 : 0.65;
  drawPolyline(context, line, camera, style);
  context.globalAlpha = 1;
  route.waypoints.forEach(([x, y], index) => {
    const place = toScreen(camera, x, y);
    const isChosen = picture.chosenWaypoint?.piece === route.piece && picture.chosenWaypoint.index === index;
    drawWaypoint(context, place.x, place.y, isChosen, palette);
    const time = route.times[index];
    if (isSelected && time !== undefined)
      drawLabel(context, `${time.toFixed(1)} s`, place.x + 10, place.y - 12, palette, palette.river);
  });
}

function drawStartPlaces(
  context: CanvasRenderingContext2D,
  { startPlaces }: ArenaPicture,
  camera: Camera,
  palette: Palette,
): void {
  context.save();
  context.setLineDash([2, 3]);
  context.strokeStyle = palette.dim;
  context.lineWidth = 1;
  for (const place of startPlaces) {
    const { x, y } = toScreen(camera, place.x, place.y);
    context.beginPath();
    context.arc(x, y, place.radius * camera.scale, 0, Math.PI * 2);
    context.stroke();
  }
  context.restore();
}

function drawShownPiece(
  context: CanvasRenderingContext2D,
  piece: ShownPiece,
  { selected }: ArenaPicture,
  camera: Camera,
  palette: Palette,
): void {
  const { x, y } = toScreen(camera, piece.x, piece.y);
  const radius = piece.radius * camera.scale;
  if (piece.isPlayer) drawPlayer(context, x, y, radius, palette);
  else drawPiece(context, x, y, radius, piece.heading, piece.tint, palette);
  if (piece.isAlarmed) drawLabel(context, '!', x - 3, y - radius - 12, palette, palette.clay);
  if (selected.has(piece.id)) drawSelection(context, x, y, radius, palette);
}

function drawCursor(
  context: CanvasRenderingContext2D,
  { cursor }: ArenaPicture,
  camera: Camera,
  palette: Palette,
): void {
  if (!cursor) return;
  const corner = toScreen(camera, cursor.column, cursor.row);
  context.strokeStyle = palette.river;
  context.lineWidth = 2;
  context.strokeRect(corner.x + 1, corner.y + 1, camera.scale - 2, camera.scale - 2);
}

function drawLasso(context: CanvasRenderingContext2D, { lasso }: ArenaPicture, camera: Camera, palette: Palette): void {
  if (!lasso) return;
  const start = toScreen(camera, lasso.x0, lasso.y0);
  const end = toScreen(camera, lasso.x1, lasso.y1);
  context.save();
  context.setLineDash([4, 3]);
  context.strokeStyle = palette.river;
  context.strokeRect(start.x, start.y, end.x - start.x, end.y - start.y);
  context.restore();
}
