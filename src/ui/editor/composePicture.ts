import {
  buildGrid,
  checkScripts,
  describePiece,
  goalMarks,
  hitShapeFor,
  hitShapeOf,
  kindOf,
  outlineOf,
  reachOf,
  standShapeOf,
  outlineSightArea,
  partPlace,
  PIECE_FIELDS,
  PLAYER_FIELDS,
  type ArenaGrid,
  type CueEntry,
  type EntryGhost,
  type CheckedScript,
  type GameDocument,
  type Kind,
  type Level,
  type MindMoment,
  type MoverPreview,
  type Outline,
  type OutlineShape,
  type Piece,
  type PieceInsight,
  type RecordedRun,
  type RouteTimes,
  type RunEvent,
} from '@/core/index';
import type { ArenaPicture, ShownPart, ShownPiece, ShownRoute, ShownTrack } from '../canvas/arenaPicture';
import { showEntry } from './showEntry';

/** Positions over time: of a recorded run, of a try that is being played, or of a preview. */
export type ShownRun = Pick<RecordedRun, 'frames' | 'frameSize' | 'pieces' | 'ticksPerSecond'> & { kinds?: string[] };

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

/** Puts together what the canvas draws. */
export function composePicture(moment: Moment, options: PictureOptions): ArenaPicture {
  const { game, levelId, run, tick } = moment;
  const drafted = game.levels.find((candidate) => candidate.id === levelId) ?? game.levels[0];
  const level = levelWith(game, drafted, moment.groundChanges ?? []);
  const scripts = checkedScriptsOf(game);
  const grid = gridOf(game, level);
  const isRunning = run !== undefined && tick > 0;
  const showsShapes = options.showsShapes ?? false;
  const placed = level.pieces.flatMap((piece) => {
    const kind = kindOf(game, piece.kind);
    return kind ? [{ piece, kind }] : [];
  });
  return {
    terrain: game.terrain,
    level,
    goals: goalMarks(game, drafted),
    rim: showRim(level, isRunning ? run.frames[tick * run.frameSize + 2] : undefined),
    pieces: [
      ...placed.flatMap(({ piece, kind }) => {
        const insight = describePiece(game, level, piece, scripts);
        const shown = showPiece(piece, kind, grid, insight, isRunning ? run : undefined, tick, showsShapes);
        if (!shown) return [];
        return options.hidesSight ? { ...shown, sightArea: [] } : shown;
      }),
      ...(isRunning
        ? showShots(game, level, run, tick, showsShapes)
        : placed.flatMap(({ piece, kind }) => showFixed(game, level, piece, kind, showsShapes))),
    ],
    // Previews may be of a version before the last edit: what was removed since goes nowhere.
    tracks: [
      ...(options.movers ?? [])
        .filter(({ motion, piece }) => motion !== 'patrol' && placed.some((entry) => entry.piece.id === piece))
        .map(showTrack),
      ...(options.way ? [options.way] : []),
    ],
    arcs: options.arcs ?? [],
    lanes: level.lanes ?? [],
    area: options.area,
    ghost: options.ghost,
    showsShapes,
    routes: (options.hidesRoutes ? [] : placed).flatMap(({ piece }) => showRoute(piece, options.routes)),
    entries: isRunning ? [] : (options.entries ?? []).flatMap((entry) => showEntry(entry, level, options.selection)),
    startPlaces: isRunning
      ? placed.map(({ piece, kind }) => ({ x: piece.at[0], y: piece.at[1], parts: partsOf(kind) }))
      : [...ledPlaces(placed, options.previews), ...ghostPlaces(game, options.ghosts ?? [])],
    tinted: options.tinted,
    mind: options.mind && showMind(options.mind, grid.width),
    ends: options.ends,
    trail: isRunning ? trailOf(run, tick) : [],
    selected: new Set(options.selection),
    chosenWaypoint: options.chosenWaypoint,
    cursor: options.cursor,
    lasso: options.lasso,
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
function ledPlaces(
  placed: readonly { piece: Piece; kind: Kind }[],
  previews: ShownRun | undefined,
): ArenaPicture['startPlaces'] {
  return placed.flatMap(({ piece, kind }) => {
    const index = piece.lead && previews ? previews.pieces.indexOf(piece.id) : -1;
    if (!previews || index < 0) return [];
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

/** A piece as it is at a moment; undefined when it is gone. */
function showPiece(
  piece: Piece,
  kind: Kind,
  grid: ArenaGrid,
  insight: PieceInsight | undefined,
  run: ShownRun | undefined,
  tick: number,
  showsShapes: boolean,
): ShownPiece | undefined {
  const isPlayer = kind.control !== undefined;
  const base = { id: piece.id, ...bodyOf(kind, showsShapes), tint: kind.tint, isPlayer, isOut: false, isFilled: false };
  const index = run?.pieces.indexOf(piece.id) ?? -1;
  if (run && isPlayer) {
    const [x, y] = run.frames.subarray(tick * run.frameSize, tick * run.frameSize + PLAYER_FIELDS);
    return { ...base, x, y, heading: 0, sightArea: [], isAlarmed: false };
  }
  if (run && index >= 0) {
    const now = readFields(run, tick, index);
    if (now.presence === 0) return undefined;
    const heading = Math.atan2(now.facingY, now.facingX);
    return {
      ...base,
      x: now.x,
      y: now.y,
      heading,
      isOut: now.presence === 2,
      isFilled: now.presence === 3,
      sightArea: sightArea(grid, now.x, now.y, (heading * 180) / Math.PI, insight, now.state),
      isAlarmed: now.sights > 0 || (insight?.states[now.state]?.isChase ?? false),
    };
  }
  const [x, y] = piece.at;
  return {
    ...base,
    x,
    y,
    heading: (piece.facing * Math.PI) / 180,
    sightArea: sightArea(grid, x, y, piece.facing, insight, insight?.startState ?? 0),
    isAlarmed: false,
  };
}

function readFields(run: ShownRun, tick: number, index: number) {
  const start = tick * run.frameSize + PLAYER_FIELDS + index * PIECE_FIELDS;
  const [x, y, facingX, facingY, state, sights, presence] = run.frames.subarray(start, start + PIECE_FIELDS);
  return { x, y, facingX, facingY, state, sights, presence };
}

/** What is fixed to a piece, before a run. */
function showFixed(
  game: GameDocument,
  level: Level,
  { id, at: [x, y], facing }: Piece,
  { parts = [] }: Kind,
  showsShapes: boolean,
): ShownPiece[] {
  const heading = (facing * Math.PI) / 180;
  const body = { x, y, facingX: Math.cos(heading), facingY: Math.sin(heading) };
  return parts.flatMap(({ kind: kindId, at: [along, across] }, index) => {
    const kind = kindOf(game, kindId);
    if (!kind) return [];
    const [partX, partY] = partPlace({ along, across }, body, level.view === 'side');
    return [
      {
        id: `${kindId}.part-${index + 1}-of-${id}`,
        ...bodyOf(kind, showsShapes),
        x: partX,
        y: partY,
        heading,
        tint: kind.tint,
        isPlayer: false,
        isOut: false,
        isFilled: false,
        sightArea: [],
        isAlarmed: false,
      },
    ];
  });
}

/** What flies about in a run and stands in no level: shots. */
function showShots(game: GameDocument, level: Level, run: ShownRun, tick: number, showsShapes: boolean): ShownPiece[] {
  return run.pieces.flatMap((id, index): ShownPiece[] => {
    const kind = kindOf(game, run.kinds?.[index] ?? '');
    if (!kind || level.pieces.some((piece) => piece.id === id)) return [];
    const now = readFields(run, tick, index);
    if (now.presence === 0) return [];
    const heading = Math.atan2(now.facingY, now.facingX);
    const body = bodyOf(kind, showsShapes);
    return [
      {
        id,
        ...body,
        x: now.x,
        y: now.y,
        heading,
        tint: kind.tint,
        isPlayer: false,
        isOut: now.presence === 2,
        isFilled: now.presence === 3,
        sightArea: [],
        isAlarmed: false,
      },
    ];
  });
}

const bodies = new WeakMap<Kind, ShownBody>();

type ShownBody = Pick<ShownPiece, 'radius' | 'hit' | 'stand' | 'isThing'>;

/** The shapes of a kind as they are drawn; plain circles need no parts. */
/** What is drawn of a kind: what others meet of it; of what blocks the cells that it shuts. */
function drawnShape(kind: Kind): OutlineShape {
  if (!kind.blocks || kind.hit || kind.stand) return hitShapeOf(kind);
  const side = Math.max(1, 2 * kind.radius) - 0.06;
  return { form: 'box', width: side, height: side };
}

function bodyOf(kind: Kind, showsShapes: boolean): ShownBody {
  let body = bodies.get(kind);
  if (!body) {
    const shape = drawnShape(kind);
    const { west, north, east, south } = reachOf(shape);
    const toPart = ({ core, radius }: Outline) => ({ corners: core, radius });
    body = {
      radius: shape.form === 'circle' ? shape.radius : Math.max(west, north, east, south),
      hit: shape.form === 'circle' ? [] : hitShapeFor(shape).parts.map(toPart),
      stand: [toPart(outlineOf(standShapeOf(kind)))],
      isThing: kind.control === undefined && kind.behavior === undefined,
    };
    bodies.set(kind, body);
  }
  return showsShapes ? body : { ...body, stand: [] };
}

/** The outline of what others meet of a kind, a circle included. */
function partsOf(kind: Kind): ShownPart[] {
  const { hit, radius } = bodyOf(kind, false);
  return hit.length > 0 ? hit : [{ corners: [0, 0], radius }];
}

/** How stops of a mover are labelled. */
function showTrack({ piece, track, stops }: MoverPreview): ShownTrack {
  return {
    piece,
    track,
    stops: stops.slice(0, 12).map(({ x, y, seconds, what }) => ({ x, y, label: `${what} ${seconds.toFixed(1)} s` })),
  };
}

function sightArea(
  grid: ArenaGrid,
  x: number,
  y: number,
  facing: number,
  insight: PieceInsight | undefined,
  state: number,
): number[] {
  const sight = insight?.states[state]?.sight;
  return sight ? outlineSightArea(grid, { x, y, facing, ...sight }) : [];
}

function showRoute(piece: Piece, routes: readonly RouteTimes[]): ShownRoute[] {
  if (!piece.route?.length) return [];
  const timed = routes.find((route) => route.piece === piece.id);
  // Times and track are those of the last level that was walked; for other waypoints they mean nothing.
  const fits = timed !== undefined && timed.waypoints.join() === piece.route.flat().join();
  return [
    {
      piece: piece.id,
      waypoints: piece.route,
      times: fits ? timed.reachedAtSeconds : [],
      track: fits ? timed.track : [],
    },
  ];
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
  const index = run?.pieces.indexOf(pieceId) ?? -1;
  if (!run || index < 0) return undefined;
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
