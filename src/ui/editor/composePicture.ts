import {
  buildGrid,
  checkScripts,
  describePiece,
  goalMarks,
  kindOf,
  PIECE_FIELDS,
  PLAYER_FIELDS,
  type ArenaGrid,
  type CueEntry,
  type EntryGhost,
  type CheckedScript,
  type GameDocument,
  type Level,
  type MindMoment,
  type MoverPreview,
  type Piece,
  type RouteTimes,
  type RunEvent,
} from '@/core/index';
import type { ArenaPicture, ShownRoute, ShownTrack } from '../canvas/arenaPicture';
import { showEntry } from './showEntry';
import { indicesOf, partsOf, placedIn, readFields, showPieces, type Placed, type ShownRun } from './showPieces';

export type { ShownRun } from './showPieces';

/** What is to be seen: a level, and a frame of a run; frame 0 is the level as it was drafted. */
export interface Moment {
  game: GameDocument;
  levelId: string;
  run: ShownRun | undefined;
  tick: number;
  /** Ground that has changed by then, in order. */
  groundChanges?: readonly GroundChange[];
}

type GroundChange = Extract<RunEvent, { type: 'ground' }>;

/** Changes of the ground in a log up to a tick. */
export function groundChangesUpTo(events: readonly RunEvent[], tick: number): GroundChange[] {
  return events.filter((event): event is GroundChange => event.type === 'ground' && event.tick < tick);
}

const changedLevels = new WeakMap<Level, { last: GroundChange; level: Level }>();

/** The level with its ground as it has become; the same object as long as nothing more has changed. */
function levelWith(game: GameDocument, level: Level, changes: readonly GroundChange[]): Level {
  if (changes.length === 0) return level;
  const known = changedLevels.get(level);
  const last = changes[changes.length - 1];
  if (known?.last === last) return known.level;
  const width = level.map[0].length;
  const rows = level.map.map((row) => [...row]);
  for (const { cell, becomes } of changes) {
    const glyph = game.terrain.find((ground) => ground.id === becomes)?.glyph;
    if (glyph) rows[Math.floor(cell / width)][cell % width] = glyph;
  }
  const changed = { ...level, map: rows.map((row) => row.join('')) };
  changedLevels.set(level, { last, level: changed });
  return changed;
}

export interface PictureOptions {
  routes: readonly RouteTimes[];
  /** Whether routes are drawn at all; they are when nothing is said. */
  hidesRoutes?: boolean;
  hidesSight?: boolean;
  movers?: readonly MoverPreview[];
  /** Where pieces with a lead will stand when a run begins. */
  previews?: ShownRun;
  /** Where cues let in what they bring, and how it stands once they are under way. */
  entries?: readonly CueEntry[];
  ghosts?: readonly EntryGhost[];
  arcs?: ArenaPicture['arcs'];
  area?: ArenaPicture['area'];
  ghost?: ArenaPicture['ghost'];
  showsShapes?: boolean;
  tinted?: ArenaPicture['tinted'];
  mind?: MindMoment;
  /** A way through the level that is to be seen whole. */
  way?: ShownTrack;
  /** The part of the level that is in view: pieces that do not reach into it are left out. All of it when nothing is said. */
  seen?: ArenaPicture['seen'];
  ends: ArenaPicture['ends'];
  selection: readonly string[];
  chosenWaypoint: ArenaPicture['chosenWaypoint'];
  cursor: ArenaPicture['cursor'];
  lasso: ArenaPicture['lasso'];
}

const grids = new WeakMap<Level['map'], { terrain: GameDocument['terrain']; grid: ArenaGrid }>();

const checkedOfGame = new WeakMap<GameDocument, Map<string, CheckedScript>>();

/** The checks of all scripts of a game, made once for each version of it. */
export function checkedScriptsOf(game: GameDocument): Map<string, CheckedScript> {
  const known = checkedOfGame.get(game);
  if (known) return known;
  const checked = checkScripts(game);
  checkedOfGame.set(game, checked);
  return checked;
}

export function gridOf(game: GameDocument, level: Level): ArenaGrid {
  const known = grids.get(level.map);
  if (known?.terrain === game.terrain) return known.grid;
  const grid = buildGrid(game, level);
  grids.set(level.map, { terrain: game.terrain, grid });
  return grid;
}

const NO_LANES: ArenaPicture['lanes'] = [];

