'use client';

import { CloseButton } from '@mantine/core';
import type { EditorView } from '@codemirror/view';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import {
  applyEdits,
  commands,
  outlineScript,
  rename,
  resolvedCast,
  type Explanation,
  type GameDocument,
  type GameNames,
} from '@/core/index';
import { checkedScriptsOf } from '../editor/composePicture';
import type { DeskSession } from '../editor/deskSession';
import { openEditor, type TextSource } from '../editor/openEditor';
import { scriptLanguage, setLiveLines } from '../editor/scriptLanguage';
import { TextProblems } from './TextProblems';
import { useDesk, useFollowed } from './DeskContext';
import css from './desk.module.css';

interface ScriptPanelProps {
  scriptId: string;
  onClose: () => void;
  /** Opens the diagram and the proving ground beside it; left out where they are already open. */
  onBench?: () => void;
  tools?: ReactNode;
  /** What somebody who follows this behavior is at just now. */
  live?: Explanation;
}

/** The script of a behavior. What is typed is in the level at once; undo is the desk's. */
export function ScriptPanel({ scriptId, onClose, onBench, tools, live }: ScriptPanelProps) {
  const { session } = useDesk();
  const [word, setWord] = useState('');
  const { box, editor } = useScriptEditor(scriptId, live, setWord);
  const game = useFollowed(session, (state) => state.game);
  const text = textOf(game, scriptId);
  return (
    <section aria-label={`Script ${scriptId}`} className={css.script}>
      <div className={`band ${css.scriptHead}`}>
        {tools ?? <Followers game={game} scriptId={scriptId} />}
        <div className="rest" />
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
      <div ref={box} data-testid="script" className={css.scriptText} />
      <NameBar scriptId={scriptId} word={word} editor={editor} />
      <TextProblems
        text={text}
        faults={checkedScriptsOf(game).get(scriptId)?.diagnostics ?? []}
        editor={editor}
        onFix={(title, edits) =>
          session.change(title, (draft) => commands.setScript(draft, scriptId, applyEdits(text, edits)))
        }
      />
    </section>
  );
}

/** Opens the editor in `box`; the lines that are live just now are lit in it. */
function useScriptEditor(scriptId: string, live: Explanation | undefined, onWord: (word: string) => void) {
  const { session } = useDesk();
  const box = useRef<HTMLDivElement>(null);
  const [editor, setEditor] = useState<EditorView>();
  useEffect(() => {
    if (!box.current) return;
    const opened = openEditor(box.current, session, scriptSource(session, scriptId), onWord);
    setEditor(opened.editor);
    return opened.close;
  }, [session, scriptId, onWord]);
  const places = live ? livePlaces(textOf(session.state.game, scriptId), live) : [];
  const key = JSON.stringify(places);
  useEffect(() => {
    editor?.dispatch({ effects: setLiveLines.of(JSON.parse(key) as typeof places) });
  }, [editor, key]);
  return { box, editor };
}

function Followers({ game, scriptId }: { game: GameDocument; scriptId: string }) {
  const users = game.cast.filter((kind) => kind.behavior === scriptId);
  return (
    <>
      <b>{scriptId}</b>
      <span className="quiet">followed by {users.map((kind) => kind.name).join(', ') || 'nobody'}</span>
    </>
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
    <div className={`quiet ${css.nameBar}`}>
      {isState ? 'state' : 'number'} <b className={css.word}>{word}</b> rename everywhere to
      <input
        className={`value-field ${css.newName}`}
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

export function textOf(game: GameDocument, scriptId: string): string {
  return game.scripts.find((script) => script.id === scriptId)?.lines.join('\n') ?? '';
}

/** The script of a behavior as a text to be edited. */
function scriptSource(session: DeskSession, scriptId: string): TextSource {
  return {
    label: `Text of ${scriptId}`,
    change: 'Edit script',
    read: (game) => textOf(game, scriptId),
    write: (draft, text) => commands.setScript(draft, scriptId, text),
    language: scriptLanguage({
      names: () => namesOf(session),
      faults: () => checkedScriptsOf(session.state.game).get(scriptId)?.diagnostics ?? [],
    }),
  };
}

/** Names of the game that a script can use. */
function namesOf(session: DeskSession): GameNames {
  const { game } = session.state;
  const tags = [...resolvedCast(game).values()].flatMap((kind) => kind.names);
  return {
    targets: [...new Set(['player', ...tags])],
    grounds: game.terrain.map(({ id }) => id),
    marks: session.level.marks.map(({ id }) => id),
    kinds: game.cast.map(({ id }) => id),
    behaviors: game.scripts.map(({ id }) => id),
  };
}
