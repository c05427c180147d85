import type { ArenaGestures } from './arenaGestures';
import type { ArenaView } from './arenaView';
import type { DeskActions } from './deskActions';
import type { DeskSession } from './deskSession';
import type { KeyAct, KeyPress } from './keyTable';
import type { OwnKeys } from './ownKeys';
import type { Playback } from './playback';

/** What keys act on while the arena has them. */
export interface ArenaTargets {
  keys: Pick<OwnKeys, 'actOf'>;
  session: DeskSession;
  actions: DeskActions;
  view: ArenaView;
  gestures: Pick<ArenaGestures, 'cancel'>;
  /** Takes the focus out of the arena, if it is there. */
  leave: () => void;
}

/** What keys act on wherever the focus is. */
export interface DeskTargets {
  keys: Pick<OwnKeys, 'actOf'>;
  session: DeskSession;
  actions: DeskActions;
  playback: Playback;
  openSheet: () => void;
  toggleScript: () => void;
  openHelp: () => void;
  openNotes: () => void;
}

const ARROWS: Record<string, [number, number] | undefined> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** Does what a key means for the arena; whether the browser is to do nothing more with it. */
export function actOnArena(pressed: KeyPress, targets: ArenaTargets): boolean {
  if (pressed.ctrlKey || pressed.metaKey || pressed.altKey) return false;
  if (pressed.key === 'Escape') {
    if (!giveUp(targets)) targets.leave();
    return false;
  }
  return actAtCursor(pressed, targets) || nudge(pressed, targets) || choose(targets.keys.actOf(pressed), targets);
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

/** What a key does at the cursor of a tool. */
function actAtCursor(pressed: KeyPress, { session, actions, keys }: ArenaTargets): boolean {
  const { cursor, tool } = session.state;
  if (tool === 'select') return false;
  const arrow = ARROWS[pressed.key];
  if (arrow) {
    session.moveCursor(...arrow);
    return true;
  }
  if (!cursor) return false;
  if (pressed.key === 'Enter' || (pressed.key === ' ' && tool === 'ground')) {
    const middle = { x: cursor.column + 0.5, y: cursor.row + 0.5 };
    if (tool === 'ground') actions.strokeByKeys(cursor);
    else if (tool === 'area') actions.chooseAreaByKeys(cursor);
    else if (tool === 'mark') actions.addMark(middle, middle);
    else if (tool === 'cast') actions.place(middle);
    else actions.addWaypoint(middle);
  } else if (tool === 'ground' && keys.actOf(pressed) === 'erase') actions.paint([cursor], actions.erasingGlyph);
  else return false;
  return true;
}

/** Arrows move what is selected. */
function nudge({ key, shiftKey }: KeyPress, { actions }: ArenaTargets): boolean {
  const arrow = ARROWS[key];
  const step = shiftKey ? 0.1 : 0.5;
  if (arrow) actions.nudge({ x: arrow[0] * step, y: arrow[1] * step });
  return arrow !== undefined;
}

const ON_ARENA: Partial<Record<KeyAct, (targets: ArenaTargets) => void>> = {
  next: ({ actions }) => actions.cycleSelection(1),
  previous: ({ actions }) => actions.cycleSelection(-1),
  'next waypoint': ({ actions }) => actions.cycleWaypoint(1),
  'previous waypoint': ({ actions }) => actions.cycleWaypoint(-1),
  'zoom in': ({ view }) => view.zoom(1.25),
  'zoom out': ({ view }) => view.zoom(0.8),
  'whole arena': ({ view, session }) => view.fit(session.extent),
};

const ON_DESK: Partial<Record<KeyAct, (targets: DeskTargets) => void>> = {
  'select tool': ({ session }) => session.setTool('select'),
  'ground tool': ({ session }) => session.setTool('ground'),
  'cast tool': ({ session }) => session.setTool('cast'),
  'route tool': ({ session }) => session.setTool('route'),
  'area tool': ({ session }) => session.setTool('area'),
  'mark tool': ({ session }) => session.setTool('mark'),
  double: ({ session, actions }) => (session.state.area ? actions.copyArea() : actions.duplicate()),
  remove: ({ actions }) => actions.remove(),
  'select all': ({ actions }) => actions.selectAll(),
  play: ({ playback }) => playback.toggle(),
  'tick back': ({ playback }) => playback.step(-1),
  'tick on': ({ playback }) => playback.step(1),
  draft: ({ playback }) => playback.seek(0),
  undo: ({ session }) => session.undo(),
  redo: ({ session }) => session.redo(),
  script: ({ toggleScript }) => toggleScript(),
  keys: ({ openSheet }) => openSheet(),
  help: ({ openHelp }) => openHelp(),
  note: ({ openNotes }) => openNotes(),
};

function choose(act: KeyAct | undefined, targets: ArenaTargets): boolean {
  const does = act && ON_ARENA[act];
  does?.(targets);
  return does !== undefined;
}

/** Does what a key means everywhere on the desk; whether it means anything. */
export function actOnDesk(pressed: KeyPress, targets: DeskTargets): boolean {
  const act = targets.keys.actOf(pressed);
  const does = act && ON_DESK[act];
  does?.(targets);
  return does !== undefined;
}
