import { beforeEach, describe, expect, test } from '@jest/globals';
import { plainYard } from '../../../tests/support/kilnYard';
import { ArenaView } from './arenaView';
import { DeskActions } from './deskActions';
import { actOnArena, actOnDesk, type ArenaTargets, type DeskTargets } from './deskKeys';
import { DeskSession } from './deskSession';
import type { KeyPress } from './keyTable';
import { OwnKeys } from './ownKeys';
import { Playback } from './playback';

let session: DeskSession;
let arena: ArenaTargets;
let desk: DeskTargets;
let told: string[];
let isGesture: boolean;
let left: number;
let keys: OwnKeys;

const nowhere = { getItem: () => null, setItem: () => undefined, removeItem: () => undefined };

beforeEach(() => {
  session = new DeskSession(plainYard(), 'drying-hall');
  const actions = new DeskActions(session);
  told = [];
  isGesture = false;
  left = 0;
  const view = new ArenaView();
  view.resize(600, 420, session.extent);
  keys = new OwnKeys(nowhere);
  arena = { keys, session, actions, view, gestures: { cancel: () => isGesture }, leave: () => void left++ };
  const playback = new Playback();
  playback.setRun(120, 60);
  desk = {
    keys,
    session,
    actions,
    playback,
    openSheet: () => told.push('sheet'),
    toggleScript: () => told.push('script'),
    openHelp: () => told.push('help'),
    openNotes: () => told.push('notes'),
  };
});

const pressed = (key: string, shiftKey = false, ctrlKey = false): KeyPress => ({
  ...{ key, shiftKey, ctrlKey, altKey: false, metaKey: false },
});
const onArena = (key: string, shiftKey = false) => actOnArena(pressed(key, shiftKey), arena);
const onDesk = (key: string, shiftKey = false) => actOnDesk(pressed(key, shiftKey), desk);
const withControl = (key: string, shiftKey = false) => actOnDesk(pressed(key, shiftKey, true), desk);
const warden = () => session.level.pieces.find(({ id }) => id === 'warden-1')!;

describe('keys of the arena', () => {
  test('arrows move what is selected by half a cell, with Shift by a tenth', () => {
    session.select(['warden-1']);
    const [x, y] = warden().at;
    expect(onArena('ArrowRight')).toBe(true);
    expect(warden().at).toEqual([x + 0.5, y]);
    onArena('ArrowUp', true);
    expect(warden().at[1]).toBeCloseTo(y - 0.1, 9);
  });

  test('N goes through the pieces, and Tab is always the page’s', () => {
    expect(onArena('n')).toBe(true);
    expect(session.state.selection).toEqual(['apprentice']);
    onArena('N', true);
    expect(session.state.selection).not.toEqual(['apprentice']);
    const { selection } = session.state;
    expect([onArena('Tab'), session.state.selection]).toEqual([false, selection]);
  });

  test('Escape leaves the arena once there is nothing to take back', () => {
    session.select(['warden-1']);
    session.setTool('ground');
    onArena('Escape');
    onArena('Escape');
    expect([session.state.tool, session.state.selection, left]).toEqual(['select', [], 0]);
    onArena('Escape');
    expect(left).toBe(1);
  });

  test('brackets go through the waypoints of the selected guard', () => {
    session.select(['warden-1']);
    onArena(']');
    expect(session.state.chosenWaypoint?.index).toBe(0);
    onArena('[');
    expect(session.state.chosenWaypoint?.index).toBe(3);
  });

  test('with a tool arrows move its cursor, and Enter does there what the tool does', () => {
    session.setTool('cast');
    const before = session.level.pieces.length;
    onArena('ArrowRight');
    expect(session.state.cursor).toBeDefined();
    expect(onArena('Enter')).toBe(true);
    expect(session.level.pieces).toHaveLength(before + 1);
    const { cursor } = session.state;
    expect(session.level.pieces.at(-1)!.at).toEqual([cursor!.column + 0.5, cursor!.row + 0.5]);
  });

  test('with the ground tool space paints and X erases the cell of the cursor', () => {
    session.setTool('ground');
    onArena('ArrowDown');
    const { column, row } = session.state.cursor!;
    const cell = () => session.level.map[row][column];
    onArena(' ');
    expect(cell()).toBe(session.state.brush);
    onArena('x');
    expect(cell()).toBe(arena.actions.erasingGlyph);
  });

  test('Escape takes back what is nearest: the gesture, then the stamp, the tool, and the selection last', () => {
    session.setTool('area');
    arena.actions.chooseArea({ column: 1, row: 1 }, { column: 2, row: 2 });
    arena.actions.copyArea();
    isGesture = true;
    onArena('Escape');
    expect(session.state.stamp).toBeDefined();
    isGesture = false;
    onArena('Escape');
    expect([session.state.stamp, session.state.tool]).toEqual([undefined, 'area']);
    onArena('Escape');
    session.select(['warden-1']);
    expect(session.state.tool).toBe('select');
    onArena('Escape');
    expect(session.state.selection).toEqual([]);
  });

  test('plus and minus zoom, and nought shows the whole arena again', () => {
    const { scale } = arena.view.state.camera;
    onArena('+');
    expect(arena.view.state.camera.scale).toBeGreaterThan(scale);
    onArena('-');
    onArena('-');
    expect(arena.view.state.camera.scale).toBeLessThan(scale);
    onArena('0');
    expect([arena.view.state.camera.scale, arena.view.state.isFitted]).toEqual([scale, true]);
  });

  test('a key that means nothing there is left to the browser', () => {
    for (const key of ['F5', 'q', 'Enter', 'PageDown']) expect([key, onArena(key)]).toEqual([key, false]);
  });
});

