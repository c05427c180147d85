import { beforeEach, describe, expect, test } from '@jest/globals';
import { markBox, writeGame } from '@/core/index';
import { plainYard } from '../../../tests/support/kilnYard';
import { ArenaGestures, type PointerInput } from './arenaGestures';
import { ArenaView } from './arenaView';
import { DeskActions } from './deskActions';
import { DeskSession } from './deskSession';

let session: DeskSession;
let view: ArenaView;
let gestures: ArenaGestures;
let start: string;

beforeEach(() => {
  session = new DeskSession(plainYard(), 'drying-hall');
  view = new ArenaView();
  // Twenty pixels a cell, with the arena in the corner.
  view.store.setState({ camera: { scale: 20, left: 0, top: 0 }, width: 600, height: 360, isFitted: false });
  gestures = new ArenaGestures(session, new DeskActions(session), view);
  start = writeGame(session.state.game);
});

function at(x: number, y: number, extra: Partial<PointerInput> = {}): PointerInput {
  return { x: x * 20, y: y * 20, button: 0, shift: false, alt: false, isPanning: false, ...extra };
}

function drag(from: [number, number], to: [number, number], extra: Partial<PointerInput> = {}): void {
  gestures.down(at(...from, extra));
  gestures.move(at((from[0] + to[0]) / 2, (from[1] + to[1]) / 2, extra));
  gestures.move(at(...to, extra));
  gestures.up(at(...to, extra));
}

function click(x: number, y: number, extra: Partial<PointerInput> = {}): void {
  gestures.down(at(x, y, extra));
  gestures.up(at(x, y, extra));
}

const piece = (id: string) => session.level.pieces.find((candidate) => candidate.id === id)!;

describe('the pointer on the arena', () => {
  test('a click selects, a click on the ground selects nothing, Shift adds and takes away', () => {
    click(10.5, 7.5);
    click(18, 10.2, { shift: true });
    expect(session.state.selection).toEqual(['warden-1', 'warden-3']);
    click(10.5, 7.5, { shift: true });
    expect(session.state.selection).toEqual(['warden-3']);
    click(2.5, 5.5);
    expect([session.state.selection, writeGame(session.state.game)]).toEqual([[], start]);
  });

  test('a drag moves a guard with its route to half cells, with Alt freely, as one step', () => {
    drag([10.5, 7.5], [11.7, 6.6]);
    expect([piece('warden-1').at, piece('warden-1').route?.[0]]).toEqual([
      [11.5, 6.5],
      [11.5, 6.5],
    ]);
    expect(session.state.past).toHaveLength(1);
    session.undo();
    drag([10.5, 7.5], [11.72, 6.62], { alt: true });
    expect(piece('warden-1').at).toEqual([11.7, 6.6]);
  });

  test('a selection of several moves together', () => {
    session.select(['warden-1', 'warden-3', 'kiln-door']);
    drag([10.5, 7.5], [11.5, 7.5]);
    expect([piece('warden-1').at[0], piece('warden-3').at[0], markBox(session.level.marks[0])[0]]).toEqual([
      11.5, 19, 28,
    ]);
  });

  test('a drag over open ground selects what is inside', () => {
    drag([20.5, 1.5], [28.5, 8.5]);
    expect([session.state.selection, view.state.lasso]).toEqual([['warden-4'], undefined]);
  });

  test('a waypoint is dragged alone; Escape puts it back', () => {
    session.select(['warden-1']);
    drag([18.5, 7.5], [17.1, 6.9]);
    expect([piece('warden-1').route?.[1], piece('warden-1').at]).toEqual([
      [17, 7],
      [10.5, 7.5],
    ]);
    session.undo();
    gestures.down(at(18.5, 7.5));
    gestures.move(at(15, 5));
    expect(piece('warden-1').route?.[1]).toEqual([15, 5]);
    expect(gestures.cancel()).toBe(true);
    expect(writeGame(session.state.game)).toBe(start);
  });

  test('a double click on a leg puts a waypoint there', () => {
    gestures.doubleClick(at(14.4, 7.6));
    expect(piece('warden-1').route?.slice(0, 3)).toEqual([
      [10.5, 7.5],
      [14.5, 7.5],
      [18.5, 7.5],
    ]);
  });

  test('the ground tool paints every cell of a quick stroke, and the second button erases it', () => {
    session.setTool('ground');
    drag([1.5, 1.5], [6.5, 1.5]);
    expect(session.level.map[1].slice(0, 9)).toBe('#######.#');
    drag([1.5, 1.5], [6.5, 1.5], { button: 2 });
    expect(writeGame(session.state.game)).toBe(start);
    expect(session.state.past.map((change) => change.label)).toEqual(['Paint ground', 'Erase ground']);
  });

  test('the cast tool places where it is clicked, the route tool adds to the selected guard', () => {
    session.setTool('cast');
    click(14.4, 5.6);
    const [id] = session.state.selection;
    expect(piece(id)).toMatchObject({ kind: 'warden', at: [14.5, 5.5], route: [] });
    session.setTool('route');
    click(17.5, 5.5);
    expect(piece(id).route).toEqual([
      [14.5, 5.5],
      [17.5, 5.5],
    ]);
  });

  test('space and the middle button move the view and leave the level alone', () => {
    drag([10.5, 7.5], [12.5, 7.5], { isPanning: true });
    drag([10.5, 7.5], [10.5, 8.5], { button: 1 });
    expect(view.state.camera).toEqual({ scale: 20, left: 40, top: 20 });
    expect(writeGame(session.state.game)).toBe(start);
  });
});

describe('the view', () => {
  test('zooms at the pointer: the place under it stays', () => {
    const before = view.cellsAt(200, 100);
    view.zoom(1.5, 200, 100);
    const after = view.cellsAt(200, 100);
    expect([after.x, after.y].map((value) => value.toFixed(9))).toEqual(
      [before.x, before.y].map((value) => value.toFixed(9)),
    );
    expect(view.state.camera.scale).toBe(30);
  });

  const LEVEL = { x0: 0, y0: 0, x1: 30, y1: 18 };

  test('shows the whole arena until somebody zooms, also when the window changes', () => {
    view.fit(LEVEL);
    view.resize(1000, 600, LEVEL);
    const { scale, left, top } = view.state.camera;
    expect([left >= 0, top >= 0, left + 30 * scale <= 1000, top + 18 * scale <= 600]).toEqual([true, true, true, true]);
    view.zoom(2);
    const zoomed = view.state.camera;
    view.resize(500, 300, LEVEL);
    expect(view.state.camera).toBe(zoomed);
  });
});
