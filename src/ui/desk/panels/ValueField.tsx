'use client';

import { useState } from 'react';

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
    <div style={{ flex: 1, minWidth: 0 }}>
      <input
        className="mono value-field"
        style={{ width: '100%', boxSizing: 'border-box' }}
        aria-label={label}
        aria-invalid={fault !== undefined}
        placeholder={placeholder}
        value={draft ?? value}
        onChange={(event) => setDraft(event.currentTarget.value)}
        onBlur={commit}
        onKeyDown={(event) => {
          if (event.key === 'Enter') event.currentTarget.blur();
          if (event.key === 'Escape') giveUp();
        }}
      />
      {fault && (
        <div role="alert" className="bad" style={{ fontSize: 11.5 }}>
          {fault}{' '}
          <button type="button" className="act" onClick={giveUp}>
            Leave it as it was
          </button>
        </div>
      )}
    </div>
  );
}
