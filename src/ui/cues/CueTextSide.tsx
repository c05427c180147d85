'use client';

import { CloseButton } from '@mantine/core';
import type { EditorView } from '@codemirror/view';
import { useEffect, useRef, useState } from 'react';
import { applyEdits, checkLevelCues, commands, type Diagnostic } from '@/core/index';
import { useDesk, useFollowed } from '../desk/DeskContext';
import { TextProblems } from '../desk/TextProblems';
import { openEditor } from '../editor/openEditor';
import { CueForms } from './CueForms';
import { cueSource, cueTextOf, type CueBlockType } from './cueSource';
import styles from './cues.module.css';

/** The cues as text or as forms, with what is wrong with them. */
export function CueTextSide({
  faults,
  onAdd,
  onClose,
}: {
  /** What is wrong although the text is without errors. */
  faults: readonly Diagnostic[];
  onAdd: (type: CueBlockType) => void;
  onClose: () => void;
}) {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const levelId = useFollowed(session, (state) => state.levelId);
  const level = commands.levelIn(game, levelId);
  const text = cueTextOf(level);
  const verdict = checkLevelCues(game, level);
  const [editor, setEditor] = useState<EditorView>();
  const [page, setPage] = useState<'text' | 'form'>('text');
  return (
    <section aria-label="Cues as text" className={styles.texts}>
      <div className={`band ${styles.head}`}>
        <AddBlocks hasRules={verdict?.checked?.rules !== undefined} onAdd={onAdd} />
        <div className="rest" />
        {(['text', 'form'] as const).map((option) => (
          <button
            key={option}
            type="button"
            className="chip"
            aria-pressed={page === option}
            data-on={page === option || undefined}
            onClick={() => setPage(option)}
          >
            {option === 'text' ? 'Text' : 'Form'}
          </button>
        ))}
        <CloseButton size="sm" aria-label="Close the cues" onClick={onClose} />
      </div>
      {page === 'text' ? <CueText onEditor={setEditor} /> : <CueForms />}
      <TextProblems
        text={text}
        faults={verdict?.checked ? faults : (verdict?.diagnostics ?? [])}
        editor={editor}
        onFix={(title, edits) =>
          session.change(title, (draft) => commands.setCues(draft, levelId, applyEdits(text, edits)))
        }
      />
    </section>
  );
}

function AddBlocks({ hasRules, onAdd }: { hasRules: boolean; onAdd: (type: CueBlockType) => void }) {
  return (['spawner', 'waves', 'rules'] as const).map((type) => (
    <button
      key={type}
      type="button"
      className="chip"
      aria-label={`Add ${type === 'spawner' ? 'a spawner' : type}`}
      disabled={type === 'rules' && hasRules}
      onClick={() => onAdd(type)}
    >
      + {type}
    </button>
  ));
}

function CueText({ onEditor }: { onEditor: (editor: EditorView) => void }) {
  const { session } = useDesk();
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (!box.current) return;
    const opened = openEditor(box.current, session, cueSource(session), () => undefined);
    onEditor(opened.editor);
    return opened.close;
  }, [session, onEditor]);
  return <div ref={box} data-testid="script" className={styles.editor} />;
}
