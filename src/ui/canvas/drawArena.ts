import { isSeen, seenCells, type ArenaPicture, type ShownPiece } from './arenaPicture';
import { FAR_SCALE, toScreen } from './camera';
import { drawEntries } from './drawEntries';
import { drawLanes, drawMarks, drawRim } from './drawMarks';
import { drawPolyline, drawRoute, drawRoutes, drawTrack, isChosen } from './drawWays';
import {
  drawBody,
  drawFilled,
  drawLabel,
  drawPiece,
  drawPlayer,
  drawSelection,
  drawShape,
  drawThing,
} from './drawPieces';
import { fitTint } from './palette';
import type { Surface } from './surface';

/** Whether something of a piece is drawn with what may be elsewhere in the next frame: it is selected, or a run goes on. */
function isLive({ isMoving, selected }: ArenaPicture, piece: string): boolean {
  return isMoving || selected.has(piece);
}

/** Draws what stays where it is while something selected is dragged, from the bottom up; see {@link stillParts}. */
export function drawStill(surface: Surface, picture: ArenaPicture): void {
  drawMarks(surface, picture);
  drawLanes(surface, picture);
  drawRim(surface, picture);
  drawEntries(surface, picture.entries);
  drawTinted(surface, picture);
  drawEnds(surface, picture);
  const pieces = picture.pieces.filter(({ id }) => !isLive(picture, id));
  drawSights(surface, pieces);
  for (const track of picture.tracks) if (!isChosen(picture, track)) drawTrack(surface, track, picture);
  const routes = picture.routes.filter((route) => !picture.selected.has(route.piece));
  drawRoutes(surface, routes, picture);
  drawStartPlaces(surface, picture);
  drawPieces(surface, pieces, picture);
}

/** Everything that {@link drawStill} draws by: as long as all of it is the same, so is the drawing. */
export function stillParts(picture: ArenaPicture): unknown[] {
  const { level, goals, selected } = picture;
  return [
    level.marks.flatMap((mark) => [mark, goals.has(mark.id), selected.has(mark.id)]),
    level.map[0].length,
    level.map.length,
    picture.lanes,
    picture.rim,
    picture.entries,
    picture.tinted,
    picture.ends,
    picture.pieces.filter(({ id }) => !isLive(picture, id)),
    picture.tracks.filter((track) => !isChosen(picture, track)),
    picture.routes.filter((route) => !selected.has(route.piece)),
    picture.startPlaces,
  ];
}

/** Draws what {@link drawStill} leaves out, over it. */
export function drawLive(surface: Surface, picture: ArenaPicture): void {
  const { palette } = surface;
  const pieces = picture.pieces.filter(({ id }) => isLive(picture, id));
  drawSights(surface, pieces);
  for (const track of picture.tracks) if (isChosen(picture, track)) drawTrack(surface, track, picture);
  for (const route of picture.routes) if (picture.selected.has(route.piece)) drawRoute(surface, route, picture);
  drawPolyline(surface, picture.trail, { colour: palette.dim, width: 1.5, dash: [] });
  drawMind(surface, picture);
  drawPieces(surface, pieces, picture);
  for (const arc of picture.arcs) drawPolyline(surface, arc, { colour: palette.river, width: 1.5, dash: [3, 3] });
  if (picture.showsShapes) drawShapes(surface, picture);
  drawArea(surface, picture);
  drawCursor(surface, picture);
  drawLasso(surface, picture);
}

/** What the stand-in has in mind: its plan dotted, where it wants to be hatched, and what it minds as a fading row of rings. */
function drawMind(surface: Surface, { mind, trail }: ArenaPicture): void {
  const { context, camera, palette } = surface;
  if (!mind) return;
  context.save();
  context.strokeStyle = palette.moss;
  context.lineWidth = 1.5;
  context.setLineDash([2, 3]);
  for (const { column, row } of mind.goals) {
    const { x, y } = toScreen(camera, column, row);
    context.strokeRect(x + 3, y + 3, camera.scale - 6, camera.scale - 6);
  }
  context.setLineDash([]);
  for (const { places, isHunting } of mind.expected) {
    context.strokeStyle = isHunting ? palette.clay : palette.ochre;
    for (let at = 0; at < places.length; at += 2) {
      const { x, y } = toScreen(camera, places[at], places[at + 1]);
      context.globalAlpha = Math.max(0.12, 0.9 - at * 0.06);
      context.beginPath();
      context.arc(x, y, camera.scale * 0.22, 0, Math.PI * 2);
      context.stroke();
    }
  }
  context.restore();
  const from = trail.slice(-2);
  drawPolyline(surface, [...from, ...mind.plan], { colour: palette.river, width: 2.5, dash: [1, 5] });
}

