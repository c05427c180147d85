import {
  boxOf,
  overlapsSeen,
  type ArenaPicture,
  type SeenPart,
  type ShownRoute,
  type ShownTrack,
} from './arenaPicture';
import { FAR_SCALE, toScreen } from './camera';
import { drawWaypoint } from './drawPieces';
import type { Surface } from './surface';

/** Whether a track is shown in full. */
export function isChosen({ selected }: ArenaPicture, { isFull, piece }: ShownTrack): boolean {
  return isFull === true || selected.has(piece);
}

interface LineStyle {
  colour: string;
  width: number;
  dash: number[];
}

export function drawPolyline(surface: Surface, points: readonly number[], style: LineStyle): void {
  const { context } = surface;
  if (points.length < 4) return;
  context.beginPath();
  tracePolyline(surface, points);
  strokePath(context, style);
}

function tracePolyline(surface: Surface, points: readonly number[]): void {
  const { context, camera } = surface;
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
export function drawRoutes(surface: Surface, routes: readonly ShownRoute[], picture: ArenaPicture): void {
  const { context, camera, palette } = surface;
  const seen = routes.filter((route) => overlapsSeen(picture.seen, boxOfRoute(route)));
  if (camera.scale >= FAR_SCALE) {
    for (const route of seen) drawRoute(surface, route, picture);
    return;
  }
  context.beginPath();
  for (const route of seen) tracePolyline(surface, lineOf(route));
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

export function drawRoute(surface: Surface, route: ShownRoute, picture: ArenaPicture): void {
  const { context, camera, palette, labels } = surface;
  const isSelected = picture.selected.has(route.piece);
  const style = isSelected
    ? { colour: palette.river, width: 2.25, dash: [] }
    : { colour: palette.river, width: 1.25, dash: [4, 4] };
  context.globalAlpha = isSelected ? 1 : 0.65;
  drawPolyline(surface, lineOf(route), style);
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

/** The way of a mover, with what happens on it when it is selected. */
export function drawTrack(surface: Surface, track: ShownTrack, picture: ArenaPicture): void {
  const { context, camera, palette, labels } = surface;
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
    drawPolyline(surface, track.track.slice(from, index), style);
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
