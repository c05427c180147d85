import {
  describePiece,
  hitShapeFor,
  hitShapeOf,
  kindOf,
  outlineOf,
  outlineSightArea,
  partPlace,
  PIECE_FIELDS,
  PLAYER_FIELDS,
  reachOf,
  standShapeOf,
  type ArenaGrid,
  type CheckedScript,
  type GameDocument,
  type Kind,
  type Level,
  type Outline,
  type OutlineShape,
  type Piece,
  type RecordedRun,
  type StateInsight,
} from '@/core/index';
import { isSeen, type CellWindow, type SeenPart, type ShownPart, type ShownPiece } from '../canvas/arenaPicture';
import { changedWindow } from '../canvas/drawGround';

/** Positions over time: of a recorded run, of a try that is being played, or of a preview. */
export type ShownRun = Pick<RecordedRun, 'frames' | 'frameSize' | 'pieces' | 'ticksPerSecond'> & { kinds?: string[] };

/** What pieces are shown of: a level as it stands, and a frame of a run once one is under way. */
export interface Scene {
  game: GameDocument;
  level: Level;
  grid: ArenaGrid;
  scripts: ReadonlyMap<string, CheckedScript>;
  /** Undefined for the level as it was drafted. */
  run: ShownRun | undefined;
  tick: number;
  showsShapes: boolean;
  hidesSight: boolean;
  seen: SeenPart | undefined;
}

export interface Placed {
  piece: Piece;
  kind: Kind;
}

type Sight = NonNullable<StateInsight['sight']>;

const placedOf = new WeakMap<Level, { cast: GameDocument['cast']; placed: readonly Placed[] }>();

/** The pieces of a level with their kinds; those of unknown kinds are left out. */
export function placedIn(game: GameDocument, level: Level): readonly Placed[] {
  const known = placedOf.get(level);
  if (known?.cast === game.cast) return known.placed;
  const placed = level.pieces.flatMap((piece) => {
    const kind = kindOf(game, piece.kind);
    return kind ? [{ piece, kind }] : [];
  });
  if (Object.isFrozen(level)) placedOf.set(level, { cast: game.cast, placed });
  return placed;
}

/** Everything that stands or flies in a scene and reaches into the part of it that is seen. */
export function showPieces(scene: Scene, placed: readonly Placed[]): ShownPiece[] {
  return [
    ...placed.flatMap((entry) => showPiece(scene, entry) ?? []),
    ...(scene.run ? showShots(scene, scene.run) : placed.flatMap((entry) => showFixed(scene, entry))),
  ];
}

/** A piece as it is at a moment; undefined when it is gone or reaches into nothing that is seen. */
function showPiece(scene: Scene, { piece, kind }: Placed): ShownPiece | undefined {
  const { run, tick } = scene;
  if (run && kind.control !== undefined) {
    const [x, y] = run.frames.subarray(tick * run.frameSize, tick * run.frameSize + PLAYER_FIELDS);
    return isSeen(scene.seen, x, y, drawnRadius(kind)) ? shown(scene, piece.id, kind, { x, y, heading: 0 }) : undefined;
  }
  const now = run ? fieldsOf(run, tick, piece.id) : undefined;
  if (now?.presence === 0) return undefined;
  const insight = describePiece(scene.game, scene.level, piece, scene.scripts);
  const state = insight?.states[now?.state ?? insight.startState];
  const sight = scene.hidesSight ? undefined : state?.sight;
  const reach = Math.max(drawnRadius(kind), sight?.range ?? 0);
  if (!now)
    return isSeen(scene.seen, piece.at[0], piece.at[1], reach) ? showDrafted(scene, piece, kind, sight) : undefined;
  const { x, y } = now;
  if (!isSeen(scene.seen, x, y, reach)) return undefined;
  const heading = Math.atan2(now.facingY, now.facingX);
  const body = shown(scene, piece.id, kind, { x, y, heading }, now.presence);
  if (sight) body.sightArea = outlineSightArea(scene.grid, { x, y, facing: (heading * 180) / Math.PI, ...sight });
  body.isAlarmed = now.sights > 0 || (state?.isChase ?? false);
  return body;
}

interface Drafted {
  kind: Kind;
  showsShapes: boolean;
  sightArea: number[] | undefined;
  shown: ShownPiece;
}

const draftedPieces = new WeakMap<Piece, Drafted>();

/** A piece as it was put there: the same object as long as nothing about it has changed. */
function showDrafted(scene: Scene, piece: Piece, kind: Kind, sight: Sight | undefined): ShownPiece {
  const { showsShapes } = scene;
  const sightArea = sight && draftedSight(scene, piece, sight);
  const known = draftedPieces.get(piece);
  if (known?.kind === kind && known.showsShapes === showsShapes && known.sightArea === sightArea) return known.shown;
  const [x, y] = piece.at;
  const body = shown(scene, piece.id, kind, { x, y, heading: (piece.facing * Math.PI) / 180 });
  if (sightArea) body.sightArea = sightArea;
  if (Object.isFrozen(piece)) draftedPieces.set(piece, { kind, showsShapes, sightArea, shown: body });
  return body;
}

interface KnownSight {
  map: Level['map'];
  terrain: GameDocument['terrain'];
  sight: Sight;
  area: number[];
}

const draftedSights = new WeakMap<Piece, KnownSight>();

