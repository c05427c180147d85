import { beforeEach, describe, expect, test } from '@jest/globals';
import { markBox, writeGame, type Mark } from '@/core/index';
import { smallGame } from '../../../tests/support/smallLevel';
import { DeskActions } from './deskActions';
import { DeskSession } from './deskSession';

const MAP = ['########', '#......#', '#..##..#', '#......#', '#......#', '########'];

let session: DeskSession;
let actions: DeskActions;
let start: string;

beforeEach(() => {
  const game = smallGame({
    map: MAP,
    kinds: [{ id: 'guard' }],
    pieces: [{ kind: 'guard', at: [2.5, 3.5], facing: 0 }],
    scripts: {},
  });
  session = new DeskSession(game, 'small');
  actions = new DeskActions(session);
  start = writeGame(session.state.game);
});

const text = () => writeGame(session.state.game);
const map = () => session.level.map;
const labels = () => session.state.past.map(({ label }) => label);
const chosenMark = (): Mark => session.level.marks.find(({ id }) => id === session.state.selection[0])!;

/** Every act is one step back, and that step leads to the very document of before. */
function expectOneStepBack(label: string): void {
  expect(labels()).toEqual([label]);
  session.undo();
  expect(text()).toBe(start);
}

describe('an area of a level', () => {
  test('is chosen from whichever corner, and ends where the level ends', () => {
    actions.chooseArea({ column: 4, row: 3 }, { column: 1, row: 1 });
    expect(session.state.area).toEqual({ column: 1, row: 1, columns: 4, rows: 3 });
    actions.chooseArea({ column: 6, row: 4 }, { column: 20, row: 20 });
    expect(session.state.area).toEqual({ column: 6, row: 4, columns: 2, rows: 2 });
  });

  test('is chosen by keys with two presses, of which the first is a corner', () => {
    actions.chooseAreaByKeys({ column: 2, row: 2 });
    expect(session.state.strokeFrom).toEqual({ column: 2, row: 2 });
    actions.chooseAreaByKeys({ column: 3, row: 4 });
    expect([session.state.area, session.state.strokeFrom]).toEqual([
      { column: 2, row: 2, columns: 2, rows: 3 },
      undefined,
    ]);
  });

  test('is filled with the brush and cleared to open ground, each as one step back', () => {
    actions.chooseArea({ column: 1, row: 3 }, { column: 2, row: 4 });
    actions.fillArea();
    expect(map().slice(3, 5)).toEqual(['###....#', '###....#']);
    expectOneStepBack('Fill an area');
    actions.chooseArea({ column: 3, row: 2 }, { column: 4, row: 2 });
    actions.clearArea();
    expect(map()[2]).toBe('#......#');
    expectOneStepBack('Clear an area');
  });

  test('is taken up as a stamp with the guards in it, turned, and put down with a copy of them', () => {
    actions.chooseArea({ column: 2, row: 2 }, { column: 4, row: 3 });
    actions.copyArea();
    expect(session.state.stamp).toMatchObject({ columns: 3, rows: 2 });
    actions.turnStamp('turn');
    expect(session.state.stamp).toMatchObject({ columns: 2, rows: 3 });
    actions.placeStamp(5, 2);
    expect(session.level.pieces).toHaveLength(3);
    const [added] = session.state.selection;
    const copy = session.level.pieces.find(({ id }) => id === added)!;
    expect(copy.kind).toBe('guard');
    expect(copy.at[0]).toBeGreaterThan(5);
    expectOneStepBack('Stamp an area');
  });

  test('with a stamp in hand a press of Enter puts it down around the cursor instead', () => {
    actions.chooseArea({ column: 3, row: 2 }, { column: 4, row: 2 });
    actions.copyArea();
    actions.chooseAreaByKeys({ column: 3, row: 4 });
    expect(map()[4]).toBe('#.##...#');
    expect(session.state.strokeFrom).toBeUndefined();
  });

  test('turned where it is it takes its new form, and is left alone where that would not fit', () => {
    actions.chooseArea({ column: 3, row: 2 }, { column: 4, row: 3 });
    expect(actions.turnArea('turn')).toBe(true);
    expect(session.state.area).toEqual({ column: 3, row: 2, columns: 2, rows: 2 });
    expect([map()[2][4], map()[3][4]]).toEqual(['#', '#']);
    expectOneStepBack('Turn an area');
    actions.chooseArea({ column: 0, row: 5 }, { column: 7, row: 5 });
    expect(actions.turnArea('turn')).toBe(false);
    expect(text()).toBe(start);
  });

  test('nothing is done where none is chosen', () => {
    actions.fillArea();
    actions.clearArea();
    actions.copyArea();
    actions.turnStamp('turn');
    actions.placeStamp(1, 1);
    expect([actions.turnArea('turn'), session.state.stamp, labels()]).toEqual([true, undefined, []]);
  });
});

