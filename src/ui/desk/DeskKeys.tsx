'use client';

import { Modal, SimpleGrid } from '@mantine/core';
import { useEffect } from 'react';
import type { Tool } from '../editor/deskSession';
import { useDesk, type Desk } from './DeskContext';
import css from './desk.module.css';
import { KEY_LIST } from './keyList';
import { isTyping } from './useArenaKeys';

export interface Help {
  opened: boolean;
  open: () => void;
  close: () => void;
}

const TOOL_KEYS: Record<string, Tool | undefined> = {
  '1': 'select',
  '2': 'ground',
  '3': 'cast',
  '4': 'route',
  '5': 'area',
  '6': 'mark',
};

/** Keys that hold everywhere on the desk, and the sheet that lists them. */
export function DeskKeys({ help, onToggleScript }: { help: Help; onToggleScript: () => void }) {
  const desk = useDesk();
  useEffect(() => {
    const openSheet = help.open;
    const onKeyDown = (event: KeyboardEvent) => {
      const hasControl = event.ctrlKey || event.metaKey;
      const isUndo = hasControl && ['z', 'y'].includes(event.key.toLowerCase());
      // Undo and redo are the desk's also while a script or a slider has the focus, but not while a name is typed.
      const isInText =
        event.target instanceof HTMLElement && event.target.closest('input:not([type=range]), textarea') !== null;
      if (isTyping(event) && !(isUndo && !isInText)) return;
      if (hasControl ? actWithControl(event, desk) : actPlain(event, desk, { openSheet, onToggleScript }))
        event.preventDefault();
    };
    window.addEventListener('keydown', onKeyDown);
    return () => window.removeEventListener('keydown', onKeyDown);
  }, [desk, help, onToggleScript]);
  return (
    <Modal opened={help.opened} onClose={help.close} title="Keys" size="xl">
      <SimpleGrid cols={3} spacing="lg">
        {KEY_LIST.map((group) => (
          <section key={group.title}>
            <h3 className={`heading ${css.keys}`}>{group.title}</h3>
            {group.keys.map(([key, meaning]) => (
              <div key={key} className={css.keyLine}>
                <span>{meaning}</span>
                <span className="key">{key}</span>
              </div>
            ))}
          </section>
        ))}
      </SimpleGrid>
    </Modal>
  );
}

/** What a key does together with Ctrl; whether it does anything. */
function actWithControl(event: KeyboardEvent, { session, actions }: Desk): boolean {
  const key = event.key.toLowerCase();
  if (key === 'z') {
    if (event.shiftKey) session.redo();
    else session.undo();
  } else if (key === 'y') session.redo();
  else if (key === 'd') {
    if (session.state.area) actions.copyArea();
    else actions.duplicate();
  } else if (key === 'a') actions.selectAll();
  else return false;
  return true;
}

interface Opens {
  openSheet: () => void;
  onToggleScript: () => void;
}

function actPlain({ key }: KeyboardEvent, { session, actions, playback }: Desk, opens: Opens): boolean {
  const tool = TOOL_KEYS[key];
  if (tool) session.setTool(tool);
  else if (key === 'Delete' || key === 'Backspace') actions.remove();
  else if (key === '?') opens.openSheet();
  else if (key.toLowerCase() === 'p') playback.toggle();
  else if (key.toLowerCase() === 's') opens.onToggleScript();
  else if (key === ',') playback.step(-1);
  else if (key === '.') playback.step(1);
  else if (key === 'Home') playback.seek(0);
  else return false;
  return true;
}
