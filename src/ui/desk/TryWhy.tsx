'use client';

import { useState } from 'react';
import { kindOf } from '@/core/index';
import { WhyList } from '../bench/WhyList';
import { useDesk, useFollowed } from './DeskContext';
import { SelectField } from './panels/fields';

/** While a try stands still: why a piece does what it does just then. */
export function TryWhy() {
  const { session, tries } = useDesk();
  const status = useFollowed(tries, (state) => state.status);
  useFollowed(tries, (state) => state.tick);
  const selection = useFollowed(session, (state) => state.selection);
  const [chosen, setChosen] = useState<string>();
  if (status !== 'frozen') return null;
  const { game } = session.state;
  const pieces = session.level.pieces.filter((piece) => kindOf(game, piece.kind)?.behavior);
  const id = [chosen, ...selection, pieces[0]?.id].find((candidate) => pieces.some((piece) => piece.id === candidate));
  const explanation = id === undefined ? undefined : tries.explain(id);
  if (!id || !explanation) return null;
  return (
    <section
      className="plate"
      aria-label="Why"
      style={{
        position: 'absolute',
        // The log stands at the left, the switches of the view at the bottom.
        right: 10,
        bottom: 44,
        width: 280,
        maxHeight: 260,
        overflow: 'auto',
        padding: '8px 10px',
        fontSize: 12,
      }}
    >
      <div style={{ display: 'flex', alignItems: 'center', gap: 8, marginBottom: 4 }}>
        <b>Why?</b>
        <SelectField
          label="Why of which piece"
          value={id}
          options={pieces.map((piece) => ({ value: piece.id, label: piece.name }))}
          onCommit={setChosen}
        />
      </div>
      <WhyList explanation={explanation} />
    </section>
  );
}
