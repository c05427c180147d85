'use client';

import { Button } from '@mantine/core';
import { useMemo, useState } from 'react';
import { commands, kindOf, kindsToMeet, type GameDocument } from '@/core/index';
import { useDesk, useFollowed } from '../DeskContext';
import { ChipList } from './ChipList';
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
          onClick={() => add('Add a kind', (draft) => commands.addKind(draft, 'New kind', commands.freshTint(draft)))}
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
  const { game, levelId } = useFollowed(session, (state) => state);
  const here = useMemo(() => {
    const level = game.levels.find(({ id }) => id === levelId);
    return new Set(level ? kindsToMeet(game, level).map(({ id }) => id) : []);
  }, [game, levelId]);
  const entries = game.cast.map(({ id, name, varies }) => ({
    ...{ id, name, isHere: here.has(id) },
    title: varies ? `varies ${kindOf(game, varies)?.name ?? varies}` : 'a kind of its own',
    sign: (
      <>
        <span className={`tinted ${styles.dot}`} style={{ background: kindOf(game, id)?.tint }} />
        {varies && <span className="quiet">↳ </span>}
      </>
    ),
  }));
  return <ChipList label="Kinds" entries={entries} chosen={chosen} onChoose={onChoose} />;
}