/** What a piece sees from where it was put; worked out anew only when it, its sight or ground within its reach has changed. */
function draftedSight({ game: { terrain }, level: { map }, grid }: Scene, piece: Piece, sight: Sight): number[] {
  const known = draftedSights.get(piece);
  const isSame = known?.sight === sight && known.terrain === terrain;
  const [x, y] = piece.at;
  let area =
    isSame && (known.map === map || !isWithin(changeBetween(known.map, map), x, y, sight.range))
      ? known.area
      : undefined;
  area ??= outlineSightArea(grid, { x, y, facing: piece.facing, ...sight });
  if (Object.isFrozen(piece)) draftedSights.set(piece, { map, terrain, sight, area });
  return area;
}

let lastChange: { before: Level['map']; after: Level['map']; window: CellWindow | undefined } | undefined;

/** What changed between two maps; most pieces ask for the same two one after the other. */
function changeBetween(before: Level['map'], after: Level['map']): CellWindow | undefined {
  if (lastChange?.before !== before || lastChange.after !== after)
    lastChange = { before, after, window: changedWindow(before, after) };
  return lastChange.window;
}

/** Whether any cell of a window is nearer to a place than so many cells, along the axes; true for maps of other sizes. */
function isWithin(window: CellWindow | undefined, x: number, y: number, range: number): boolean {
  if (!window) return true;
  const { column, row, lastColumn, lastRow } = window;
  return lastColumn > x - range && column < x + range && lastRow > y - range && row < y + range;
}

/** A body with nothing said of what it sees. Presence is as in a frame of a run. */
function shown(
  { showsShapes }: Scene,
  id: string,
  kind: Kind,
  { x, y, heading }: { x: number; y: number; heading: number },
  presence = 1,
): ShownPiece {
  return {
    id,
    ...bodyOf(kind, showsShapes),
    ...{ x, y, heading },
    tint: kind.tint,
    isPlayer: kind.control !== undefined,
    isOut: presence === 2,
    isFilled: presence === 3,
    sightArea: [],
    isAlarmed: false,
  };
}

const indices = new WeakMap<readonly string[], Map<string, number>>();

/** Where each piece of a run stands in its frames. */
export function indicesOf({ pieces }: Pick<ShownRun, 'pieces'>): ReadonlyMap<string, number> {
  const known = indices.get(pieces);
  // A try that is being played lists more as more is thrown.
  if (known?.size === pieces.length) return known;
  const made = new Map(pieces.map((id, index) => [id, index]));
  indices.set(pieces, made);
  return made;
}

function fieldsOf(run: ShownRun, tick: number, id: string) {
  const index = indicesOf(run).get(id);
  return index === undefined ? undefined : readFields(run, tick, index);
}

export function readFields(run: ShownRun, tick: number, index: number) {
  const start = tick * run.frameSize + PLAYER_FIELDS + index * PIECE_FIELDS;
  const [x, y, facingX, facingY, state, sights, presence] = run.frames.subarray(start, start + PIECE_FIELDS);
  return { x, y, facingX, facingY, state, sights, presence };
}

/** What is fixed to a piece, before a run. */
function showFixed(scene: Scene, { piece, kind: { parts = [] } }: Placed): ShownPiece[] {
  const [x, y] = piece.at;
  const heading = (piece.facing * Math.PI) / 180;
  const body = { x, y, facingX: Math.cos(heading), facingY: Math.sin(heading) };
  return parts.flatMap(({ kind: kindId, at: [along, across] }, index) => {
    const kind = kindOf(scene.game, kindId);
    if (!kind) return [];
    const [partX, partY] = partPlace({ along, across }, body, scene.level.view === 'side');
    if (!isSeen(scene.seen, partX, partY, drawnRadius(kind))) return [];
    return [shown(scene, `${kindId}.part-${index + 1}-of-${piece.id}`, kind, { x: partX, y: partY, heading })];
  });
}

/** What flies about in a run and stands in no level: shots. */
function showShots(scene: Scene, run: ShownRun): ShownPiece[] {
  const standing = new Set(scene.level.pieces.map(({ id }) => id));
  return run.pieces.flatMap((id, index): ShownPiece[] => {
    const kind = standing.has(id) ? undefined : kindOf(scene.game, run.kinds?.[index] ?? '');
    if (!kind) return [];
    const { x, y, facingX, facingY, presence } = readFields(run, scene.tick, index);
    if (presence === 0 || !isSeen(scene.seen, x, y, drawnRadius(kind))) return [];
    return [shown(scene, id, kind, { x, y, heading: Math.atan2(facingY, facingX) }, presence)];
  });
}

const bodies = new WeakMap<Kind, ShownBody>();

type ShownBody = Pick<ShownPiece, 'radius' | 'hit' | 'stand' | 'isThing'>;

/** What is drawn of a kind: what others meet of it; of what blocks the cells that it shuts. */
function drawnShape(kind: Kind): OutlineShape {
  if (!kind.blocks || kind.hit || kind.stand) return hitShapeOf(kind);
  const side = Math.max(1, 2 * kind.radius) - 0.06;
  return { form: 'box', width: side, height: side };
}

/** The shapes of a kind as they are drawn; plain circles need no parts. */
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

/** How far from its place a kind is drawn, cells. */
function drawnRadius(kind: Kind): number {
  return bodyOf(kind, true).radius;
}

/** The outline of what others meet of a kind, a circle included. */
export function partsOf(kind: Kind): ShownPart[] {
  const { hit, radius } = bodyOf(kind, false);
  return hit.length > 0 ? hit : [{ corners: [0, 0], radius }];
}
