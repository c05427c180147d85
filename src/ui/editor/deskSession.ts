import { freeze } from 'immer';
import { createStore, type StoreApi } from 'zustand/vanilla';
import {
  applyChange,
  changeTo,
  commands,
  makeChange,
  markBox,
  mergeGames,
  resolvedCast,
  revertChange,
  type CellArea,
  type Change,
  type GameDocument,
  type Level,
  type Stamp,
} from '@/core/index';
import { boxOf, type SeenPart } from '../canvas/arenaPicture';
import type { BrushShape, Cell } from './brushShapes';
import type { UndoHistory } from './keptDraft';

/** What lies further beyond the ground of a level is not shown with the whole of it, cells. */
const MOST_BEYOND_CELLS = 4;

export type Tool = 'select' | 'ground' | 'cast' | 'route' | 'area' | 'mark';
export type MarkForm = 'point' | 'line' | 'area';

export interface DeskState {
  game: GameDocument;
  levelId: string;
  /** Changes that can be taken back, and those that were. */
  past: Change[];
  future: Change[];
  /** What could not be taken back, since somebody else has changed the same since. */
  keptStep: { label: string } | undefined;
  /** Ids of selected pieces and marks. */
  selection: readonly string[];
  chosenWaypoint: { piece: string; index: number } | undefined;
  tool: Tool;
  /** Ground that the brush paints, by its character. */
  brush: string;
  brushShape: BrushShape;
  /** Where a stroke by keys began; the next Enter completes it. */
  strokeFrom: Cell | undefined;
  /** Kind that the cast tool places. */
  castKind: string;
  cursor: Cell | undefined;
  /** Cells that the area tool has chosen. */
  area: CellArea | undefined;
  /** What was copied from an area and is put down with every click. */
  stamp: Stamp | undefined;
  markForm: MarkForm;
}

const MOST_PAST = 500;

/**
 * One open level: the document, what is selected, and everything that was done to it. Plain TypeScript; screens subscribe
 * to the store. A gesture may change the document many times and is one step back in the end.
 */
export class DeskSession {
  readonly store: StoreApi<DeskState>;
  private gestureBase: GameDocument | undefined;

  constructor(game: GameDocument, levelId: string) {
    settle(game);
    this.store = createStore<DeskState>(() => ({
      game,
      levelId,
      past: [],
      future: [],
      keptStep: undefined,
      selection: [],
      chosenWaypoint: undefined,
      tool: 'select',
      brush: game.terrain.find((ground) => ground.solid)?.glyph ?? game.terrain[0].glyph,
      brushShape: 'free',
      strokeFrom: undefined,
      castKind: [...resolvedCast(game).values()].find((kind) => !kind.control)?.id ?? game.cast[0]?.id ?? '',
      cursor: undefined,
      area: undefined,
      stamp: undefined,
      markForm: 'point',
    }));
  }

  get state(): DeskState {
    return this.store.getState();
  }

  get level(): Level {
    return commands.levelIn(this.state.game, this.state.levelId);
  }

  /** Makes one change, which is one step back. */
  change(label: string, recipe: (draft: GameDocument) => void): void {
    this.finishGesture('edit');
    this.commit(label, this.state.game, recipe);
  }

  private commit(label: string, base: GameDocument, recipe: (draft: GameDocument) => void): void {
    const made = makeChange(base, label, recipe);
    if (!made) {
      if (this.state.game !== base) this.store.setState({ game: base });
      return;
    }
    this.store.setState({ game: made.game, past: [...this.state.past, made.change].slice(-MOST_PAST), future: [] });
    this.dropLostSelection();
  }

  /** Whether the gesture is typing, every stroke of which is worth keeping. */
  isTyping = false;
  private gestureChange: Change | undefined;
  private gestureRecipe: ((draft: GameDocument) => void) | undefined;
  private gestureLabel = '';

  /** Shows what a gesture would do; called as often as the pointer moves. The recipe starts from before the gesture. */
  preview(label: string, recipe: (draft: GameDocument) => void): void {
    this.gestureBase ??= this.state.game;
    this.gestureRecipe = recipe;
    this.gestureLabel = label;
    const made = makeChange(this.gestureBase, label, recipe);
    this.gestureChange = made?.change;
    this.store.setState({ game: made?.game ?? this.gestureBase });
  }

  /** As {@link preview}, for typing. */
  type(label: string, recipe: (draft: GameDocument) => void): void {
    this.isTyping = true;
    this.preview(label, recipe);
  }

  /** What can be taken back and done again; what is being typed counts as done. */
  get history(): UndoHistory {
    const { past, future } = this.state;
    return this.gestureChange ? { past: [...past, this.gestureChange], future: [] } : { past, future };
  }

  /** Goes on from where a game was left, with the changes that led there. */
  resume(game: GameDocument, { past, future }: UndoHistory): void {
    this.endGesture();
    settle(game);
    this.store.setState({ game, past: [...past], future: [...future] });
    this.dropLostSelection();
  }

  private endGesture(): void {
    this.gestureBase = this.gestureRecipe = this.gestureChange = undefined;
    this.isTyping = false;
  }

  /** Ends a gesture: what was last shown becomes one change. */
  finishGesture(fallbackLabel: string): void {
    const base = this.gestureBase;
    const recipe = this.gestureRecipe;
    if (!base || !recipe) return;
    this.endGesture();
    this.commit(this.gestureLabel || fallbackLabel, base, recipe);
  }

  /** Gives a gesture up: the document is as before. */
  cancelGesture(): void {
    if (!this.gestureBase) return;
    const base = this.gestureBase;
    this.endGesture();
    this.store.setState({ game: base });
  }

