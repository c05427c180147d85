'use client';

import { useState } from 'react';
import css from './panels.module.css';

/**
 * A value as it stands in the script: a number with its unit, a knob, or arithmetic of both. What would be a fault is not
 * written: it stays in the field, with what is wrong below it.
 */
export function ValueField({
  label,
  value,
  placeholder,
  onCommit,
}: {
  label: string;
  value: string;
  placeholder?: string;
  onCommit: (value: string) => string | undefined;
}) {
  const [draft, setDraft] = useState<string>();
  const [fault, setFault] = useState<string>();
  const commit = () => {
    const next = draft?.trim();
    const refused = next !== undefined && next !== value ? onCommit(next) : undefined;
    setFault(refused);
    if (refused === undefined) setDraft(undefined);
  };
  const giveUp = () => {
    setDraft(undefined);
    setFault(undefined);
  };
  return (
    <div className={css.grow}>
      <textarea
        className={`mono value-field ${css.textField}`}
        rows={1}
        // As high as what stands in it, so that nothing of a long condition is cut.
        aria-label={label}
        aria-invalid={fault !== undefined}
        placeholder={placeholder}
        value={draft ?? value}
        onChange={(event) => setDraft(event.currentTarget.value.replace(/\s*\n\s*/g, ' '))}
        onBlur={commit}
        onKeyDown={(event) => {
          if (event.key === 'Enter') {
            event.preventDefault();
            event.currentTarget.blur();
          }
          if (event.key === 'Escape') giveUp();
        }}
      />
      {fault && (
        <div role="alert" className="bad small">
          {fault}{' '}
          <button type="button" className="act" onClick={giveUp}>
            Leave it as it was
          </button>
        </div>
      )}
    </div>
  );
}
