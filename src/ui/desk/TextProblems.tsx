'use client';

import type { EditorView } from '@codemirror/view';
import { quickFix, type Diagnostic, type TextEdit } from '@/core/index';

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
                onClick={() => onFix(fix.title, fix.edits)}
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
