'use client';

import type { EditorView } from '@codemirror/view';
import { quickFix, type Diagnostic, type TextEdit } from '@/core/index';
import css from './desk.module.css';

/** Everything that is wrong with a text, each with its place and, where one is plain, its quick fix. */
export function TextProblems({
  text,
  faults,
  editor,
  onFix,
}: {
  text: string;
  faults: readonly Diagnostic[];
  editor: EditorView | undefined;
  onFix: (title: string, edits: TextEdit[]) => void;
}) {
  if (faults.length === 0) return null;
  return (
    <div className={css.problems} role="list" aria-label="Faults of this script">
      {faults.map((fault, index) => {
        const fix = quickFix(text, fault);
        const { span } = fault.where;
        return (
          <div className={css.problem} key={index} role="listitem">
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
              <button type="button" className="act one-line" onClick={() => onFix(fix.title, fix.edits)}>
                {fix.title.replace(/`/g, '')}
              </button>
            )}
          </div>
        );
      })}
    </div>
  );
}
