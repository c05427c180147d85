import type { Mark } from '@/core/index';
import {
  boxOf,
  isSeen,
  overlapsSeen,
  seenCells,
  type ArenaPicture,
  type SeenPart,
  type ShownPiece,
  type ShownRoute,
  type ShownTrack,
} from './arenaPicture';
import { toScreen, type Camera } from './camera';
import { drawEntries } from './drawEntries';
import {
  drawBody,
  drawFilled,
  drawLabel,
  drawPiece,
  drawPlayer,
  drawSelection,
  drawShape,
  drawThing,
  drawWaypoint,
  measureLabel,
} from './drawPieces';
import { LabelBoard } from './labelBoard';
import { fitTint, type Palette } from './palette';

/** Whether something of a piece is drawn with what may be elsewhere in the next frame: it is selected, or a run goes on. */
function isLive({ isMoving, selected }: ArenaPicture, piece: string): boolean {
  return isMoving || selected.has(piece);
}

/** Draws what stays where it is while something selected is dragged, from the bottom up; see {@link stillParts}. */
export function drawStill(
  context: CanvasRenderingContext2D,
  picture: ArenaPicture,
  camera: Camera,
  palette: Palette,
): void {
  const labels = new LabelBoard(context, palette);
  drawMarks(context, picture, camera, palette, labels);
  drawLanes(context, picture, camera, palette, labels);
  drawRim(context, picture, camera, palette, labels);
  drawEntries(context, picture.entries, camera, palette, labels);
  drawTinted(context, picture, camera, palette);
  drawEnds(context, picture, camera, palette);
  const pieces = picture.pieces.filter(({ id }) => !isLive(picture, id));
  drawSights(context, pieces, camera, palette);
  for (const track of picture.tracks)
    if (!isChosen(picture, track)) drawTrack(context, track, picture, camera, palette, labels);
  const routes = picture.routes.filter((route) => !picture.selected.has(route.piece));
  drawRoutes(context, routes, picture, camera, palette, labels);
  drawStartPlaces(context, picture, camera, palette);
  drawPieces(context, pieces, picture, camera, palette);
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
export function drawLive(
  context: CanvasRenderingContext2D,
  picture: ArenaPicture,
  camera: Camera,
  palette: Palette,
): void {
  const pieces = picture.pieces.filter(({ id }) => isLive(picture, id));
  const labels = new LabelBoard(context, palette);
  drawSights(context, pieces, camera, palette);
  for (const track of picture.tracks)
    if (isChosen(picture, track)) drawTrack(context, track, picture, camera, palette, labels);
  for (const route of picture.routes)
    if (picture.selected.has(route.piece)) drawRoute(context, route, picture, camera, palette, labels);
  drawPolyline(context, picture.trail, camera, { colour: palette.dim, width: 1.5, dash: [] });
  drawMind(context, picture, camera, palette);
  drawPieces(context, pieces, picture, camera, palette);
  for (const arc of picture.arcs)
    drawPolyline(context, arc, camera, { colour: palette.river, width: 1.5, dash: [3, 3] });
  if (picture.showsShapes) drawShapes(context, picture, camera, palette);
  drawArea(context, picture, camera, palette);
  drawCursor(context, picture, camera, palette);
  drawLasso(context, picture, camera, palette);
}

/** Whether a track is shown in full. */
function isChosen({ selected }: ArenaPicture, { isFull, piece }: ShownTrack): boolean {
  return isFull === true || selected.has(piece);
}

/** What a view that moves on has left behind, with its rim and where it goes. */
function drawRim(
  context: CanvasRenderingContext2D,
  { rim }: ArenaPicture,
  camera: Camera,
  palette: Palette,
  labels: LabelBoard,
): void {
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

function drawMarks(
  context: CanvasRenderingContext2D,
  { level, selected, goals }: ArenaPicture,
  camera: Camera,
  palette: Palette,
  labels: LabelBoard,
): void {
  for (const mark of level.marks) {
    const isExit = goals.has(mark.id);
    const colour = selected.has(mark.id) ? palette.river : isExit ? palette.moss : palette.ochre;
    if (!('area' in mark)) {
      drawThinMark(context, mark, camera, colour, selected.has(mark.id), labels);
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
  context: CanvasRenderingContext2D,
  mark: Exclude<Mark, { area: unknown }>,
  camera: Camera,
  colour: string,
  isSelected: boolean,
  labels: LabelBoard,
): void {
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
  if (camera.scale >= 14) labels.draw(mark.name, to.x + 9, to.y + 9, colour);
}

/** Names of lanes and where things go in them, at the edge where they come in. */
function drawLanes(
  context: CanvasRenderingContext2D,
  picture: ArenaPicture,
  camera: Camera,
  palette: Palette,
  labels: LabelBoard,
): void {
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

/** What the stand-in has in mind: its plan dotted, where it wants to be hatched, and what it minds as a fading row of rings. */
function drawMind(
  context: CanvasRenderingContext2D,
  { mind, trail }: ArenaPicture,
  camera: Camera,
  palette: Palette,
): void {
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
  drawPolyline(context, [...from, ...mind.plan], camera, { colour: palette.river, width: 2.5, dash: [1, 5] });
}

/** Tints ground by how much it is watched, or by a map of the runs. */
function drawTinted(
  context: CanvasRenderingContext2D,
  { tinted, level, seen }: ArenaPicture,
  camera: Camera,
  palette: Palette,
): void {
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

function drawEnds(
  context: CanvasRenderingContext2D,
  { ends, seen }: ArenaPicture,
  camera: Camera,
  palette: Palette,
): void {
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

/** Below so many pixels a cell everything is drawn plainly: what is smaller than a fingertip has no details. */
const FAR_SCALE = 5;

function traceSight(context: CanvasRenderingContext2D, { sightArea }: ShownPiece, camera: Camera): void {
  for (let index = 0; index < sightArea.length; index += 2) {
    const { x, y } = toScreen(camera, sightArea[index], sightArea[index + 1]);
    if (index === 0) context.moveTo(x, y);
    else context.lineTo(x, y);
  }
}

function drawSight(context: CanvasRenderingContext2D, piece: ShownPiece, camera: Camera, palette: Palette): void {
  if (piece.sightArea.length < 6) return;
  context.beginPath();
  traceSight(context, piece, camera);
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
function drawSights(
  context: CanvasRenderingContext2D,
  pieces: readonly ShownPiece[],
  camera: Camera,
  palette: Palette,
): void {
  if (camera.scale >= FAR_SCALE) {
    for (const piece of pieces) drawSight(context, piece, camera, palette);
    return;
  }
  context.globalAlpha = palette.isDark ? 0.22 : 0.2;
  for (const isAlarmed of [false, true]) {
    context.beginPath();
    for (const piece of pieces)
      if (piece.isAlarmed === isAlarmed && piece.sightArea.length >= 6) traceSight(context, piece, camera);
    context.fillStyle = isAlarmed ? palette.clay : palette.ochre;
    context.fill();
  }
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
  context.beginPath();
  tracePolyline(context, points, camera);
  strokePath(context, style);
}

function tracePolyline(context: CanvasRenderingContext2D, points: readonly number[], camera: Camera): void {
  for (let index = 0; index < points.length; index += 2) {
    const { x, y } = toScreen(camera, points[index], points[index + 1]);
    if (index === 0) context.moveTo(x, y);
    else context.lineTo(x, y);
  }
}

function strokePath(context: CanvasRenderingContext2D, style: LineStyle): void {
  context.save();
  context.setLineDash(style.dash);
  context.lineWidth = style.width;
  context.strokeStyle = style.colour;
  context.lineJoin = 'round';
  context.stroke();
  context.restore();
}

/** Routes that come into view; from far off all of them as one thin line. */
function drawRoutes(
  context: CanvasRenderingContext2D,
  routes: readonly ShownRoute[],
  picture: ArenaPicture,
  camera: Camera,
  palette: Palette,
  labels: LabelBoard,
): void {
  const seen = routes.filter((route) => overlapsSeen(picture.seen, boxOfRoute(route)));
  if (camera.scale >= FAR_SCALE) {
    for (const route of seen) drawRoute(context, route, picture, camera, palette, labels);
    return;
  }
  context.beginPath();
  for (const route of seen) tracePolyline(context, lineOf(route), camera);
  context.globalAlpha = 0.65;
  strokePath(context, { colour: palette.river, width: 1, dash: [] });
  context.globalAlpha = 1;
}

/** The way that is walked or, while it is not known, from waypoint to waypoint. */
function lineOf({ track, waypoints }: ShownRoute): readonly number[] {
  return track.length > 0 ? track : waypoints.flat();
}

const routeBoxes = new WeakMap<ShownRoute, SeenPart>();

function boxOfRoute(route: ShownRoute): SeenPart {
  const known = routeBoxes.get(route);
  if (known) return known;
  const box = boxOf([...lineOf(route), ...route.waypoints.flat()]);
  routeBoxes.set(route, box);
  return box;
}

function drawRoute(
  context: CanvasRenderingContext2D,
  route: ShownRoute,
  picture: ArenaPicture,
  camera: Camera,
  palette: Palette,
  labels: LabelBoard,
): void {
  const isSelected = picture.selected.has(route.piece);
  const style = isSelected
    ? { colour: palette.river, width: 2.25, dash: [] }
    : { colour: palette.river, width: 1.25, dash: [4, 4] };
  context.globalAlpha = isSelected ? 1 : 0.65;
  drawPolyline(context, lineOf(route), camera, style);
  context.globalAlpha = 1;
  route.waypoints.forEach(([x, y], index) => {
    const place = toScreen(camera, x, y);
    const isChosen = picture.chosenWaypoint?.piece === route.piece && picture.chosenWaypoint.index === index;
    drawWaypoint(context, place.x, place.y, isChosen, palette);
    const time = route.times[index];
    if (isSelected && time !== undefined)
      labels.draw(`${time.toFixed(1)} s`, place.x + 10, place.y - 12, palette.river);
  });
}

function drawStartPlaces(
  context: CanvasRenderingContext2D,
  { startPlaces, seen }: ArenaPicture,
  camera: Camera,
  palette: Palette,
): void {
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
function drawPieces(
  context: CanvasRenderingContext2D,
  pieces: readonly ShownPiece[],
  picture: ArenaPicture,
  camera: Camera,
  palette: Palette,
): void {
  const isFar = camera.scale < FAR_SCALE;
  for (const piece of pieces) {
    if (!isFar || piece.isPlayer || picture.selected.has(piece.id)) {
      drawShownPiece(context, piece, picture, camera, palette);
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

function drawShownPiece(
  context: CanvasRenderingContext2D,
  piece: ShownPiece,
  { selected }: ArenaPicture,
  camera: Camera,
  palette: Palette,
): void {
  const { x, y } = toScreen(camera, piece.x, piece.y);
  const radius = Math.max(LEAST_RADIUS, piece.radius * camera.scale);
  context.globalAlpha = piece.isOut ? 0.3 : 1;
  const { scale } = camera;
  if (piece.hit.length > 0)
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
function drawShapes(context: CanvasRenderingContext2D, picture: ArenaPicture, camera: Camera, palette: Palette): void {
  for (const piece of picture.pieces) {
    const { x, y } = toScreen(camera, piece.x, piece.y);
    const hit = piece.hit.length > 0 ? piece.hit : [{ corners: [0, 0], radius: piece.radius }];
    drawShape(context, piece.stand, x, y, camera.scale, palette.ink, [4, 3]);
    drawShape(context, hit, x, y, camera.scale, palette.clay, []);
  }
}

/** The way of a mover, with what happens on it when it is selected. */
function drawTrack(
  context: CanvasRenderingContext2D,
  track: ShownTrack,
  picture: ArenaPicture,
  camera: Camera,
  palette: Palette,
  labels: LabelBoard,
): void {
  const isSelected = isChosen(picture, track);
  if (!isSelected && !overlapsSeen(picture.seen, boxOfTrack(track))) return;
  context.globalAlpha = isSelected ? 1 : 0.5;
  const style = { colour: palette.river, width: isSelected ? 2 : 1.25, dash: isSelected ? [] : [2, 4] };
  // A leap, as of one that comes in again at the other side, is no way.
  let from = 0;
  for (let index = 2; index <= track.track.length; index += 2) {
    const isEnd = index === track.track.length;
    const leaps =
      !isEnd &&
      Math.abs(track.track[index] - track.track[index - 2]) +
        Math.abs(track.track[index + 1] - track.track[index - 1]) >
        LEAP_CELLS;
    if (!isEnd && !leaps) continue;
    drawPolyline(context, track.track.slice(from, index), camera, style);
    from = index;
  }
  context.globalAlpha = 1;
  if (!isSelected) return;
  for (const stop of track.stops) {
    const { x, y } = toScreen(camera, stop.x, stop.y);
    context.fillStyle = palette.river;
    context.fillRect(x - 3, y - 3, 6, 6);
    labels.draw(stop.label, x + 8, y - 11, palette.river);
  }
}

const LEAP_CELLS = 3;

const trackBoxes = new WeakMap<readonly number[], SeenPart>();

function boxOfTrack({ track }: ShownTrack): SeenPart {
  const known = trackBoxes.get(track) ?? boxOf(track);
  trackBoxes.set(track, known);
  return known;
}

function drawArea(context: CanvasRenderingContext2D, picture: ArenaPicture, camera: Camera, palette: Palette): void {
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
