import { helpQuestion, type FocusedAt } from '../editor/helpQuestion';
import type { Desk } from './DeskContext';

/** Opens the help beside the desk, at what is written, filled in or selected just now. */
export function openHelp({ session }: Pick<Desk, 'session'>): void {
  const { selection, tool } = session.state;
  const selected = selection.length > 0 ? 'piece' : tool === 'select' ? '' : tool;
  const question = helpQuestion(focusedAt(), selected);
  window.open(question ? `/help?find=${encodeURIComponent(question)}` : '/help', 'gorge-help');
}

function focusedAt(): FocusedAt {
  const focused = document.activeElement;
  if (focused instanceof HTMLInputElement || focused instanceof HTMLTextAreaElement)
    return { label: focused.labels?.[0]?.textContent ?? focused.ariaLabel ?? undefined };
  if (!(focused instanceof HTMLElement) || !focused.isContentEditable) return {};
  const selection = window.getSelection();
  const line = selection?.focusNode?.textContent ?? '';
  return { line: { text: line, caret: selection?.focusOffset ?? 0 } };
}