/** Tints ground by how much it is watched, or by a map of the runs. */
function drawTinted(surface: Surface, { tinted, level, seen }: ArenaPicture): void {
  const { context, camera, palette } = surface;
  const columns = level.map[0].length;
  if (!tinted || tinted.shares.length !== columns * level.map.length) return;
  context.fillStyle = palette[tinted.tint];
  const window = seenCells(seen, columns, level.map.length);
  for (let row = window.row; row < window.lastRow; row++) {
    for (let column = window.column; column < window.lastColumn; column++) {
      const share = tinted.shares[row * columns + column];
      if (share === 0) continue;
      const { x, y } = toScreen(camera, column, row);
      context.globalAlpha = 0.08 + 0.72 * share;
      context.fillRect(x, y, camera.scale, camera.scale);
    }
  }
  context.globalAlpha = 1;
}

function drawEnds(surface: Surface, { ends, seen }: ArenaPicture): void {
  const { context, camera, palette } = surface;
  context.fillStyle = palette.clay;
  // The more ends lie on each other, the darker the place; with many runs each counts less.
  context.globalAlpha = Math.min(0.16, Math.max(0.03, 6 / Math.max(1, ends.length)));
  for (const end of ends) {
    if (!isSeen(seen, end.x, end.y, 1)) continue;
    const { x, y } = toScreen(camera, end.x, end.y);
    context.beginPath();
    context.arc(x, y, camera.scale * 0.42, 0, Math.PI * 2);
    context.fill();
  }
  context.globalAlpha = 1;
}

function traceSight(surface: Surface, { sightArea }: ShownPiece): void {
  const { context, camera } = surface;
  for (let index = 0; index < sightArea.length; index += 2) {
    const { x, y } = toScreen(camera, sightArea[index], sightArea[index + 1]);
    if (index === 0) context.moveTo(x, y);
    else context.lineTo(x, y);
  }
}