describe('keys of the whole desk', () => {
  test('figures choose the tools in the order in which they stand', () => {
    const tools = ['1', '2', '3', '4', '5', '6'].map((key) => (onDesk(key), session.state.tool));
    expect(tools).toEqual(['select', 'ground', 'cast', 'route', 'area', 'mark']);
  });

  test('undo, redo in both ways, copy and select all go with Ctrl', () => {
    session.select(['warden-1']);
    arena.actions.nudge({ x: 1, y: 0 });
    const [x] = warden().at;
    withControl('z');
    expect(warden().at[0]).toBe(x - 1);
    withControl('Z', true);
    expect(warden().at[0]).toBe(x);
    withControl('z');
    withControl('y');
    expect(warden().at[0]).toBe(x);
    const before = session.level.pieces.length;
    withControl('d');
    expect(session.level.pieces).toHaveLength(before + 1);
    withControl('a');
    expect(session.state.selection).toHaveLength(before + 1);
    expect(withControl('q')).toBe(false);
  });

  test('Ctrl+D takes up the chosen area, where one is chosen', () => {
    session.setTool('area');
    arena.actions.chooseArea({ column: 1, row: 1 }, { column: 2, row: 3 });
    withControl('d');
    expect(session.state.stamp).toMatchObject({ columns: 2, rows: 3 });
  });

  test('the run that is shown is played and stepped, and the draft is a key away', () => {
    onDesk('.');
    onDesk('.');
    onDesk(',');
    expect(desk.playback.store.getState().tick).toBe(1);
    onDesk('p');
    expect(desk.playback.store.getState().isPlaying).toBe(true);
    onDesk('Home');
    expect(desk.playback.store.getState().tick).toBe(0);
  });

  test('Delete removes, the sheet, the script and the help open, and other keys are left alone', () => {
    session.select(['warden-1']);
    onDesk('Delete');
    expect(session.level.pieces.map(({ id }) => id)).not.toContain('warden-1');
    onDesk('?', true);
    onDesk('s');
    onDesk('F1');
    expect(told).toEqual(['sheet', 'script', 'help']);
    expect(onDesk('j')).toBe(false);
  });

  test('a key of one’s own does what it was given, and what had it does no longer', () => {
    keys.give('play', '1');
    session.setTool('ground');
    onDesk('1');
    expect([desk.playback.store.getState().isPlaying, session.state.tool]).toEqual([true, 'ground']);
    expect(onDesk('p')).toBe(false);
  });

  test('a key of one’s own acts on the arena, too, and together with Ctrl', () => {
    keys.give('next', 'G');
    onArena('g');
    expect(session.state.selection).toEqual(['apprentice']);
    keys.give('select all', 'Ctrl+E');
    withControl('e');
    expect(session.state.selection).toHaveLength(session.level.pieces.length);
  });
});
