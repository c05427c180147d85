import { commands, kindOf, type GameDocument, type Level, type Piece, type Point } from '@/core/index';
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