  get isInGesture(): boolean {
    return this.gestureBase !== undefined;
  }

  undo(): void {
    this.finishGesture('edit');
    const { past, future, game } = this.state;
    const last = past[past.length - 1];
    if (!last) return;
    if (last.isTheirs) {
      this.undoUnderTheirs(last);
      return;
    }
    this.store.setState({ game: revertChange(game, last), past: past.slice(0, -1), future: [last, ...future] });
    this.dropLostSelection();
  }

  /** Takes one's own last step back and leaves in place what somebody else has changed since; what both changed stays as it is. */
  private undoUnderTheirs(theirs: Change): void {
    const { past, future, game } = this.state;
    const own = past[past.length - 2];
    if (!own) return;
    const before = revertChange(game, theirs);
    const undone = revertChange(before, own);
    const merged = mergeGames(before, game, undone);
    if (!merged.ok || merged.value.clashes.length > 0) {
      this.store.setState({ keptStep: { label: own.label } });
      return;
    }
    const below = underTheirs(past.slice(0, -2), undone, theirs.label, merged.value.game);
    const again = changeTo(below.game, own.label, game);
    this.store.setState({ ...below, future: again ? [again.change, ...future] : future });
    this.dropLostSelection();
  }

  /** Takes in what somebody else has changed. It is no step of one's own: undo goes on below it. */
  takeTheirs(label: string, target: GameDocument): void {
    this.finishGesture('edit');
    settle(target);
    this.store.setState({ ...underTheirs(this.state.past, this.state.game, label, target), future: [] });
    this.dropLostSelection();
  }

  /** While something is dragged there is nothing to redo to: what follows starts from before the gesture. */
  redo(): void {
    if (this.isInGesture) return;
    const { past, future, game } = this.state;
    const [next, ...rest] = future;
    if (!next) return;
    this.store.setState({ game: applyChange(game, next), past: [...past, next], future: rest });
    this.dropLostSelection();
  }

  /** Takes over a document from elsewhere, for example after a clash; the history ends there. */
  replace(game: GameDocument): void {
    this.endGesture();
    settle(game);
    this.store.setState({ game, past: [], future: [], selection: [], chosenWaypoint: undefined });
  }

  select(ids: readonly string[], waypoint?: DeskState['chosenWaypoint']): void {
    this.store.setState({ selection: ids, chosenWaypoint: waypoint });
  }

  setTool(tool: Tool): void {
    this.store.setState({ tool, cursor: undefined, strokeFrom: undefined, stamp: undefined });
    if (tool !== 'area') this.store.setState({ area: undefined });
  }

  get size(): { width: number; height: number } {
    return { width: this.level.map[0].length, height: this.level.map.length };
  }

  /** Where the level reaches: its ground, and marks that lie somewhat beyond it, as those through which things come in. */
  get extent(): SeenPart {
    const { width, height } = this.size;
    const corners = this.level.marks.map(markBox).flatMap(([x, y, across, down]) => [x, y, x + across, y + down]);
    const { x0, y0, x1, y1 } = boxOf([0, 0, width, height, ...corners]);
    return {
      x0: Math.max(x0, -MOST_BEYOND_CELLS),
      y0: Math.max(y0, -MOST_BEYOND_CELLS),
      x1: Math.min(x1, width + MOST_BEYOND_CELLS),
      y1: Math.min(y1, height + MOST_BEYOND_CELLS),
    };
  }

  /** Moves the cell cursor of the keyboard; the first time it comes up in the middle. */
  moveCursor(columns: number, rows: number): void {
    const { width, height } = this.size;
    const { column, row } = this.state.cursor ?? { column: Math.floor(width / 2), row: Math.floor(height / 2) };
    this.setCursor({ column: column + columns, row: row + rows });
  }

  /** Puts the cell cursor on a cell or, beyond the level, on the nearest one. */
  setCursor({ column, row }: Cell): void {
    const { width, height } = this.size;
    const within = (value: number, count: number) => Math.min(count - 1, Math.max(0, value));
    this.store.setState({ cursor: { column: within(column, width), row: within(row, height) } });
  }

  private dropLostSelection(): void {
    const known = new Set([...this.level.pieces, ...this.level.marks].map((entry) => entry.id));
    const selection = this.state.selection.filter((id) => known.has(id));
    const chosen = this.state.chosenWaypoint;
    const route = chosen && this.level.pieces.find((piece) => piece.id === chosen.piece)?.route;
    const isLost = chosen && !(route && chosen.index < route.length);
    if (selection.length !== this.state.selection.length || isLost)
      this.store.setState({ selection, chosenWaypoint: isLost ? undefined : chosen });
  }
}

/** Makes a document from elsewhere unchangeable: what is worked out of its parts is kept only of those that are. */
function settle(game: GameDocument): void {
  freeze(game, true);
}

/**
 * What others have changed, from a state with its past to another one, as one step on top of one's own: theirs are never two
 * one after the other, and none where there is nothing of one's own below them.
 */
function underTheirs(
  past: Change[],
  game: GameDocument,
  label: string,
  target: GameDocument,
): Pick<DeskState, 'game' | 'past'> {
  const last = past[past.length - 1];
  const own = last?.isTheirs ? past.slice(0, -1) : past;
  const made = changeTo(last?.isTheirs ? revertChange(game, last) : game, label, target);
  if (!made) return { game: target, past: own };
  return { game: made.game, past: own.length > 0 ? [...own, { ...made.change, isTheirs: true }] : own };
}
