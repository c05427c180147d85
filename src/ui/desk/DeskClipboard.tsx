'use client';

import { notifications } from '@mantine/notifications';
import { useEffect } from 'react';
import { copySelection, cutSelection, pasteText } from '../editor/clipboard';
import { useDesk, type Desk } from './DeskContext';
import { isTyping } from './useArenaKeys';

/** Copies, cuts and pastes what is chosen by the keys and menus of the browser, also into other levels and games. */
export function DeskClipboard() {
  const desk = useDesk();
  useEffect(() => {
    const take = (event: ClipboardEvent) => {
      if (isText(event) || !document.getSelection()?.isCollapsed) return;
      const copied = event.type === 'cut' ? cutSelection(desk) : copySelection(desk);
      if (!copied) return;
      event.clipboardData?.setData('text/plain', copied.text);
      event.preventDefault();
      sayCopied(event.type === 'cut', copied.what);
    };
    const put = (event: ClipboardEvent) => {
      if (isText(event) || desk.tries.state.status !== 'off') return;
      event.preventDefault();
      paste(desk, event.clipboardData?.getData('text/plain') ?? '');
    };
    document.addEventListener('copy', take);
    document.addEventListener('cut', take);
    document.addEventListener('paste', put);
    return () => {
      document.removeEventListener('copy', take);
      document.removeEventListener('cut', take);
      document.removeEventListener('paste', put);
    };
  }, [desk]);
  return null;
}

function isText(event: ClipboardEvent): boolean {
  return event.defaultPrevented || isTyping(event);
}

function sayCopied(isCut: boolean, what: string): void {
  notifications.show({ message: `${isCut ? 'Cut' : 'Copied'}: ${what}. Paste it here, or in another level or game.` });
}

function paste(desk: Desk, text: string): void {
  const outcome = pasteText(desk, text);
  if ('fault' in outcome) {
    notifications.show({ color: 'clay', title: outcome.fault.message, message: outcome.fault.hint });
    return;
  }
  const { ids, brought } = outcome.pasted;
  const along = brought.length > 0 ? ` Brought along: ${brought.join(', ')}.` : '';
  notifications.show({ message: `Pasted ${ids.length === 1 ? 'one thing' : `${ids.length} things`}.${along}` });
}

/** As the keys do, for those who look for it by name. */
export async function copyByName(desk: Desk, isCut: boolean): Promise<void> {
  const copied = isCut ? cutSelection(desk) : copySelection(desk);
  if (!copied) {
    notifications.show({
      color: 'clay',
      title: 'Nothing is chosen',
      message: 'Select pieces, marks or an area first.',
    });
    return;
  }
  await navigator.clipboard.writeText(copied.text);
  sayCopied(isCut, copied.what);
}

export async function pasteByName(desk: Desk): Promise<void> {
  try {
    paste(desk, await navigator.clipboard.readText());
  } catch {
    notifications.show({
      color: 'clay',
      title: 'The browser does not let the clipboard be read',
      message: 'Press Ctrl+V instead.',
    });
  }
}
