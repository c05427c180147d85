'use client';

import { Modal, SimpleGrid } from '@mantine/core';
import { useEffect } from 'react';
import { actOnDesk, actWithControl } from '../editor/deskKeys';
import { useDesk } from './DeskContext';
import css from './desk.module.css';
import { KEY_LIST } from './keyList';
import { isTyping } from './useArenaKeys';

export interface Help {
  opened: boolean;
  open: () => void;
  close: () => void;
}

/** Keys that hold everywhere on the desk, and the sheet that lists them. */
export function DeskKeys({ help, onToggleScript }: { help: Help; onToggleScript: () => void }) {
  const desk = useDesk();
  useEffect(() => {
    const targets = { ...desk, openSheet: help.open, toggleScript: onToggleScript };
    const onKeyDown = (event: KeyboardEvent) => {
      const hasControl = event.ctrlKey || event.metaKey;
      const isUndo = hasControl && ['z', 'y'].includes(event.key.toLowerCase());
      // Undo and redo are the desk's also while a script or a slider has the focus, but not while a name is typed.
      const isInText =
        event.target instanceof HTMLElement && event.target.closest('input:not([type=range]), textarea') !== null;
      if (isTyping(event) && !(isUndo && !isInText)) return;
      if ((hasControl ? actWithControl : actOnDesk)(event, targets)) event.preventDefault();
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
