'use client';

import { useEffect, useRef, type RefObject } from 'react';
import type { ArenaGestures } from '../editor/arenaGestures';
import type { ArenaView } from '../editor/arenaView';
import { actOnArena } from '../editor/deskKeys';
import type { Desk } from './DeskContext';

/** Whether a key goes to a field or an editor and not to the arena. */
export function isTyping(event: Pick<Event, 'target'>): boolean {
  const element = event.target instanceof HTMLElement ? event.target : undefined;
  return (
    element !== undefined &&
    element.closest(
      'input:not([type=checkbox], [type=radio]), textarea, select, [contenteditable], [role=slider]:not([data-testid=scrub]), .cm-editor, [role=dialog]',
    ) !== null
  );
}

/** Keys that act on the arena: arrows, N, brackets, space, Escape, zoom. Gives whether space is held, for panning. */
export function useArenaKeys(desk: Desk, view: ArenaView, gestures: ArenaGestures): RefObject<boolean> {
  const isSpaceDown = useRef(false);
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      if (isTyping(event)) return;
      if (event.key === ' ') isSpaceDown.current = true;
      if (actOnArena(event, { ...desk, view, gestures, leave })) event.preventDefault();
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

function leave(): void {
  const focused = document.activeElement;
  if (focused instanceof HTMLElement && focused.dataset.testid === 'arena') focused.blur();
}

/** A place of the pointer to a tenth of a cell. */
export function roundPlace(value: number): number {
  return Math.round(value * 10) / 10;
}