describe('ground', () => {
  test('is painted cell by cell with Enter, and in strokes of two presses with other brushes', () => {
    actions.strokeByKeys({ column: 1, row: 1 });
    expect(map()[1]).toBe('##.....#');
    session.store.setState({ brushShape: 'line' });
    actions.strokeByKeys({ column: 1, row: 4 });
    expect(map()[4]).toBe('#......#');
    actions.strokeByKeys({ column: 4, row: 4 });
    expect(map()[4]).toBe('#####..#');
    expect([labels(), session.state.strokeFrom]).toEqual([['Paint ground', 'Paint ground'], undefined]);
  });

  test('is erased to the first open ground, and says so in the step back', () => {
    actions.paint([{ column: 3, row: 2 }], actions.erasingGlyph);
    expect([map()[2], labels()]).toEqual(['#...#..#', ['Erase ground']]);
  });

  test('goes round the whole level as its boundary', () => {
    actions.paint([{ column: 0, row: 0 }], actions.erasingGlyph);
    actions.drawBoundary();
    expect(map()).toEqual(MAP);
  });
});

describe('a mark', () => {
  test('is a point where one clicks, an area of one cell with that form, and what a stroke draws', () => {
    actions.addMark({ x: 2, y: 3 }, { x: 2, y: 3 });
    expect(chosenMark()).toMatchObject({ point: [2, 3] });
    actions.addMark({ x: 5, y: 4 }, { x: 2, y: 3 });
    expect(markBox(chosenMark())).toEqual([2, 3, 3, 1]);
    actions.addMark({ x: 2, y: 3 }, { x: 6, y: 3 });
    expect(chosenMark()).toHaveProperty('line');
    session.store.setState({ markForm: 'area' });
    actions.addMark({ x: 4, y: 4 }, { x: 4, y: 4 });
    expect(markBox(chosenMark())).toEqual([4, 4, 1, 1]);
    expect(new Set(session.level.marks.map(({ id }) => id)).size).toBe(5);
  });

  test('that a rule needs stays when it is removed with others', () => {
    actions.addMark({ x: 2, y: 3 }, { x: 2, y: 3 });
    const added = chosenMark().id;
    session.select(['exit', added]);
    actions.remove();
    expect(session.level.marks.map(({ id }) => id)).toEqual(['exit']);
  });
});

describe('guards', () => {
  test('are placed of the chosen kind, selected, and all selected at once with the player', () => {
    actions.place({ x: 5.5, y: 3.5 });
    expect(labels()).toEqual(['Place guard']);
    actions.selectAll();
    expect(session.state.selection).toHaveLength(3);
  });

  test('lose a waypoint where one is chosen, and keep the others', () => {
    session.select(['piece-1']);
    for (const x of [3.5, 4.5, 5.5]) actions.addWaypoint({ x, y: 3.5 });
    actions.removeWaypoint('piece-1', 1);
    expect(session.level.pieces[1].route?.map(([x]) => x)).toEqual([2.5, 4.5, 5.5]);
    actions.removeWaypoint('not-there', 0);
    expect(labels()).toHaveLength(4);
  });

  test('have no waypoint that follows the player, whose way is its own', () => {
    session.select(['player']);
    actions.addWaypoint({ x: 3, y: 3 });
    actions.cycleWaypoint(1);
    expect([text(), session.state.chosenWaypoint]).toEqual([start, undefined]);
  });
});
