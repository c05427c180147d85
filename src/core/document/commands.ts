import { current, isDraft } from 'immer';
import type { GameDocument, KindEntry, Level, Mark, Piece } from './gameDocument';
import { markBox } from './markBox';
import { bug } from '../foundation/result';
import { kindOf } from './resolveKind';

/** A place in cells. */
export interface Point {
  x: number;
  y: number;
}

type GameDraft = GameDocument;

/** The steps from which every edit of a level is made. They work on a draft inside one change. */
export function levelIn(game: GameDraft, levelId: string): Level {
  return game.levels.find((level) => level.id === levelId) ?? bug(`no level ${levelId}`);
}

/** Whether a piece is the one that the player steers. */
export function isPlayer(game: GameDraft, piece: Piece): boolean {
  return kindOf(game, piece.kind)?.control !== undefined;
}

export function kindIn(game: GameDraft, kindId: string): KindEntry {
  return game.cast.find((kind) => kind.id === kindId) ?? bug(`no kind ${kindId}`);
}

function pieceIn(game: GameDraft, levelId: string, pieceId: string): Piece {
  const { pieces } = levelIn(game, levelId);
  return pieces[readOnly(pieces).findIndex((piece) => piece.id === pieceId)] ?? bug(`no piece ${pieceId}`);
}

/** What a draft has come to, for looking through: thousands of pieces that are only read must not be followed for changes. */
function readOnly(pieces: Piece[]): readonly Piece[] {
  return isDraft(pieces) ? current(pieces) : pieces;
}

/** Coordinates are kept to thousandths of a cell, so that files stay readable. */
export function roundCoordinate(value: number): number {
  return Math.round(value * 1000) / 1000;
}

/** Sets the ground of cells; cells outside the map are left out. */
export function paintCells(
  game: GameDraft,
  levelId: string,
  cells: readonly { column: number; row: number }[],
  glyph: string,
): void {
  const { map } = levelIn(game, levelId);
  for (const { column, row } of cells) {
    const line = map[row];
    if (line === undefined || column < 0 || column >= line.length || line[column] === glyph) continue;
    map[row] = line.slice(0, column) + glyph + line.slice(column + 1);
  }
}

/** Moves pieces together with their routes. */
export function movePieces(game: GameDraft, levelId: string, pieceIds: readonly string[], by: Point): void {
  for (const pieceId of pieceIds) {
    const piece = pieceIn(game, levelId, pieceId);
    piece.at = [roundCoordinate(piece.at[0] + by.x), roundCoordinate(piece.at[1] + by.y)];
    if (piece.route) piece.route = piece.route.map(([x, y]) => [roundCoordinate(x + by.x), roundCoordinate(y + by.y)]);
  }
}

export function removePieces(game: GameDraft, levelId: string, pieceIds: readonly string[]): void {
  const level = levelIn(game, levelId);
  level.pieces = level.pieces.filter((piece) => !pieceIds.includes(piece.id));
}

/** Adds a piece of a kind and returns its id. */
export function addPiece(game: GameDraft, levelId: string, kindId: string, at: Point): string {
  const kind = kindOf(game, kindId) ?? bug(`no kind ${kindId}`);
  const level = levelIn(game, levelId);
  const { id, name } = freshName(level, kind.id, kind.name);
  level.pieces.push({
    id,
    name,
    kind: kind.id,
    at: [roundCoordinate(at.x), roundCoordinate(at.y)],
    facing: 0,
    ...(kind.behavior ? { route: [] } : {}),
  });
  return id;
}

/** Copies pieces with routes and knobs, moved aside; returns the ids of the copies. */
export function copyPieces(game: GameDraft, levelId: string, pieceIds: readonly string[], by: Point): string[] {
  const level = levelIn(game, levelId);
  return pieceIds.map((pieceId) => {
    const original = pieceIn(game, levelId, pieceId);
    const { id, name } = freshName(level, original.kind, original.name.replace(/ \d+$/, ''));
    const copy: Piece = JSON.parse(JSON.stringify(original));
    level.pieces.push({ ...copy, id, name });
    movePieces(game, levelId, [id], by);
    return id;
  });
}

/** An id and a name that no piece of the level has yet. */
export function freshName(level: Level, idStem: string, nameStem: string): { id: string; name: string } {
  const pieces = readOnly(level.pieces);
  const ids = new Set(pieces.map((piece) => piece.id));
  const names = new Set(pieces.map((piece) => piece.name));
  let number = 1;
  while (ids.has(`${idStem}-${number}`)) number++;
  let name = nameStem;
  for (let count = 2; names.has(name); count++) name = `${nameStem} ${count}`;
  return { id: `${idStem}-${number}`, name };
}

export function setRoute(game: GameDraft, levelId: string, pieceId: string, route: readonly Point[]): void {
  pieceIn(game, levelId, pieceId).route = route.map(({ x, y }) => [roundCoordinate(x), roundCoordinate(y)]);
}

export function setFacing(game: GameDraft, levelId: string, pieceId: string, facing: number): void {
  pieceIn(game, levelId, pieceId).facing = facing;
}

/** Sets a knob of a piece; undefined takes the piece's own value away, so that its kind's holds again. */
export function setPieceKnob(
  game: GameDraft,
  levelId: string,
  pieceId: string,
  knob: string,
  value: number | undefined,
): void {
  const piece = pieceIn(game, levelId, pieceId);
  piece.knobs = withKnob(piece.knobs, knob, value);
  if (!piece.knobs) delete piece.knobs;
}

/** Sets a knob for all pieces of a kind that have no value of their own. */
export function setKindKnob(game: GameDraft, kindId: string, knob: string, value: number | undefined): void {
  const kind = kindIn(game, kindId);
  kind.knobs = withKnob(kind.knobs, knob, value);
  if (!kind.knobs) delete kind.knobs;
}

function withKnob(
  knobs: Record<string, number> | undefined,
  knob: string,
  value: number | undefined,
): Record<string, number> | undefined {
  const { [knob]: _replaced, ...others } = knobs ?? {};
  const next = value === undefined ? others : { ...others, [knob]: value };
  return Object.keys(next).length > 0 ? next : undefined;
}

export function moveMark(game: GameDraft, levelId: string, markId: string, to: Point): void {
  const mark = levelIn(game, levelId).marks.find((candidate) => candidate.id === markId) ?? bug(`no mark ${markId}`);
  const [x, y] = markBox(mark);
  shiftMark(mark, { x: to.x - x, y: to.y - y });
}

/** Moves a mark of any form by so many cells. */
export function shiftMark(mark: Mark, by: Point): void {
  const shifted = ([x, y]: readonly [number, number]): [number, number] => [
    roundCoordinate(x + by.x),
    roundCoordinate(y + by.y),
  ];
  if ('area' in mark) mark.area = [...shifted([mark.area[0], mark.area[1]]), mark.area[2], mark.area[3]];
  else if ('point' in mark) mark.point = shifted(mark.point);
  else mark.line = [shifted(mark.line[0]), shifted(mark.line[1])];
}

export function setScript(game: GameDraft, scriptId: string, text: string): void {
  const script = game.scripts.find((candidate) => candidate.id === scriptId) ?? bug(`no script ${scriptId}`);
  script.lines = text.split('\n');
}
