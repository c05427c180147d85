'use client';

import { CloseButton } from '@mantine/core';
import type { ReactNode } from 'react';

/** A list or table of the game beside the arena, so that every change shows in the Reading at once. */
export function SidePanel({
  title,
  note,
  onClose,
  children,
}: {
  title: string;
  note?: ReactNode;
  onClose: () => void;
  children: ReactNode;
}) {
  return (
    <section
      aria-label={title}
      style={{
        display: 'flex',
        flexDirection: 'column',
        minHeight: 0,
        minWidth: 0,
        background: 'var(--paper)',
        borderRight: '1px solid var(--layer)',
      }}
    >
      <div className="band" style={{ display: 'flex', alignItems: 'center', gap: 10, padding: '7px 12px' }}>
        <b>{title}</b>
        <span className="quiet" style={{ overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' }}>
          {note}
        </span>
        <div style={{ flex: 1 }} />
        <CloseButton size="sm" aria-label={`Close ${title}`} onClick={onClose} />
      </div>
      <div style={{ flex: 1, minHeight: 0, overflow: 'auto', padding: '8px 12px 14px' }}>{children}</div>
    </section>
  );
}
