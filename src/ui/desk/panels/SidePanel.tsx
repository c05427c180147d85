'use client';

import { CloseButton } from '@mantine/core';
import type { ReactNode } from 'react';
import css from './panels.module.css';

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
    <section className={css.panel} aria-label={title}>
      <div className={`band ${css.panelHead}`}>
        <b>{title}</b>
        <span className="quiet cut">{note}</span>
        <div className="rest" />
        <CloseButton size="sm" aria-label={`Close ${title}`} onClick={onClose} />
      </div>
      <div className={css.panelBody}>{children}</div>
    </section>
  );
}
