import { commands, markBox, type GameDocument } from '@/core/index';
import type { ArenaView } from './arenaView';
import { cellsOfStroke, type BrushShape, type Cell } from './brushShapes';
import type { DeskActions } from './deskActions';
import type { DeskSession } from './deskSession';
import { hitTest, type Hit } from './hitTest';

export interface PointerInput {
  /** CSS pixels from the corner of the arena. */
  x: number;
  y: number;
  /** 0 is the main button, 1 the middle, 2 the second, 5 the blunt end of a pen. */
  button: number;
  /** Whether it is a finger, which meets what lies farther off. */
  isFinger?: boolean;
  shift: boolean;
  /** Switches snapping off. */
  alt: boolean;
  isPanning: boolean;
}

type Drag =
  | { type: 'pan'; x: number; y: number }
  | { type: 'move'; ids: readonly string[]; fromX: number; fromY: number; anchor: { x: number; y: number } }
  | { type: 'waypoint'; piece: string; index: number }
  | { type: 'paint'; glyph: string; shape: BrushShape; map: readonly string[]; cells: Map<string, Cell>; from: Cell }
  | { type: 'lasso'; x0: number; y0: number }
  | { type: 'area'; from: Cell }
  | { type: 'mark'; x0: number; y0: number };

/** Drags shorter than this many pixels are clicks. */
const CLICK_PIXELS = 3;
const SLACK_PIXELS = 10;
const FINGER_SLACK_PIXELS = 22;
/** Buttons that take ground away instead of laying it. */
const ERASING_BUTTONS = [2, 5];

/** Turns what the pointer does on the arena into edits; one drag is one step back. */
export class ArenaGestures {
  private drag: Drag | undefined;
  private pressed: { x: number; y: number; hit: Hit } | undefined;
  private hasMoved = false;

  constructor(
    private readonly session: DeskSession,
    private readonly actions: DeskActions,
    private readonly view: ArenaView,
    /** Told of clicks that mean nothing else: there may be something to see there. */
    private readonly onGround: (place: { x: number; y: number }) => void = () => undefined,
  ) {}

  private hitAt({ x, y }: { x: number; y: number }, { isFinger }: PointerInput): Hit {
    const { game, selection } = this.session.state;
    const slack = isFinger ? FINGER_SLACK_PIXELS : SLACK_PIXELS;
    return hitTest(game, this.session.level, selection, x, y, slack / this.view.state.camera.scale);
  }

  down(input: PointerInput): void {
    const place = this.view.cellsAt(input.x, input.y);
    this.hasMoved = false;
    if (input.isPanning || input.button === 1) {
      this.drag = { type: 'pan', x: input.x, y: input.y };
      return;
    }
    const { tool } = this.session.state;
    const hit = this.hitAt(place, input);
    this.pressed = { x: input.x, y: input.y, hit };
    if (tool === 'ground') this.beginPaint(place, input);
    else if (tool === 'area') this.beginArea(place);
    else if (tool === 'mark' && hit.type !== 'mark') this.drag = { type: 'mark', x0: place.x, y0: place.y };
    else this.beginDrag(place, hit, input);
  }

  private beginArea(place: { x: number; y: number }): void {
    const from = cellOf(place);
    const { stamp } = this.session.state;
    if (stamp) {
      this.actions.placeStamp(from.column - Math.floor(stamp.columns / 2), from.row - Math.floor(stamp.rows / 2));
      this.pressed = undefined;
      return;
    }
    this.drag = { type: 'area', from };
    this.actions.chooseArea(from, from);
  }

  private beginPaint(place: { x: number; y: number }, input: PointerInput): void {
    const isErasing = ERASING_BUTTONS.includes(input.button) || input.shift;
    const cell = cellOf(place);
    this.drag = {
      type: 'paint',
      glyph: isErasing ? this.actions.erasingGlyph : this.session.state.brush,
      shape: this.session.state.brushShape,
      map: this.session.level.map,
      cells: new Map(),
      from: cell,
    };
    this.paintTo(this.drag, cell);
  }

  private paintTo(drag: Extract<Drag, { type: 'paint' }>, cell: Cell): void {
    // A free stroke adds up; every other shape is drawn anew from where it began.
    if (drag.shape !== 'free') drag.cells.clear();
    for (const covered of cellsOfStroke(drag.shape, drag.map, drag.from, cell)) {
      drag.cells.set(`${covered.column},${covered.row}`, covered);
    }
    if (drag.shape === 'free') drag.from = cell;
    const label = drag.glyph === this.actions.erasingGlyph ? 'Erase ground' : 'Paint ground';
    this.session.preview(label, (draft) =>
      commands.paintCells(draft, this.session.state.levelId, [...drag.cells.values()], drag.glyph),
    );
  }

  private beginDrag(place: { x: number; y: number }, hit: Hit, input: PointerInput): void {
    const { tool, selection } = this.session.state;
    if (hit.type === 'waypoint') {
      this.session.select([hit.piece], { piece: hit.piece, index: hit.index });
      this.drag = { type: 'waypoint', piece: hit.piece, index: hit.index };
      return;
    }
    if (hit.type === 'piece' || (hit.type === 'mark' && tool === 'select')) {
      const isSelected = selection.includes(hit.id);
      if (input.shift)
        this.session.select(isSelected ? selection.filter((id) => id !== hit.id) : [...selection, hit.id]);
      else if (!isSelected || this.session.state.chosenWaypoint) this.session.select(isSelected ? selection : [hit.id]);
      this.drag = {
        type: 'move',
        ids: this.session.state.selection,
        fromX: place.x,
        fromY: place.y,
        anchor: this.anchorOf(hit.id),
      };
      return;
    }
    if (tool === 'select') this.drag = { type: 'lasso', x0: place.x, y0: place.y };
  }

