'use client';

import { CloseButton } from '@mantine/core';
import { autocompletion, closeBrackets, closeBracketsKeymap, completionKeymap } from '@codemirror/autocomplete';
import { defaultKeymap, indentWithTab } from '@codemirror/commands';
import { bracketMatching, indentOnInput } from '@codemirror/language';
import { lintGutter, lintKeymap } from '@codemirror/lint';
import { searchKeymap } from '@codemirror/search';
import { EditorState } from '@codemirror/state';
import { drawSelection, EditorView, highlightActiveLine, keymap, lineNumbers } from '@codemirror/view';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import {
  applyEdits,
  commands,
  outlineScript,
  quickFix,
  rename,
  resolvedCast,
  type Explanation,
  type GameDocument,
  type GameNames,
} from '@/core/index';
import { checkedScriptsOf } from '../editor/composePicture';
import type { DeskSession } from '../editor/deskSession';
import { scriptLanguage, setLiveLines } from '../editor/scriptLanguage';
import { useDesk, useFollowed } from './DeskContext';

/** Typing that rests for this long becomes one step back. */
const TYPING_REST_MS = 700;

/** The script of a behavior. What is typed is in the level at once; undo is the desk's. */
export function ScriptPanel({
  scriptId,
  onClose,
  onBench,
  tools,
  live,
}: {
  scriptId: string;
  onClose: () => void;
  /** Opens the diagram and the proving ground beside it; left out where they are already open. */
  onBench?: () => void;
  tools?: ReactNode;
  /** What somebody who follows this behavior is at just now. */
  live?: Explanation;
}) {
  const { session } = useDesk();
  const box = useRef<HTMLDivElement>(null);
  const [editor, setEditor] = useState<EditorView>();
  const [word, setWord] = useState('');
  const users = useFollowed(session, (state) => state.game.cast).filter((kind) => kind.behavior === scriptId);
  useEffect(() => {
    if (!box.current) return;
    const opened = openEditor(box.current, session, scriptId, setWord);
    setEditor(opened.editor);
    return opened.close;
  }, [session, scriptId]);
  const places = live ? livePlaces(textOf(session.state.game, scriptId), live) : [];
  const key = JSON.stringify(places);
  useEffect(() => {
    editor?.dispatch({ effects: setLiveLines.of(JSON.parse(key) as typeof places) });
  }, [editor, key]);
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
      <div
        className="band"
        style={{ display: 'flex', alignItems: 'center', gap: 10, padding: '5px 12px', minHeight: 30 }}
      >
        {tools ?? (
          <>
            <b>{scriptId}</b>
            <span className="quiet">followed by {users.map((kind) => kind.name).join(', ') || 'nobody'}</span>
          </>
        )}
        <div style={{ flex: 1 }} />
        {onBench && (
          <button
            type="button"
            className="chip"
            title="Diagram, forms and proving ground beside the text"
            onClick={onBench}
          >
            Bench
          </button>
        )}
        <CloseButton size="sm" aria-label="Close the script" onClick={onClose} />
      </div>
      <div ref={box} data-testid="script" style={{ flex: 1, minHeight: 0, overflow: 'hidden' }} />
      <NameBar scriptId={scriptId} word={word} editor={editor} />
      <Problems scriptId={scriptId} editor={editor} />
    </section>
  );
}

/** Where the state that is live stands in the text, and those of its transitions that hold. */
function livePlaces(text: string, live: Explanation): { from: number; holds: boolean }[] {
  const state = outlineScript(text)?.states.find(({ name }) => name === live.state);
  if (!state) return [];
  const held = state.transitions.filter((_, index) => live.transitions[index]?.condition.holds === true);
  return [
    { from: state.nameSpan.from, holds: false },
    ...held.map(({ condition }) => ({ from: condition.from, holds: true })),
  ];
}

