import {
  commands,
  kindOf,
  type CellArea,
  type StampTurn,
  type GameDocument,
  type Level,
  type Piece,
  type Point,
} from '@/core/index';
import { cellsOfStroke, type Cell } from './brushShapes';
import type { DeskSession } from './deskSession';

/** What the designer can do to the selection; used by keys, buttons, the palette and the card alike. */
export class DeskActions {
  constructor(private readonly session: DeskSession) {}

  private get levelId(): string {
    return this.session.state.levelId;
  }

  private get selectedPieces(): Piece[] {
    const { selection } = this.session.state;
    return this.session.level.pieces.filter((piece) => selection.includes(piece.id));
  }

  private get selectedNames(): string {
    const names = this.selectedPieces.map((piece) => piece.name);
    return names.length === 1 ? names[0] : `${names.length} pieces`;
  }

  /** Removes the chosen waypoint, or else the selected pieces. */
  remove(): void {
    const { chosenWaypoint } = this.session.state;
    if (chosenWaypoint) {
      this.removeWaypoint(chosenWaypoint.piece, chosenWaypoint.index);
      return;
    }
    const { selection } = this.session.state;
    const marks = this.session.level.marks.filter(
      (mark) =>
        selection.includes(mark.id) &&
        commands.whyMarkStays(this.session.state.game, this.levelId, mark.id) === undefined,
    );
    for (const mark of marks)
      this.session.change(`Remove ${mark.name}`, (draft) => commands.removeMark(draft, this.levelId, mark.id));
    const ids = this.selectedPieces.map((piece) => piece.id);
    if (ids.length > 0)
      this.session.change(`Remove ${this.selectedNames}`, (draft) => commands.removePieces(draft, this.levelId, ids));
  }

  removeWaypoint(pieceId: string, index: number): void {
    this.session.change('Remove waypoint', (draft) =>
      this.editRoute(draft, pieceId, (route) => route.filter((_, place) => place !== index)),
    );
    this.session.select([pieceId]);
  }

  duplicate(): void {
    const ids = this.selectedPieces.filter((piece) => !this.isPlayer(piece)).map((piece) => piece.id);
    if (ids.length === 0) return;
    let copies: string[] = [];
    this.session.change(`Copy ${this.selectedNames}`, (draft) => {
      copies = commands.copyPieces(draft, this.levelId, ids, { x: 1, y: 1 });
    });
    this.session.select(copies);
  }

  private isPlayer(piece: Piece): boolean {
    return kindOf(this.session.state.game, piece.kind)?.control !== undefined;
  }

  /** Moves the chosen waypoint, or else what is selected. */
  nudge(by: Point): void {
    const { chosenWaypoint, selection } = this.session.state;
    if (chosenWaypoint) {
      this.session.change('Move waypoint', (draft) =>
        this.editRoute(draft, chosenWaypoint.piece, (route) =>
          route.map((point, index) =>
            index === chosenWaypoint.index ? { x: point.x + by.x, y: point.y + by.y } : point,
          ),
        ),
      );
      return;
    }
    if (selection.length > 0)
      this.session.change(`Move ${this.selectedNames}`, (draft) => this.moveAll(draft, selection, by));
  }

  /** Moves pieces with their routes, and marks. */
  moveAll(draft: GameDocument, ids: readonly string[], by: Point): void {
    const level = commands.levelIn(draft, this.levelId);
    commands.movePieces(
      draft,
      this.levelId,
      level.pieces.filter((piece) => ids.includes(piece.id)).map((piece) => piece.id),
      by,
    );
    for (const mark of level.marks) {
      if (ids.includes(mark.id)) commands.shiftMark(mark, by);
    }
  }

  editRoute(draft: GameDocument, pieceId: string, edit: (route: Point[]) => Point[]): void {
    const piece = commands.levelIn(draft, this.levelId).pieces.find((candidate) => candidate.id === pieceId);
    if (!piece) return;
    const route = (piece.route ?? []).map(([x, y]): Point => ({ x, y }));
    commands.setRoute(draft, this.levelId, pieceId, edit(route));
  }

