import {
  buildGrid,
  checkScript,
  describePiece,
  kindOf,
  outlineSightArea,
  PIECE_FIELDS,
  PLAYER_FIELDS,
  type ArenaGrid,
  type CheckedScript,
  type GameDocument,
  type Kind,
  type Level,
  type Piece,
  type PieceInsight,
  type RecordedRun,
  type RouteTimes,
  type Script,
} from '@/core/index';
import type { ArenaPicture, ShownPiece, ShownRoute } from '../canvas/arenaPicture';

/** What is to be seen: a level, and the moment of a run; tick 0 is the level as it was drafted. */
export interface Moment {
  game: GameDocument;
  levelId: string;
  run: RecordedRun | undefined;
  tick: number;
}

export interface PictureOptions {
  routes: readonly RouteTimes[];
  ends: ArenaPicture['ends'];
  selection: readonly string[];
  chosenWaypoint: ArenaPicture['chosenWaypoint'];
  cursor: ArenaPicture['cursor'];
  lasso: ArenaPicture['lasso'];
}

const checkedScripts = new WeakMap<Script, CheckedScript>();
const grids = new WeakMap<Level['map'], { terrain: GameDocument['terrain']; grid: ArenaGrid }>();

/** Scripts that did not change keep their check; edits never touch what they leave alone. */
export function checkedScriptsOf(game: GameDocument): Map<string, CheckedScript> {
  return new Map(
    game.scripts.map((script, index) => {
      const checked = checkedScripts.get(script) ?? checkScript(script.lines.join('\n'), ['scripts', index]);
      checkedScripts.set(script, checked);
      return [script.id, checked];
    }),
  );
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
  const level = game.levels.find((candidate) => candidate.id === levelId) ?? game.levels[0];
  const scripts = checkedScriptsOf(game);
  const grid = gridOf(game, level);
  const isRunning = run !== undefined && tick > 0;
  const placed = level.pieces.flatMap((piece) => {
    const kind = kindOf(game, piece.kind);
    return kind ? [{ piece, kind }] : [];
  });
  return {
    terrain: game.terrain,
    level,
    pieces: placed.map(({ piece, kind }) =>
      showPiece(piece, kind, grid, describePiece(game, level, piece, scripts), isRunning ? run : undefined, tick),
    ),
    routes: placed.flatMap(({ piece }) => showRoute(piece, options.routes)),
    startPlaces: isRunning
      ? placed.map(({ piece, kind }) => ({ x: piece.at[0], y: piece.at[1], radius: kind.radius }))
      : [],
    ends: options.ends,
    trail: isRunning ? trailOf(run, tick) : [],
    selected: new Set(options.selection),
    chosenWaypoint: options.chosenWaypoint,
    cursor: options.cursor,
    lasso: options.lasso,
  };
}

function showPiece(
  piece: Piece,
  kind: Kind,
  grid: ArenaGrid,
  insight: PieceInsight | undefined,
  run: RecordedRun | undefined,
  tick: number,
): ShownPiece {
  const isPlayer = kind.control !== undefined;
  const base = { id: piece.id, radius: kind.radius, tint: kind.tint, isPlayer };
  const index = run?.pieces.indexOf(piece.id) ?? -1;
  if (run && isPlayer) {
    const [x, y] = run.frames.subarray(tick * run.frameSize, tick * run.frameSize + PLAYER_FIELDS);
    return { ...base, x, y, heading: 0, sightArea: [], isAlarmed: false };
  }
  if (run && index >= 0) {
    const start = tick * run.frameSize + PLAYER_FIELDS + index * PIECE_FIELDS;
    const [x, y, facingX, facingY, state, sights] = run.frames.subarray(start, start + PIECE_FIELDS);
    const heading = Math.atan2(facingY, facingX);
    const isAlarmed = sights > 0 || (insight?.states[state]?.isChase ?? false);
    return {
      ...base,
      x,
      y,
      heading,
      sightArea: sightArea(grid, x, y, (heading * 180) / Math.PI, insight, state),
      isAlarmed,
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

function trailOf(run: RecordedRun, tick: number): number[] {
  const trail: number[] = [];
  for (let at = 0; at <= tick; at += 3) trail.push(run.frames[at * run.frameSize], run.frames[at * run.frameSize + 1]);
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