/** What the caret is on, when it is a state or a number: it can be renamed everywhere. */
function NameBar({ scriptId, word, editor }: { scriptId: string; word: string; editor: EditorView | undefined }) {
  const { session } = useDesk();
  const [draft, setDraft] = useState<string>();
  const text = useFollowed(session, (state) => textOf(state.game, scriptId));
  const outline = outlineScript(text);
  const isState = outline?.states.some(({ name }) => name === word);
  const isNumber = [...(outline?.knobs ?? []), ...(outline?.memory ?? [])].some(({ name }) => name === word);
  if (!isState && !isNumber) return null;
  const commit = () => {
    const next = draft?.trim() ?? '';
    setDraft(undefined);
    const edits = rename(text, word, next);
    if (edits.length === 0) return;
    session.change(`Rename ${word}`, (draftGame) => commands.setScript(draftGame, scriptId, applyEdits(text, edits)));
    editor?.focus();
  };
  return (
    <div
      className="quiet"
      style={{
        display: 'flex',
        alignItems: 'center',
        gap: 8,
        padding: '3px 12px',
        borderTop: '1px solid var(--layer)',
      }}
    >
      {isState ? 'state' : 'number'} <b style={{ color: 'var(--ink)' }}>{word}</b> rename everywhere to
      <input
        className="value-field"
        style={{ width: 110 }}
        aria-label={`Rename ${word} to`}
        value={draft ?? word}
        onChange={(event) => setDraft(event.currentTarget.value)}
        onKeyDown={(event) => {
          if (event.key === 'Enter') commit();
          if (event.key === 'Escape') setDraft(undefined);
        }}
        onBlur={() => setDraft(undefined)}
      />
    </div>
  );
}

/** Everything that is wrong with this script, each with its place and, where one is plain, its quick fix. */
function Problems({ scriptId, editor }: { scriptId: string; editor: EditorView | undefined }) {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const text = textOf(game, scriptId);
  const faults = checkedScriptsOf(game).get(scriptId)?.diagnostics ?? [];
  if (faults.length === 0) return null;
  return (
    <div
      role="list"
      aria-label="Faults of this script"
      style={{ maxHeight: 128, overflow: 'auto', borderTop: '1px solid var(--layer)', padding: '4px 12px' }}
    >
      {faults.map((fault, index) => {
        const fix = quickFix(text, fault);
        const { span } = fault.where;
        return (
          <div key={index} role="listitem" style={{ display: 'flex', gap: 8, alignItems: 'baseline', marginTop: 2 }}>
            <button
              type="button"
              className="act"
              title={fault.hint}
              style={{ textAlign: 'left', color: fault.severity === 'error' ? 'var(--clay)' : 'var(--ochre)' }}
              onClick={() => {
                editor?.dispatch({
                  selection: { anchor: Math.min(span?.from ?? 0, text.length) },
                  scrollIntoView: true,
                });
                editor?.focus();
              }}
            >
              {span?.line ?? 1}: {fault.message}
            </button>
            {fix && (
              <button
                type="button"
                className="act"
                style={{ whiteSpace: 'nowrap' }}
                onClick={() =>
                  session.change(fix.title, (draft) => commands.setScript(draft, scriptId, applyEdits(text, fix.edits)))
                }
              >
                {fix.title.replace(/`/g, '')}
              </button>
            )}
          </div>
        );
      })}
    </div>
  );
}

export function textOf(game: GameDocument, scriptId: string): string {
  return game.scripts.find((script) => script.id === scriptId)?.lines.join('\n') ?? '';
}

/** Names of the game that a script can use. */
function namesOf(session: DeskSession): GameNames {
  const { game } = session.state;
  const tags = [...resolvedCast(game).values()].flatMap((kind) => kind.tags);
  return {
    targets: [...new Set(['player', ...tags])],
    grounds: game.terrain.map(({ id }) => id),
    marks: session.level.marks.map(({ id }) => id),
    kinds: game.cast.map(({ id }) => id),
    behaviors: game.scripts.map(({ id }) => id),
  };
}

/** Ties an editor to the script in the session, both ways; gives the function that unties it. */
function openEditor(
  parent: HTMLElement,
  session: DeskSession,
  scriptId: string,
  onWord: (word: string) => void,
): { editor: EditorView; close: () => void } {
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
        // A list that comes up is meant at once; it never comes up where Enter ends a line.
        autocompletion({ interactionDelay: 0 }),
        keymap.of([
          ...closeBracketsKeymap,
          ...defaultKeymap,
          ...searchKeymap,
          ...completionKeymap,
          ...lintKeymap,
          indentWithTab,
        ]),
        scriptLanguage({
          names: () => namesOf(session),
          faults: () => checkedScriptsOf(session.state.game).get(scriptId)?.diagnostics ?? [],
        }),
        EditorView.contentAttributes.of({ 'aria-label': `Text of ${scriptId}` }),
        EditorView.updateListener.of((update) => {
          if (update.docChanged || update.selectionSet) onWord(wordAt(update.state));
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
  const close = () => {
    endTyping();
    end();
    editor.destroy();
  };
  return { editor, close };
}

/** The word on which the caret is. */
function wordAt(state: EditorState): string {
  const { head } = state.selection.main;
  const range = state.wordAt(head);
  return range ? state.sliceDoc(range.from, range.to) : '';
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