/** Puts together what the canvas draws. What is the same as in an earlier picture is mostly the same object. */
export function composePicture(moment: Moment, options: PictureOptions): ArenaPicture {
  const { game, levelId, tick } = moment;
  const drafted = game.levels.find((candidate) => candidate.id === levelId) ?? game.levels[0];
  const level = levelWith(game, drafted, moment.groundChanges ?? []);
  const grid = gridOf(game, level);
  const run = tick > 0 ? moment.run : undefined;
  const showsShapes = options.showsShapes ?? false;
  const placed = placedIn(game, level);
  const scripts = checkedScriptsOf(game);
  const scene = { game, level, grid, scripts, run, tick, showsShapes, hidesSight: options.hidesSight ?? false };
  return {
    terrain: game.terrain,
    level,
    goals: goalMarks(game, drafted),
    rim: showRim(level, run?.frames[tick * run.frameSize + 2]),
    pieces: showPieces({ ...scene, seen: options.seen }, placed),
    isMoving: run !== undefined,
    tracks: [...showTracks(placed, options.movers ?? []), ...(options.way ? [options.way] : [])],
    arcs: options.arcs ?? [],
    lanes: level.lanes ?? NO_LANES,
    area: options.area,
    ghost: options.ghost,
    showsShapes,
    routes: options.hidesRoutes ? [] : placed.flatMap(({ piece }) => showRoute(piece, options.routes)),
    entries: run ? [] : (options.entries ?? []).flatMap((entry) => showEntry(entry, level, options.selection)),
    startPlaces: run
      ? placed.map(({ piece, kind }) => ({ x: piece.at[0], y: piece.at[1], parts: partsOf(kind) }))
      : [...ledPlaces(placed, options.previews), ...ghostPlaces(game, options.ghosts ?? [])],
    tinted: options.tinted,
    mind: options.mind && showMind(options.mind, grid.width),
    ends: options.ends,
    trail: run ? trailOf(run, tick) : [],
    selected: new Set(options.selection),
    chosenWaypoint: options.chosenWaypoint,
    cursor: options.cursor,
    lasso: options.lasso,
    seen: options.seen,
  };
}

const TOWARD = { north: [0, -1], east: [1, 0], south: [0, 1], west: [-1, 0] } as const;

/** The stretch of a level that scrolls which lies behind the rim of the view; before a run a strip along its edge. */
function showRim({ scroll, map }: Level, along: number | undefined): ArenaPicture['rim'] {
  if (!scroll) return undefined;
  const [width, height] = [map[0].length, map.length];
  const [dx, dy] = TOWARD[scroll.toward];
  const depth = Math.max(0, Math.min(dx !== 0 ? width : height, along ?? scroll.from ?? 0));
  const moves = [
    ...(scroll.speed ? [`${scroll.speed} cells/s`] : []),
    ...(scroll.follows === undefined ? [] : [`${scroll.follows} cells behind`]),
  ];
  return {
    x: dx < 0 ? width - depth : 0,
    y: dy < 0 ? height - depth : 0,
    width: dx !== 0 ? depth : width,
    height: dy !== 0 ? depth : height,
    dx,
    dy,
    label: `view ${scroll.toward}, ${moves.join(', ')}`,
  };
}

/** The newest of what a stand-in had in mind up to a tick. */
export function mindAt(minds: readonly MindMoment[], tick: number): MindMoment | undefined {
  return minds.findLast((mind) => mind.tick <= tick);
}

function showMind({ goals, legs, minded }: MindMoment, width: number): ArenaPicture['mind'] {
  const placeOf = (cell: number) => ({ column: cell % width, row: Math.floor(cell / width) });
  return {
    plan: legs.flatMap((cell) => [placeOf(cell).column + 0.5, placeOf(cell).row + 0.5]),
    goals: goals.map(placeOf),
    expected: minded.map(({ x, y, isHunting }) => ({ places: x.flatMap((value, at) => [value, y[at]]), isHunting })),
  };
}

/** Where pieces with a lead really begin; the draft shows them where they were put. */
function ledPlaces(placed: readonly Placed[], previews: ShownRun | undefined): ArenaPicture['startPlaces'] {
  return placed.flatMap(({ piece, kind }) => {
    const index = piece.lead && previews ? indicesOf(previews).get(piece.id) : undefined;
    if (!previews || index === undefined) return [];
    const { x, y } = readFields(previews, 0, index);
    return [{ x, y, parts: partsOf(kind) }];
  });
}

