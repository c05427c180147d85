'use client';

import { useEffect, useRef, type RefObject } from 'react';
import type { ArenaGestures } from '../editor/arenaGestures';
import type { ArenaView } from '../editor/arenaView';
import type { Desk } from './DeskContext';

const ARROWS: Record<string, [number, number] | undefined> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** Whether a key goes to a field or an editor and not to the arena. */
export function isTyping(event: KeyboardEvent): boolean {
  const element = event.target instanceof HTMLElement ? event.target : undefined;
  return (
    element !== undefined &&
    element.closest(
      'input:not([type=checkbox], [type=radio]), textarea, select, [contenteditable], [role=slider]:not([data-testid=scrub]), .cm-editor, [role=dialog]',
    ) !== null
  );
}

/** Keys that act on the arena: arrows, Tab, brackets, space, Escape, zoom. Gives whether space is held, for panning. */
export function useArenaKeys(desk: Desk, view: ArenaView, gestures: ArenaGestures): RefObject<boolean> {
  const isSpaceDown = useRef(false);
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      if (isTyping(event) || event.ctrlKey || event.metaKey || event.altKey) return;
      if (event.key === ' ') isSpaceDown.current = true;
      if (event.key === 'Escape') giveUp(desk.session, gestures);
      else if (zoomBy(event, desk.session, view) || actOnCursor(event, desk) || actOnSelection(event, desk.actions))
        event.preventDefault();
    };
    const onKeyUp = (event: KeyboardEvent) => {
      if (event.key === ' ') isSpaceDown.current = false;
    };
    window.addEventListener('keydown', onKeyDown);
    window.addEventListener('keyup', onKeyUp);
    return () => {
      window.removeEventListener('keydown', onKeyDown);
      window.removeEventListener('keyup', onKeyUp);
    };
  }, [desk, view, gestures]);
  return isSpaceDown;
}

/** Takes back what is nearest: a gesture, a stamp, a tool, the selection. */
function giveUp(session: Desk['session'], gestures: ArenaGestures): void {
  if (gestures.cancel()) return;
  if (session.state.stamp) session.store.setState({ stamp: undefined });
  else if (session.state.tool !== 'select') session.setTool('select');
  else session.select([]);
}

function zoomBy({ key }: KeyboardEvent, session: Desk['session'], view: ArenaView): boolean {
  const { width, height } = session.size;
  if (key === '+' || key === '=') view.zoom(1.25);
  else if (key === '-') view.zoom(0.8);
  else if (key === '0') view.fit(width, height);
  else return false;
  return true;
}

/** What a key does at the cursor of a tool; whether it does anything. */
function actOnCursor({ key }: KeyboardEvent, { session, actions }: Desk): boolean {
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

/** What a key does to the pieces that are selected; whether it does anything. */
function actOnSelection({ key, shiftKey }: KeyboardEvent, actions: Desk['actions']): boolean {
  const arrow = ARROWS[key];
  const step = shiftKey ? 0.1 : 0.5;
  if (arrow) actions.nudge({ x: arrow[0] * step, y: arrow[1] * step });
  else if (key === 'Tab' && isOnArena()) actions.cycleSelection(shiftKey ? -1 : 1);
  else if (key === '[' || key === ']') actions.cycleWaypoint(key === ']' ? 1 : -1);
  else return false;
  return true;
}

function isOnArena(): boolean {
  return document.activeElement === document.body || document.activeElement?.getAttribute('data-testid') === 'arena';
}
