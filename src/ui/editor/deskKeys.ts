import type { ArenaGestures } from './arenaGestures';
import type { ArenaView } from './arenaView';
import type { DeskActions } from './deskActions';
import type { DeskSession, Tool } from './deskSession';
import type { Playback } from './playback';

/** What is known of a key that was pressed. */
export type Key = Pick<KeyboardEvent, 'key' | 'shiftKey'>;

/** What keys act on while the arena has them. */
export interface ArenaTargets {
  session: DeskSession;
  actions: DeskActions;
  view: ArenaView;
  gestures: Pick<ArenaGestures, 'cancel'>;
  /** Takes the focus out of the arena, if it is there. */
  leave: () => void;
}

/** What keys act on wherever the focus is. */
export interface DeskTargets {
  session: DeskSession;
  actions: DeskActions;
  playback: Playback;
  openSheet: () => void;
  toggleScript: () => void;
}

const ARROWS: Record<string, [number, number] | undefined> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

const TOOL_KEYS: Record<string, Tool | undefined> = {
  '1': 'select',
  '2': 'ground',
  '3': 'cast',
  '4': 'route',
  '5': 'area',
  '6': 'mark',
};

/** Does what a key means for the arena; whether the browser is to do nothing more with it. */
export function actOnArena(pressed: Key, targets: ArenaTargets): boolean {
  if (pressed.key !== 'Escape')
    return zoomBy(pressed, targets) || actOnCursor(pressed, targets) || nudge(pressed, targets);
  if (!giveUp(targets)) targets.leave();
  return false;
}

/** Takes back what is nearest: a gesture, a stamp, a tool, the selection; false where there is nothing. */
function giveUp({ session, gestures }: ArenaTargets): boolean {
  if (gestures.cancel()) return true;
  const { stamp, tool, selection } = session.state;
  if (stamp) session.store.setState({ stamp: undefined });
  else if (tool !== 'select') session.setTool('select');
  else if (selection.length > 0) session.select([]);
  else return false;
  return true;
}

function zoomBy({ key }: Key, { session, view }: ArenaTargets): boolean {
  const { width, height } = session.size;
  if (key === '+' || key === '=') view.zoom(1.25);
  else if (key === '-') view.zoom(0.8);
  else if (key === '0') view.fit(width, height);
  else return false;
  return true;
}

/** What a key does at the cursor of a tool. */
function actOnCursor({ key }: Key, { session, actions }: ArenaTargets): boolean {
  const { cursor, tool } = session.state;
  if (tool === 'select') return false;
  const arrow = ARROWS[key];
  if (arrow) {
    session.moveCursor(...arrow);
    return true;
  }
  if (!cursor) return false;
  if (key === 'Enter' || (key === ' ' && tool === 'ground')) {
    const middle = { x: cursor.column + 0.5, y: cursor.row + 0.5 };
    if (tool === 'ground') actions.strokeByKeys(cursor);
    else if (tool === 'area') actions.chooseAreaByKeys(cursor);
    else if (tool === 'mark') actions.addMark(middle, middle);
    else if (tool === 'cast') actions.place(middle);
    else actions.addWaypoint(middle);
  } else if (key.toLowerCase() === 'x' && tool === 'ground') actions.paint([cursor], actions.erasingGlyph);
  else return false;
  return true;
}

/** What a key does to the pieces that are selected. */
function nudge({ key, shiftKey }: Key, { actions }: ArenaTargets): boolean {
  const arrow = ARROWS[key];
  const step = shiftKey ? 0.1 : 0.5;
  if (arrow) actions.nudge({ x: arrow[0] * step, y: arrow[1] * step });
  else if (key.toLowerCase() === 'n') actions.cycleSelection(shiftKey ? -1 : 1);
  else if (key === '[' || key === ']') actions.cycleWaypoint(key === ']' ? 1 : -1);
  else return false;
  return true;
}

/** Does what a key means together with Ctrl; whether it means anything. */
export function actWithControl({ key, shiftKey }: Key, { session, actions }: DeskTargets): boolean {
  const letter = key.toLowerCase();
  if (letter === 'y' || (letter === 'z' && shiftKey)) session.redo();
  else if (letter === 'z') session.undo();
  else if (letter === 'd' && session.state.area) actions.copyArea();
  else if (letter === 'd') actions.duplicate();
  else if (letter === 'a') actions.selectAll();
  else return false;
  return true;
}

/** Does what a key means everywhere on the desk; whether it means anything. */
export function actOnDesk({ key }: Key, { session, actions, playback, openSheet, toggleScript }: DeskTargets): boolean {
  const tool = TOOL_KEYS[key];
  if (tool) session.setTool(tool);
  else if (key === 'Delete' || key === 'Backspace') actions.remove();
  else if (key === '?') openSheet();
  else if (key.toLowerCase() === 'p') playback.toggle();
  else if (key.toLowerCase() === 's') toggleScript();
  else if (key === ',') playback.step(-1);
  else if (key === '.') playback.step(1);
  else if (key === 'Home') playback.seek(0);
  else return false;
  return true;
}