  private anchorOf(id: string): { x: number; y: number } {
    const piece = this.session.level.pieces.find((candidate) => candidate.id === id);
    const mark = this.session.level.marks.find((candidate) => candidate.id === id);
    const [x, y] = piece?.at ?? (mark ? markBox(mark) : [0, 0]);
    return { x, y };
  }

  move(input: PointerInput): void {
    const place = this.view.cellsAt(input.x, input.y);
    this.view.store.setState({ pointer: place });
    const { drag, pressed } = this;
    if (!drag) return;
    if (pressed && Math.abs(input.x - pressed.x) + Math.abs(input.y - pressed.y) > CLICK_PIXELS) this.hasMoved = true;
    switch (drag.type) {
      case 'pan':
        this.view.pan(input.x - drag.x, input.y - drag.y);
        drag.x = input.x;
        drag.y = input.y;
        return;
      case 'paint':
        this.paintTo(drag, cellOf(place));
        return;
      case 'area':
        this.actions.chooseArea(drag.from, cellOf(place));
        return;
      case 'mark':
        if (this.hasMoved) this.view.store.setState({ lasso: { x0: drag.x0, y0: drag.y0, x1: place.x, y1: place.y } });
        return;
      case 'lasso':
        if (this.hasMoved) this.view.store.setState({ lasso: { x0: drag.x0, y0: drag.y0, x1: place.x, y1: place.y } });
        return;
      case 'move':
        if (this.hasMoved) this.showMove(drag, place, input.alt);
        return;
      case 'waypoint':
        if (this.hasMoved) this.showWaypoint(drag, place, input.alt);
    }
  }

  private showMove(drag: Extract<Drag, { type: 'move' }>, place: { x: number; y: number }, isFree: boolean): void {
    const target = snap({ x: drag.anchor.x + place.x - drag.fromX, y: drag.anchor.y + place.y - drag.fromY }, isFree);
    const by = { x: target.x - drag.anchor.x, y: target.y - drag.anchor.y };
    this.session.preview('Move', (draft: GameDocument) => this.actions.moveAll(draft, drag.ids, by));
  }

  private showWaypoint(
    drag: Extract<Drag, { type: 'waypoint' }>,
    place: { x: number; y: number },
    isFree: boolean,
  ): void {
    const target = snap(place, isFree);
    this.session.preview('Move waypoint', (draft) =>
      this.actions.editRoute(draft, drag.piece, (route) =>
        route.map((point, index) => (index === drag.index ? target : point)),
      ),
    );
  }

  up(input: PointerInput): void {
    const { drag, pressed } = this;
    this.drag = this.pressed = undefined;
    if (drag?.type === 'lasso' && this.view.state.lasso) {
      this.actions.selectWithin(this.view.state.lasso);
      this.view.store.setState({ lasso: undefined });
      return;
    }
    if (drag?.type === 'pan' || drag?.type === 'area') return;
    if (drag?.type === 'mark') {
      this.view.store.setState({ lasso: undefined });
      const place = this.view.cellsAt(input.x, input.y);
      const to = snap(place, input.alt);
      // A hand that only trembles makes no stroke.
      this.actions.addMark(this.hasMoved ? snap({ x: drag.x0, y: drag.y0 }, input.alt) : to, to);
      return;
    }
    if (this.hasMoved || drag?.type === 'paint') {
      this.session.finishGesture('edit');
      return;
    }
    this.session.cancelGesture();
    if (pressed && input.button === 0) this.click(pressed.hit, this.view.cellsAt(input.x, input.y), input);
  }

  private click(hit: Hit, place: { x: number; y: number }, input: PointerInput): void {
    const { tool } = this.session.state;
    const target = snap(place, input.alt);
    if (tool === 'cast' && hit.type !== 'piece') this.actions.place(target);
    else if (tool === 'route' && hit.type === 'leg') this.actions.insertWaypoint(hit.piece, hit.leg, target);
    else if (tool === 'route' && (hit.type === 'ground' || hit.type === 'mark')) this.actions.addWaypoint(target);
    else if (tool === 'select' && hit.type === 'leg') this.session.select([hit.piece]);
    else if (tool === 'select' && hit.type === 'ground') {
      this.session.select([]);
      this.onGround(place);
    }
  }

  /** A double click on a leg of a route puts a waypoint there, with any tool. */
  doubleClick(input: PointerInput): void {
    const place = this.view.cellsAt(input.x, input.y);
    const hit = this.hitAt(place, input);
    if (hit.type === 'leg') this.actions.insertWaypoint(hit.piece, hit.leg, snap(place, input.alt));
  }

  /** Gives up what is being dragged. */
  cancel(): boolean {
    const wasDragging = this.drag !== undefined;
    this.drag = this.pressed = undefined;
    this.session.cancelGesture();
    this.view.store.setState({ lasso: undefined });
    return wasDragging;
  }

  leave(): void {
    this.view.store.setState({ pointer: undefined });
  }
}

function cellOf({ x, y }: { x: number; y: number }): Cell {
  return { column: Math.floor(x), row: Math.floor(y) };
}

/** Places are drawn to half cells: the middles and the borders. */
function snap({ x, y }: { x: number; y: number }, isFree: boolean): { x: number; y: number } {
  const step = isFree ? 0.05 : 0.5;
  return { x: Math.round(x / step) * step, y: Math.round(y / step) * step };
}
