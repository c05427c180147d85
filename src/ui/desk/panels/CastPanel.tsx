'use client';

import { Button } from '@mantine/core';
import { useState } from 'react';
import { commands, kindOf, type GameDocument } from '@/core/index';
import { useDesk, useFollowed } from '../DeskContext';
import { KindForm } from './KindForm';
import styles from './panels.module.css';
import { SidePanel } from './SidePanel';

/** The cast of the game: every kind, what it takes from the one it varies, and what it overrides. */
export function CastPanel({
  shown,
  onClose,
  onOpenScript,
}: {
  /** The kind that is shown first; else that of the selection. */
  shown?: string;
  onClose: () => void;
  onOpenScript: (id: string) => void;
}) {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const selection = useFollowed(session, (state) => state.selection);
  const [chosen, setChosen] = useState(shown);
  const ofSelection = session.level.pieces.find((piece) => selection.includes(piece.id))?.kind;
  const id = game.cast.some((kind) => kind.id === chosen) ? chosen! : (ofSelection ?? game.cast[0].id);
  const kind = kindOf(game, id)!;
  const add = (label: string, make: (draft: GameDocument) => string) => {
    let added = '';
    session.change(label, (draft) => {
      added = make(draft);
    });
    setChosen(added);
  };
  return (
    <SidePanel title="Cast" note={`${game.cast.length} kinds, for all levels`} onClose={onClose}>
      <KindList chosen={id} onChoose={setChosen} />
      <div className={styles.acts}>
        <Button
          size="compact-xs"
          variant="light"
          onClick={() => add(`Vary ${kind.name}`, (draft) => commands.varyKind(draft, id, `Other ${kind.name}`))}
        >
          Vary {kind.name}
        </Button>
        <Button
          size="compact-xs"
          variant="light"
          onClick={() => add('Add a kind', (draft) => commands.addKind(draft, 'New kind', '#6d4c41'))}
        >
          Add a kind
        </Button>
      </div>
      <KindForm
        key={id}
        kind={kind}
        entry={game.cast.find((entry) => entry.id === id)!}
        onOpenScript={onOpenScript}
        onChoose={setChosen}
      />
    </SidePanel>
  );
}

function KindList({ chosen, onChoose }: { chosen: string; onChoose: (id: string) => void }) {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  return (
    <div role="listbox" aria-label="Kinds" className={styles.kinds}>
      {game.cast.map((entry) => (
        <button
          key={entry.id}
          type="button"
          role="option"
          aria-selected={entry.id === chosen}
          className="chip"
          data-on={entry.id === chosen || undefined}
          title={entry.varies ? `varies ${kindOf(game, entry.varies)?.name ?? entry.varies}` : 'a kind of its own'}
          onClick={() => onChoose(entry.id)}
        >
          <span className={styles.dot} style={{ background: kindOf(game, entry.id)?.tint }} />
          {entry.varies && <span className="quiet">↳ </span>}
          {entry.name}
        </button>
      ))}
    </div>
  );
}
