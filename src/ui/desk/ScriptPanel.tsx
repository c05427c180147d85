'use client';

import { CloseButton } from '@mantine/core';
import { autocompletion, closeBrackets, closeBracketsKeymap, completionKeymap } from '@codemirror/autocomplete';
import { defaultKeymap, indentWithTab } from '@codemirror/commands';
import { bracketMatching, indentOnInput } from '@codemirror/language';
import { lintGutter, lintKeymap } from '@codemirror/lint';
import { searchKeymap } from '@codemirror/search';
import { EditorState } from '@codemirror/state';
import { drawSelection, EditorView, highlightActiveLine, keymap, lineNumbers } from '@codemirror/view';
import { useEffect, useRef } from 'react';
import { commands, type GameDocument } from '@/core/index';
import type { DeskSession } from '../editor/deskSession';
import { scriptLanguage } from '../editor/scriptLanguage';
import { useDesk, useFollowed } from './DeskContext';

/** Typing that rests for this long becomes one step back. */
const TYPING_REST_MS = 700;

/** The script of a behavior beside the arena. What is typed is in the level at once; undo is the desk's. */
export function ScriptPanel({ scriptId, onClose }: { scriptId: string; onClose: () => void }) {
  const { session } = useDesk();
  const box = useRef<HTMLDivElement>(null);
  const users = useFollowed(session, (state) => state.game.cast).filter((kind) => kind.behavior === scriptId);
  useEffect(() => (box.current ? openEditor(box.current, session, scriptId) : undefined), [session, scriptId]);
  return (
    <section
      aria-label={`Script ${scriptId}`}
      style={{
        display: 'flex',
        flexDirection: 'column',
        minHeight: 0,
        background: 'var(--paper)',
        borderRight: '1px solid var(--layer)',
      }}
    >
      <div className="band" style={{ display: 'flex', alignItems: 'center', gap: 10, padding: '7px 12px' }}>
        <b>{scriptId}</b>
        <span className="quiet">followed by {users.map((kind) => kind.name).join(', ') || 'nobody'}</span>
        <div style={{ flex: 1 }} />
        <CloseButton size="sm" aria-label="Close the script" onClick={onClose} />
      </div>
      <div ref={box} data-testid="script" style={{ flex: 1, minHeight: 0, overflow: 'hidden' }} />
    </section>
  );
}

function textOf(game: GameDocument, scriptId: string): string {
  return game.scripts.find((script) => script.id === scriptId)?.lines.join('\n') ?? '';
}

/** Ties an editor to the script in the session, both ways; gives the function that unties it. */
function openEditor(parent: HTMLElement, session: DeskSession, scriptId: string): () => void {
  let rest: ReturnType<typeof setTimeout> | undefined;
  let isTakingOver = false;
  const endTyping = () => {
    clearTimeout(rest);
    session.finishGesture('Edit script');
  };
  const editor = new EditorView({
    parent,
    state: EditorState.create({
      doc: textOf(session.state.game, scriptId),
      extensions: [
        lineNumbers(),
        lintGutter(),
        drawSelection(),
        EditorView.lineWrapping,
        highlightActiveLine(),
        indentOnInput(),
        bracketMatching(),
        closeBrackets(),
        autocompletion(),
        keymap.of([
          ...closeBracketsKeymap,
          ...defaultKeymap,
          ...searchKeymap,
          ...completionKeymap,
          ...lintKeymap,
          indentWithTab,
        ]),
        scriptLanguage(),
        EditorView.contentAttributes.of({ 'aria-label': `Text of ${scriptId}` }),
        EditorView.updateListener.of((update) => {
          if (!update.docChanged || isTakingOver) return;
          const text = update.state.doc.toString();
          session.preview('Edit script', (draft) => commands.setScript(draft, scriptId, text));
          clearTimeout(rest);
          rest = setTimeout(endTyping, TYPING_REST_MS);
        }),
        EditorView.domEventHandlers({ blur: endTyping }),
      ],
    }),
  });
  const end = session.store.subscribe((state, before) => {
    if (state.game === before.game) return;
    const text = textOf(state.game, scriptId);
    if (text === editor.state.doc.toString()) return;
    isTakingOver = true;
    editor.dispatch({ changes: smallestChange(editor.state.doc.toString(), text) });
    isTakingOver = false;
  });
  editor.focus();
  return () => {
    endTyping();
    end();
    editor.destroy();
  };
}

/** The one stretch in which two texts differ, so that the caret stays where it can. */
function smallestChange(before: string, after: string): { from: number; to: number; insert: string } {
  let from = 0;
  while (from < before.length && from < after.length && before[from] === after[from]) from++;
  let end = 0;
  while (
    end < before.length - from &&
    end < after.length - from &&
    before[before.length - 1 - end] === after[after.length - 1 - end]
  )
    end++;
  return { from, to: before.length - end, insert: after.slice(from, after.length - end) };
}