function drawSight(surface: Surface, piece: ShownPiece): void {
  const { context, palette } = surface;
  if (piece.sightArea.length < 6) return;
  context.beginPath();
  traceSight(surface, piece);
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

/** What pieces see; from far off all of it in one go, without outlines. */
function drawSights(surface: Surface, pieces: readonly ShownPiece[]): void {
  const { context, camera, palette } = surface;
  if (camera.scale >= FAR_SCALE) {
    for (const piece of pieces) drawSight(surface, piece);
    return;
  }
  context.globalAlpha = palette.isDark ? 0.22 : 0.2;
  for (const isAlarmed of [false, true]) {
    context.beginPath();
    for (const piece of pieces)
      if (piece.isAlarmed === isAlarmed && piece.sightArea.length >= 6) traceSight(surface, piece);
    context.fillStyle = isAlarmed ? palette.clay : palette.ochre;
    context.fill();
  }
  context.globalAlpha = 1;
}

function drawStartPlaces(surface: Surface, { startPlaces, seen }: ArenaPicture): void {
  const { context, camera, palette } = surface;
  for (const place of startPlaces) {
    if (!isSeen(seen, place.x, place.y, 2)) continue;
    const { x, y } = toScreen(camera, place.x, place.y);
    drawShape(context, place.parts, x, y, camera.scale, palette.dim, [2, 3]);
  }
}

/** So small a piece may be drawn that it can still be found, pixels. */
const LEAST_RADIUS = 2.5;
/** Half the side of a piece that is drawn from far off, pixels, at least. */
const FAR_HALF = 1.5;

/** Pieces; from far off plain squares, except for the player and what is selected. */
function drawPieces(surface: Surface, pieces: readonly ShownPiece[], picture: ArenaPicture): void {
  const { context, camera, palette } = surface;
  const isFar = camera.scale < FAR_SCALE;
  for (const piece of pieces) {
    if (!isFar || piece.isPlayer || picture.selected.has(piece.id)) {
      drawShownPiece(surface, piece, picture);
      continue;
    }
    const { x, y } = toScreen(camera, piece.x, piece.y);
    const half = Math.max(FAR_HALF, piece.radius * camera.scale);
    context.globalAlpha = piece.isOut ? 0.3 : 1;
    context.fillStyle = piece.isAlarmed ? palette.clay : fitTint(piece.tint, palette);
    context.fillRect(x - half, y - half, 2 * half, 2 * half);
  }
  context.globalAlpha = 1;
}

function drawShownPiece(surface: Surface, piece: ShownPiece, { selected }: ArenaPicture): void {
  const { context, camera, palette } = surface;
  const { x, y } = toScreen(camera, piece.x, piece.y);
  const radius = Math.max(LEAST_RADIUS, piece.radius * camera.scale);
  context.globalAlpha = piece.isOut ? 0.3 : 1;
  const { scale } = camera;
  // From far off a shape would be smaller than the wedge that says where it faces.
  if (piece.hit.length > 0 && scale >= FAR_SCALE)
    drawBody(context, piece.hit, x, y, scale, piece.isThing ? undefined : piece.heading, piece.tint, palette);
  else if (piece.isThing) drawThing(context, x, y, radius, piece.tint, palette);
  else if (piece.isPlayer) drawPlayer(context, x, y, radius, palette);
  else drawPiece(context, x, y, radius, piece.heading, piece.tint, palette);
  context.globalAlpha = 1;
  if (piece.isFilled) drawFilled(context, x, y, radius, palette);
  if (piece.isAlarmed) drawLabel(context, '!', x - 3, y - radius - 12, palette, palette.clay);
  if (selected.has(piece.id)) drawSelection(context, x, y, radius, palette);
}

/** Stand shapes dashed in ink, hit shapes in clay. */
function drawShapes(surface: Surface, picture: ArenaPicture): void {
  const { context, camera, palette } = surface;
  for (const piece of picture.pieces) {
    const { x, y } = toScreen(camera, piece.x, piece.y);
    const hit = piece.hit.length > 0 ? piece.hit : [{ corners: [0, 0], radius: piece.radius }];
    drawShape(context, piece.stand, x, y, camera.scale, palette.ink, [4, 3]);
    drawShape(context, hit, x, y, camera.scale, palette.clay, []);
  }
}

function drawArea(surface: Surface, picture: ArenaPicture): void {
  const { context, camera, palette } = surface;
  for (const area of [picture.area, picture.ghost]) {
    if (!area) continue;
    const { x, y } = toScreen(camera, area.column, area.row);
    const [width, height] = [area.columns * camera.scale, area.rows * camera.scale];
    context.save();
    context.globalAlpha = 0.1;
    context.fillStyle = palette.river;
    context.fillRect(x, y, width, height);
    context.globalAlpha = 1;
    context.setLineDash(area === picture.ghost ? [3, 3] : []);
    context.strokeStyle = palette.river;
    context.lineWidth = 2;
    context.strokeRect(x, y, width, height);
    context.restore();
    drawLabel(context, `${area.columns} × ${area.rows}`, x + 4, y - 10, palette, palette.river);
  }
}

function drawCursor(surface: Surface, { cursor }: ArenaPicture): void {
  const { context, camera, palette } = surface;
  if (!cursor) return;
  const corner = toScreen(camera, cursor.column, cursor.row);
  context.strokeStyle = palette.river;
  context.lineWidth = 2;
  context.strokeRect(corner.x + 1, corner.y + 1, camera.scale - 2, camera.scale - 2);
}

function drawLasso(surface: Surface, { lasso }: ArenaPicture): void {
  const { context, camera, palette } = surface;
  if (!lasso) return;
  const start = toScreen(camera, lasso.x0, lasso.y0);
  const end = toScreen(camera, lasso.x1, lasso.y1);
  context.save();
  context.setLineDash([4, 3]);
  context.strokeStyle = palette.river;
  context.strokeRect(start.x, start.y, end.x - start.x, end.y - start.y);
  context.restore();
}
