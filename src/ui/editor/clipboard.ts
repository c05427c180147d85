import { cornerFor, placeClipping, readClipping, takeClipping, type Diagnostic, type Pasted } from '@/core/index';
import type { ArenaView } from './arenaView';
import type { DeskActions } from './deskActions';
import type { DeskSession } from './deskSession';

/** What copying and pasting acts on. */
export interface ClipboardTargets {
  session: DeskSession;
  actions: DeskActions;
  view: Pick<ArenaView, 'state'>;
}

/** What was copied, as text for the clipboard, and what it is in words; undefined where nothing is chosen. */
export function copySelection({ session }: ClipboardTargets): { text: string; what: string } | undefined {
  const { game, area, selection } = session.state;
  const clipping = takeClipping(game, session.level, area ? { area } : { ids: selection });
  if (!clipping) return undefined;
  const { pieces, marks, size } = clipping;
  const named = [...pieces, ...marks].map(({ name }) => name);
  const what = area
    ? `${size[0]} × ${size[1]} cells${sayMany(pieces.length, 'piece', ' with ')}${sayMany(marks.length, 'mark', ' and ')}`
    : named.length === 1
      ? named[0]
      : `${sayMany(pieces.length, 'piece', '')}${sayMany(marks.length, 'mark', pieces.length > 0 ? ' and ' : '')}`;
  return { text: JSON.stringify(clipping), what };
}

function sayMany(count: number, what: string, before: string): string {
  return count === 0 ? '' : `${before}${count} ${what}${count === 1 ? '' : 's'}`;
}

/** As {@link copySelection}; what was copied is taken away. */
export function cutSelection(targets: ClipboardTargets): ReturnType<typeof copySelection> {
  const copied = copySelection(targets);
  if (!copied) return undefined;
  if (targets.session.state.area) targets.actions.clearArea();
  else targets.actions.remove();
  return copied;
}

/** What came of pasting: what was put down, or why it could not be. */
export type PasteOutcome = { pasted: Pasted } | { fault: Diagnostic };

/**
 * Puts down what was copied, as one step, and selects it: about the pointer where that is over the arena, or else where it was, a cell
 * aside where it still is.
 */
export function pasteText({ session, view }: ClipboardTargets, text: string): PasteOutcome {
  const read = readClipping(text);
  if (!read.ok) return { fault: read.faults[0] };
  const clipping = read.value;
  const { pointer } = view.state;
  const [columns, rows] = clipping.size;
  const [column, row] = clipping.corner;
  const [first] = clipping.pieces;
  const isStillThere =
    first !== undefined &&
    session.level.pieces.some(
      ({ kind, at }) => kind === first.kind && at[0] === first.at[0] + column && at[1] === first.at[1] + row,
    );
  const aside = isStillThere ? 1 : 0;
  const wished = pointer
    ? { column: Math.round(pointer.x - columns / 2), row: Math.round(pointer.y - rows / 2) }
    : { column: column + aside, row: row + aside };
  let outcome: PasteOutcome | undefined;
  session.change('Paste', (draft) => {
    const result = placeClipping(draft, session.state.levelId, clipping, cornerFor(session.level, clipping, wished));
    outcome = result.ok ? { pasted: structuredClone(result.value) } : { fault: result.faults[0] };
  });
  // The change is made at once.
  const known = outcome!;
  if ('pasted' in known) {
    session.setTool('select');
    session.select(known.pasted.ids);
  }
  return known;
}
