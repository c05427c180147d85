import { freshName, levelIn, roundCoordinate, shiftMark, type Point } from './commands';
import type { GameDocument, Level, Mark, Piece } from './gameDocument';
import { markBox } from './markBox';
import { kindOf } from './resolveKind';

/** A rectangle of whole cells. */
export interface CellArea {
  column: number;
  row: number;
  columns: number;
  rows: number;
}

/** A part of a level that can be put down elsewhere: ground, and what stands in it, from its own corner. */
export interface Stamp {
  columns: number;
  rows: number;
  cells: string[];
  pieces: Piece[];
  marks: Mark[];
}

export type StampTurn = 'mirror across' | 'mirror up and down' | 'turn';

type GameDraft = GameDocument;

function isWithin(area: CellArea, [x, y]: readonly [number, number]): boolean {
  return x >= area.column && x <= area.column + area.columns && y >= area.row && y <= area.row + area.rows;
}

/** The part of an area that lies in the level; undefined when none does. */
export function clipArea(level: Level, area: CellArea): CellArea | undefined {
  const column = Math.max(0, area.column);
  const row = Math.max(0, area.row);
  const columns = Math.min(level.map[0].length, area.column + area.columns) - column;
  const rows = Math.min(level.map.length, area.row + area.rows) - row;
  return columns > 0 && rows > 0 ? { column, row, columns, rows } : undefined;
}

/** Takes a copy of an area with the pieces and marks whose place lies in it. Routes come with their pieces. */
export function liftStamp(level: Level, area: CellArea): Stamp {
  const origin = { x: -area.column, y: -area.row };
  const pieces = level.pieces
    .filter((piece) => isWithin(area, piece.at))
    .map((piece) => movedPiece(JSON.parse(JSON.stringify(piece)) as Piece, origin));
  const marks = level.marks
    .filter((mark) => {
      const [x, y, width, height] = markBox(mark);
      return isWithin(area, [x, y]) && isWithin(area, [x + width, y + height]);
    })
    .map((mark) => {
      const copy = JSON.parse(JSON.stringify(mark)) as Mark;
      shiftMark(copy, origin);
      return copy;
    });
  return {
    columns: area.columns,
    rows: area.rows,
    cells: level.map
      .slice(area.row, area.row + area.rows)
      .map((row) => row.slice(area.column, area.column + area.columns)),
    pieces,
    marks,
  };
}

function movedPiece(piece: Piece, by: Point): Piece {
  const moved = ([x, y]: readonly [number, number]): [number, number] => [
    roundCoordinate(x + by.x),
    roundCoordinate(y + by.y),
  ];
  return { ...piece, at: moved(piece.at), ...(piece.route ? { route: piece.route.map(moved) } : {}) };
}

/** A stamp mirrored, or turned clockwise by 90 degrees: ground, places, routes and facings alike. */
export function turnStamp(stamp: Stamp, how: StampTurn): Stamp {
  const { columns, rows, cells } = stamp;
  const place = ([x, y]: readonly [number, number]): [number, number] => {
    if (how === 'mirror across') return [roundCoordinate(columns - x), y];
    if (how === 'mirror up and down') return [x, roundCoordinate(rows - y)];
    return [roundCoordinate(rows - y), x];
  };
  const facing = (degrees: number) => {
    const turned = how === 'mirror across' ? 180 - degrees : how === 'mirror up and down' ? -degrees : degrees + 90;
    return ((turned % 360) + 360) % 360;
  };
  const turned = how === 'turn';
  return {
    columns: turned ? rows : columns,
    rows: turned ? columns : rows,
    cells: turnCells(cells, how),
    pieces: stamp.pieces.map((piece) => ({
      ...piece,
      at: place(piece.at),
      facing: facing(piece.facing),
      ...(piece.route ? { route: piece.route.map(place) } : {}),
    })),
    marks: stamp.marks.map((mark) => turnMark(mark, place)),
  };
}

function turnCells(cells: readonly string[], how: StampTurn): string[] {
  if (how === 'mirror across') return cells.map((row) => [...row].reverse().join(''));
  if (how === 'mirror up and down') return [...cells].reverse();
  return [...cells[0]].map((_, column) =>
    [...cells]
      .reverse()
      .map((row) => row[column])
      .join(''),
  );
}

