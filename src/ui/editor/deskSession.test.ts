import { beforeEach, describe, expect, test } from '@jest/globals';
import { commands, markBox, writeGame } from '@/core/index';
import { plainYard } from '../../../tests/support/kilnYard';
import { DeskActions } from './deskActions';
import { DeskSession } from './deskSession';

const LEVEL = 'drying-hall';
let session: DeskSession;
let actions: DeskActions;
let start: string;

beforeEach(() => {
  session = new DeskSession(plainYard(), LEVEL);
  actions = new DeskActions(session);
  start = writeGame(session.state.game);
});

const text = () => writeGame(session.state.game);
const routeOf = (id: string) => session.level.pieces.find((piece) => piece.id === id)?.route;

describe('a desk session', () => {
  test('knows where the level reaches: with marks near its ground, but not with all that lies anywhere', () => {
    const { width, height } = session.size;
    expect(session.extent).toEqual({ x0: 0, y0: 0, x1: width, y1: height });
    const reach = (point: [number, number]) => {
      session.change('Mark', (draft) => draft.levels[0].marks.push({ id: 'out', name: 'Out', point }));
      const { extent } = session;
      session.undo();
      return extent;
    };
    expect(reach([3, -2])).toEqual({ x0: 0, y0: -2, x1: width, y1: height });
    expect(reach([width + 50, 3])).toEqual({ x0: 0, y0: 0, x1: width + 4, y1: height });
  });

  test('makes a gesture of many steps one step back', () => {
    for (const x of [1, 2, 3])
      session.preview('Move', (draft) => commands.movePieces(draft, LEVEL, ['warden-1'], { x, y: 0 }));
    expect(session.state.past).toHaveLength(0);
    expect(session.level.pieces[1].at).toEqual([13.5, 7.5]);
    session.finishGesture('edit');
    expect(session.state.past.map((change) => change.label)).toEqual(['Move']);
    session.undo();
    expect(text()).toBe(start);
    session.redo();
    expect(session.level.pieces[1].at).toEqual([13.5, 7.5]);
  });

  test('keeps what can be redone when redo is asked for in the middle of a gesture that comes to nothing', () => {
    session.select(['warden-1']);
    actions.nudge({ x: 1, y: 0 });
    session.undo();
    session.preview('Move', (draft) => commands.movePieces(draft, LEVEL, ['warden-2'], { x: 1, y: 0 }));
    session.redo();
    session.cancelGesture();
    expect(text()).toBe(start);
    session.redo();
    expect(session.level.pieces[1].at).toEqual([11.5, 7.5]);
  });

  test('gives a gesture up without a trace', () => {
    session.preview('Move', (draft) => commands.movePieces(draft, LEVEL, ['warden-1'], { x: 3, y: 0 }));
    session.cancelGesture();
    expect([text(), session.state.past.length, session.isInGesture]).toEqual([start, 0, false]);
  });

  test('keeps no step for a gesture that ends where it began', () => {
    session.preview('Move', (draft) => commands.movePieces(draft, LEVEL, ['warden-1'], { x: 3, y: 0 }));
    session.preview('Move', () => undefined);
    session.finishGesture('edit');
    expect([text(), session.state.past.length]).toEqual([start, 0]);
  });

  test('forgets what was undone once something else is done', () => {
    actions.nudge({ x: 0, y: 0 });
    session.select(['warden-1']);
    actions.nudge({ x: 1, y: 0 });
    session.undo();
    actions.nudge({ x: 0, y: 1 });
    expect(session.state.future).toEqual([]);
    session.redo();
    expect(session.level.pieces[1].at).toEqual([10.5, 8.5]);
  });

  test('drops from the selection what is not there any more', () => {
    session.select(['warden-1', 'warden-2']);
    actions.remove();
    expect(session.state.selection).toEqual([]);
    session.undo();
    session.select(['warden-1'], { piece: 'warden-1', index: 3 });
    actions.remove();
    expect([routeOf('warden-1')?.length, session.state.chosenWaypoint]).toEqual([3, undefined]);
  });
});

describe('what can be done to the selection', () => {
  test('a copy is selected, has a name of its own, and the player cannot be copied', () => {
    session.select(['apprentice', 'warden-1']);
    actions.duplicate();
    expect(session.state.selection).toEqual(['warden-5']);
    expect(session.level.pieces).toHaveLength(6);
  });

  test('marks move like pieces', () => {
    session.select(['kiln-door']);
    actions.nudge({ x: -1, y: 0.5 });
    expect(markBox(session.level.marks[0])).toEqual([26, 15.5, 2, 2]);
  });

  test('a first waypoint takes in where the guard stands', () => {
    actions.place({ x: 14, y: 5 });
    const [id] = session.state.selection;
    actions.addWaypoint({ x: 18, y: 5 });
    expect(routeOf(id)).toEqual([
      [14, 5],
      [18, 5],
    ]);
    expect(session.state.chosenWaypoint).toEqual({ piece: id, index: 1 });
    actions.insertWaypoint(id, 0, { x: 16, y: 6 });
    expect(routeOf(id)).toEqual([
      [14, 5],
      [16, 6],
      [18, 5],
    ]);
  });

  test('Tab goes through pieces and marks and round again, brackets through waypoints', () => {
    const seen: string[] = [];
    for (let step = 0; step < 7; step++) {
      actions.cycleSelection(1);
      seen.push(session.state.selection[0]);
    }
    expect(seen).toEqual(['apprentice', 'warden-1', 'warden-2', 'warden-3', 'warden-4', 'kiln-door', 'apprentice']);
    session.select(['warden-1']);
    actions.cycleWaypoint(-1);
    expect(session.state.chosenWaypoint?.index).toBe(3);
    actions.cycleWaypoint(1);
    expect(session.state.chosenWaypoint?.index).toBe(0);
  });

  test('a rectangle selects the guards whose middle is inside, from whichever corner it was drawn', () => {
    actions.selectWithin({ x0: 30, y0: 18, x1: 16, y1: 6 });
    expect(session.state.selection).toEqual(['warden-3', 'warden-4']);
  });
});
