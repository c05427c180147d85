'use client';

import { useEffect } from 'react';
import { actOnDesk } from '../editor/deskKeys';
import { later } from '../frame/later';
import { useDesk } from './DeskContext';
import { openHelp } from './openHelp';
import { isTyping, roundPlace } from './useArenaKeys';

// The sheet is fetched when it is asked for.
const KeySheet = later(() => import('./KeySheet').then(({ KeySheet: Sheet }) => Sheet));

export interface Help {
  opened: boolean;
  open: () => void;
  close: () => void;
}

interface DeskKeysProps {
  help: Help;
  onToggleScript: () => void;
  onOpenNotes: (at: readonly [number, number] | undefined) => void;
}

/** Keys that hold everywhere on the desk, and the sheet that lists them. */
export function DeskKeys({ help, onToggleScript, onOpenNotes }: DeskKeysProps) {
  const desk = useDesk();
  useEffect(() => {
    const openNotes = () => {
      const { pointer } = desk.view.state;
      onOpenNotes(pointer && [roundPlace(pointer.x), roundPlace(pointer.y)]);
    };
    const targets = {
      ...desk,
      openNotes,
      openSheet: help.open,
      toggleScript: onToggleScript,
      openHelp: () => openHelp(desk),
    };
    const onKeyDown = (event: KeyboardEvent) => {
      const hasControl = event.ctrlKey || event.metaKey;
      const isUndo = hasControl && ['undo', 'redo'].includes(desk.keys.actOf(event) ?? '');
      // Undo and redo are the desk's also while a script or a slider has the focus, but not while a name is typed.
      const isInText =
        event.target instanceof HTMLElement && event.target.closest('input:not([type=range]), textarea') !== null;
      const isHelp = desk.keys.actOf(event) === 'help' && event.key.length > 1;
      if (isTyping(event) && !isHelp && !(isUndo && !isInText)) return;
      if (actOnDesk(event, targets)) event.preventDefault();
    };
    window.addEventListener('keydown', onKeyDown);
    return () => window.removeEventListener('keydown', onKeyDown);
  }, [desk, help, onToggleScript, onOpenNotes]);
  return help.opened ? <KeySheet onClose={help.close} /> : null;
}