function turnMark(mark: Mark, place: (at: readonly [number, number]) => [number, number]): Mark {
  if ('point' in mark) return { ...mark, point: place(mark.point) };
  if ('line' in mark) return { ...mark, line: [place(mark.line[0]), place(mark.line[1])] };
  const [x, y, width, height] = mark.area;
  const [a, b] = [place([x, y]), place([x + width, y + height])];
  const [left, top] = [Math.min(a[0], b[0]), Math.min(a[1], b[1])];
  return {
    ...mark,
    area: [left, top, roundCoordinate(Math.abs(a[0] - b[0])), roundCoordinate(Math.abs(a[1] - b[1]))],
  };
}

/**
 * Puts a stamp down with its corner at a cell. Ground that would lie outside is left out; copies of pieces get ids and names
 * of their own, and the player is never doubled. Returns the ids of the new pieces.
 */
export function placeStamp(game: GameDraft, levelId: string, stamp: Stamp, column: number, row: number): string[] {
  const level = levelIn(game, levelId);
  writeCells(level, stamp, column, row);
  const ids: string[] = [];
  for (const piece of stamp.pieces) {
    if (kindOf(game, piece.kind)?.control) continue;
    const { id, name } = freshName(level, piece.kind, piece.name.replace(/ \d+$/, ''));
    level.pieces.push({ ...movedPiece(piece, { x: column, y: row }), id, name });
    ids.push(id);
  }
  return ids;
}

function writeCells(level: Level, stamp: Stamp, column: number, row: number): void {
  stamp.cells.forEach((cells, index) => {
    const line = level.map[row + index];
    if (line === undefined) return;
    const from = Math.max(0, column);
    const to = Math.min(line.length, column + cells.length);
    if (to > from)
      level.map[row + index] = line.slice(0, from) + cells.slice(from - column, to - column) + line.slice(to);
  });
}

/**
 * Mirrors or turns an area where it is, with the pieces, routes and marks in it, which stay what they are. An area that is
 * not square takes up other cells once it is turned; what it leaves becomes `filling`. False when it would not fit.
 */
export function turnArea(game: GameDraft, levelId: string, area: CellArea, how: StampTurn, filling: string): boolean {
  const level = levelIn(game, levelId);
  const stamp = turnStamp(liftStamp(level, area), how);
  const fits = area.column + stamp.columns <= level.map[0].length && area.row + stamp.rows <= level.map.length;
  if (!fits) return false;
  const cleared = { ...stamp, cells: Array.from({ length: area.rows }, () => filling.repeat(area.columns)) };
  writeCells(level, cleared, area.column, area.row);
  writeCells(level, stamp, area.column, area.row);
  const by = { x: area.column, y: area.row };
  for (const turned of stamp.pieces) {
    const place = level.pieces.findIndex((piece) => piece.id === turned.id);
    level.pieces[place] = movedPiece(turned, by);
  }
  for (const turned of stamp.marks) {
    const place = level.marks.findIndex((mark) => mark.id === turned.id);
    shiftMark(turned, by);
    level.marks[place] = turned;
  }
  return true;
}

/** Removes everything in an area: pieces (never the player), and the ground becomes `filling`. */
export function clearArea(game: GameDraft, levelId: string, area: CellArea, filling: string): void {
  fillArea(game, levelId, area, filling);
  const level = levelIn(game, levelId);
  level.pieces = level.pieces.filter((piece) => kindOf(game, piece.kind)?.control || !isWithin(area, piece.at));
}

/** Makes all ground of an area the same; what stands there stays. */
export function fillArea(game: GameDraft, levelId: string, area: CellArea, glyph: string): void {
  const cells = Array.from({ length: area.rows }, () => glyph.repeat(area.columns));
  const ground = { columns: area.columns, rows: area.rows, cells, pieces: [], marks: [] };
  writeCells(levelIn(game, levelId), ground, area.column, area.row);
}

/** Draws a boundary of a ground round the whole level. */
export function drawBoundary(game: GameDraft, levelId: string, glyph: string): void {
  const level = levelIn(game, levelId);
  const width = level.map[0].length;
  level.map = level.map.map((row, index) =>
    index === 0 || index === level.map.length - 1
      ? glyph.repeat(width)
      : glyph + row.slice(1, -1) + (width > 1 ? glyph : ''),
  );
}
