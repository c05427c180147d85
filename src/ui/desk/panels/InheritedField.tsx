'use client';

import type { ReactNode } from 'react';
import { ancestorsOf, commands, type InheritedField as FieldName, type KindEntry } from '@/core/index';
import { useDesk, useFollowed } from '../DeskContext';
import { Row } from './fields';
import styles from './panels.module.css';

/** One field of a kind: its own, or taken from another, which is said and can be returned to. */
export function InheritedField({
  entry,
  field,
  label,
  hint,
  children,
}: {
  entry: KindEntry;
  field: FieldName;
  label: string;
  hint?: string;
  children: ReactNode;
}) {
  const { session } = useDesk();
  const base = useFollowed(session, (state) => ancestorsOf(state.game.cast, entry.id).at(0)?.name);
  const isOwn = entry[field] !== undefined;
  const isNeeded = base === undefined && (field === 'tags' || field === 'radius' || field === 'tint');
  return (
    <div className={base && isOwn ? styles.own : styles.taken}>
      <Row label={label} hint={hint}>
        {children}
        <div className="rest" />
        {isOwn && !isNeeded && (
          <button
            type="button"
            className="act"
            aria-label={base ? `Return ${label} to that of ${base}` : `Take ${label} away`}
            title={base ? `Back to that of ${base}` : 'Back to what is usual'}
            onClick={() =>
              session.change(`Return ${label}`, (draft) => commands.inheritKindField(draft, entry.id, field))
            }
          >
            ↺
          </button>
        )}
        {!isOwn && base && <span className="quiet one-line">as {base}</span>}
      </Row>
    </div>
  );
}