function ghostPlaces(game: GameDocument, ghosts: readonly EntryGhost[]): ArenaPicture['startPlaces'] {
  return ghosts.flatMap(({ kind: id, x, y }) => {
    const kind = kindOf(game, id);
    return kind ? [{ x, y, parts: partsOf(kind) }] : [];
  });
}

/** Ways of movers. Previews may be of a version before the last edit: what was removed since goes nowhere. */
function showTracks(placed: readonly Placed[], movers: readonly MoverPreview[]): ShownTrack[] {
  const standing = new Set(placed.map(({ piece }) => piece.id));
  return movers.filter(({ motion, piece }) => motion !== 'patrol' && standing.has(piece)).map(showTrack);
}

const shownTracks = new WeakMap<MoverPreview, ShownTrack>();

/** How stops of a mover are labelled. */
function showTrack(mover: MoverPreview): ShownTrack {
  const known = shownTracks.get(mover);
  if (known) return known;
  const { piece, track } = mover;
  const stops = mover.stops.slice(0, 12).map(({ x, y, seconds, what }) => {
    return { x, y, label: `${what} ${seconds.toFixed(1)} s` };
  });
  const shown = { piece, track, stops };
  shownTracks.set(mover, shown);
  return shown;
}

const timesOf = new WeakMap<readonly RouteTimes[], ReadonlyMap<string, RouteTimes>>();

function timesByPiece(routes: readonly RouteTimes[]): ReadonlyMap<string, RouteTimes> {
  const known = timesOf.get(routes) ?? new Map(routes.map((route) => [route.piece, route]));
  timesOf.set(routes, known);
  return known;
}

const shownRoutes = new WeakMap<Piece, { timed: RouteTimes | undefined; route: ShownRoute }>();

function showRoute(piece: Piece, routes: readonly RouteTimes[]): ShownRoute[] {
  if (!piece.route?.length) return [];
  const timed = timesByPiece(routes).get(piece.id);
  const known = shownRoutes.get(piece);
  if (known && known.timed === timed) return [known.route];
  // Times and track are those of the last level that was walked; for other waypoints they mean nothing.
  const fits = timed !== undefined && timed.waypoints.join() === piece.route.flat().join();
  const route = {
    piece: piece.id,
    waypoints: piece.route,
    times: fits ? timed.reachedAtSeconds : [],
    track: fits ? timed.track : [],
  };
  if (Object.isFrozen(piece)) shownRoutes.set(piece, { timed, route });
  return [route];
}

/** Farther than this in three ticks nobody walks: the player was put there, as with a new life. */
const LEAP_CELLS = 3;

/** The way of the player up to a moment, since it was last put somewhere. */
function trailOf(run: ShownRun, tick: number): number[] {
  const trail: number[] = [];
  for (let at = 0; at <= tick; at += 3) {
    const [x, y] = [run.frames[at * run.frameSize], run.frames[at * run.frameSize + 1]];
    const leapt =
      trail.length > 0 && Math.abs(x - trail[trail.length - 2]) + Math.abs(y - trail[trail.length - 1]) > LEAP_CELLS;
    if (leapt) trail.length = 0;
    trail.push(x, y);
  }
  return trail;
}

/** Name of the state that a piece is in at a moment, and since when. */
export function stateAt(moment: Moment, pieceId: string): { name: string; seconds: number } | undefined {
  const { run, tick } = moment;
  const index = run && indicesOf(run).get(pieceId);
  if (!run || index === undefined) return undefined;
  const level = moment.game.levels.find((candidate) => candidate.id === moment.levelId);
  const piece = level?.pieces.find((candidate) => candidate.id === pieceId);
  const insight = level && piece && describePiece(moment.game, level, piece, checkedScriptsOf(moment.game));
  if (!insight) return undefined;
  const stateOf = (at: number) => run.frames[at * run.frameSize + PLAYER_FIELDS + index * PIECE_FIELDS + 4];
  const state = stateOf(tick);
  let since = tick;
  while (since > 0 && stateOf(since - 1) === state) since--;
  const name = insight.states[state]?.name;
  return name === undefined ? undefined : { name, seconds: (tick - since) / run.ticksPerSecond };
}