  /** Adds a waypoint to the selected piece: behind the chosen one, or at the end. A first one also takes in where it stands. */
  addWaypoint(at: Point): void {
    const [piece] = this.selectedPieces;
    if (!piece || this.isPlayer(piece)) return;
    const { chosenWaypoint } = this.session.state;
    const start: Point[] = piece.route?.length ? [] : [{ x: piece.at[0], y: piece.at[1] }];
    const count = piece.route?.length ?? 0;
    const place = chosenWaypoint?.piece === piece.id ? chosenWaypoint.index + 1 : count;
    this.session.change(`Add waypoint to ${piece.name}`, (draft) =>
      this.editRoute(draft, piece.id, (route) => [...start, ...route.slice(0, place), at, ...route.slice(place)]),
    );
    this.session.select([piece.id], { piece: piece.id, index: start.length + place });
  }

  /** Puts a new waypoint into a leg of a route. */
  insertWaypoint(pieceId: string, leg: number, at: Point): void {
    this.session.change('Add waypoint', (draft) =>
      this.editRoute(draft, pieceId, (route) => [...route.slice(0, leg + 1), at, ...route.slice(leg + 1)]),
    );
    this.session.select([pieceId], { piece: pieceId, index: leg + 1 });
  }

  place(at: Point): void {
    const { castKind, game } = this.session.state;
    const kind = kindOf(game, castKind);
    if (!kind) return;
    let added = '';
    this.session.change(`Place ${kind.name}`, (draft) => {
      added = commands.addPiece(draft, this.levelId, castKind, at);
    });
    this.session.select([added]);
  }

  /** Chooses all cells between two, both included, as far as they lie in the level. */
  chooseArea(from: Cell, to: Cell): void {
    const wished = {
      column: Math.min(from.column, to.column),
      row: Math.min(from.row, to.row),
      columns: Math.abs(from.column - to.column) + 1,
      rows: Math.abs(from.row - to.row) + 1,
    };
    this.session.store.setState({ area: commands.clipArea(this.session.level, wished) });
  }

  /** One press of Enter with the area tool: puts a stamp down, or begins or completes an area. */
  chooseAreaByKeys(cursor: Cell): void {
    const { stamp, strokeFrom } = this.session.state;
    if (stamp) {
      this.placeStamp(cursor.column - Math.floor(stamp.columns / 2), cursor.row - Math.floor(stamp.rows / 2));
      return;
    }
    this.chooseArea(strokeFrom ?? cursor, cursor);
    this.session.store.setState({ strokeFrom: strokeFrom ? undefined : cursor });
  }

  /** Takes the chosen area up as a stamp; every click then puts a copy down. */
  copyArea(): void {
    const { area } = this.session.state;
    if (area) this.session.store.setState({ stamp: commands.liftStamp(this.session.level, area) });
  }

  /** Turns or mirrors what is taken up. */
  turnStamp(how: StampTurn): void {
    const { stamp } = this.session.state;
    if (stamp) this.session.store.setState({ stamp: commands.turnStamp(stamp, how) });
  }

  placeStamp(column: number, row: number): void {
    const { stamp } = this.session.state;
    if (!stamp) return;
    let added: string[] = [];
    this.session.change('Stamp an area', (draft) => {
      added = commands.placeStamp(draft, this.levelId, stamp, column, row);
    });
    this.session.select(added);
  }

  /** Turns or mirrors the chosen area where it is; false when it would not fit into the level. */
  turnArea(how: StampTurn): boolean {
    const { area } = this.session.state;
    if (!area) return true;
    let fits = false;
    this.session.change(how === 'turn' ? 'Turn an area' : 'Mirror an area', (draft) => {
      fits = commands.turnArea(draft, this.levelId, area, how, this.erasingGlyph);
    });
    if (fits && how === 'turn')
      this.session.store.setState({ area: { ...area, columns: area.rows, rows: area.columns } satisfies CellArea });
    return fits;
  }

  clearArea(): void {
    const { area } = this.session.state;
    if (!area) return;
    this.session.change('Clear an area', (draft) => commands.clearArea(draft, this.levelId, area, this.erasingGlyph));
  }

  fillArea(): void {
    const { area, brush } = this.session.state;
    if (!area) return;
    this.session.change('Fill an area', (draft) => commands.fillArea(draft, this.levelId, area, brush));
  }

  /**
   * Adds a mark of the chosen form between two places; a click makes a point, or an area of one cell. Where points are chosen, a
   * stroke makes an area, or a line where it stays on one.
   */
  addMark(from: Point, to: Point): void {
    const isClick = from.x === to.x && from.y === to.y;
    const isStraight = from.x === to.x || from.y === to.y;
    const chosen = this.session.state.markForm;
    const markForm = chosen !== 'point' || isClick ? chosen : isStraight ? 'line' : 'area';
    const [left, top] = [Math.min(from.x, to.x), Math.min(from.y, to.y)];
    const [width, height] = [Math.max(from.x, to.x) - left || 1, Math.max(from.y, to.y) - top || 1];
    const place =
      markForm === 'area'
        ? { area: [left, top, width, height] as [number, number, number, number] }
        : markForm === 'point' || isClick
          ? { point: to }
          : { line: [from, to] as [Point, Point] };
    let added = '';
    this.session.change('Add a mark', (draft) => {
      added = commands.addMark(draft, this.levelId, `mark ${this.session.level.marks.length + 1}`, place);
    });
    this.session.select([added]);
  }

  /** Draws the brush's ground round the whole level in one act. */
  drawBoundary(): void {
    this.session.change('Draw the boundary', (draft) =>
      commands.drawBoundary(draft, this.levelId, this.session.state.brush),
    );
  }

  paint(cells: readonly { column: number; row: number }[], glyph: string): void {
    this.session.change(glyph === this.erasingGlyph ? 'Erase ground' : 'Paint ground', (draft) =>
      commands.paintCells(draft, this.levelId, cells, glyph),
    );
  }

  /** One press of Enter with the ground tool: paints the cell, or begins or completes a stroke of the chosen shape. */
  strokeByKeys(cursor: Cell): void {
    const { brush, brushShape, strokeFrom } = this.session.state;
    const needsTwo = brushShape !== 'free' && brushShape !== 'flood';
    if (needsTwo && !strokeFrom) {
      this.session.store.setState({ strokeFrom: cursor });
      return;
    }
    this.paint(cellsOfStroke(brushShape, this.session.level.map, strokeFrom ?? cursor, cursor), brush);
    this.session.store.setState({ strokeFrom: undefined });
  }

  /** The ground that erasing leaves: the first open one. */
  get erasingGlyph(): string {
    const { terrain } = this.session.state.game;
    return (terrain.find((ground) => !ground.solid) ?? terrain[0]).glyph;
  }

  /** Selects the next piece or mark, in the order of the level. */
  cycleSelection(step: 1 | -1): void {
    const ids = [...this.session.level.pieces, ...this.session.level.marks].map((entry) => entry.id);
    if (ids.length === 0) return;
    const present = ids.indexOf(this.session.state.selection[0] ?? '');
    const next = present < 0 ? (step > 0 ? 0 : ids.length - 1) : (present + step + ids.length) % ids.length;
    this.session.select([ids[next]]);
  }

  /** Chooses the next waypoint of the selected piece. */
  cycleWaypoint(step: 1 | -1): void {
    const [piece] = this.selectedPieces;
    const count = piece?.route?.length ?? 0;
    if (!piece || count === 0) return;
    const present = this.session.state.chosenWaypoint?.index ?? (step > 0 ? -1 : count);
    this.session.select([piece.id], { piece: piece.id, index: (present + step + count) % count });
  }

  selectAll(): void {
    this.session.select(this.session.level.pieces.map((piece) => piece.id));
  }

  /** What lies inside a rectangle, in cells. */
  selectWithin(box: { x0: number; y0: number; x1: number; y1: number }): void {
    const inside = (level: Level) =>
      level.pieces.filter(
        ({ at: [x, y] }) =>
          x >= Math.min(box.x0, box.x1) &&
          x <= Math.max(box.x0, box.x1) &&
          y >= Math.min(box.y0, box.y1) &&
          y <= Math.max(box.y0, box.y1),
      );
    this.session.select(inside(this.session.level).map((piece) => piece.id));
  }
}
