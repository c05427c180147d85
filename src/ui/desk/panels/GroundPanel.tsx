'use client';

import { Button } from '@mantine/core';
import { useState } from 'react';
import { commands } from '@/core/index';
import { useDesk, useFollowed } from '../DeskContext';
import { describeGround } from '../describeGround';
import { GroundForm } from './GroundForm';
import { GroundSwatch } from './GroundSwatch';
import styles from './panels.module.css';
import { SidePanel } from './SidePanel';

/** The game's own list of ground types, and everything that each does. */
export function GroundPanel({ onClose }: { onClose: () => void }) {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const brush = useFollowed(session, (state) => state.brush);
  const [chosen, setChosen] = useState<string>();
  const ground =
    game.terrain.find((candidate) => candidate.id === chosen) ??
    game.terrain.find((candidate) => candidate.glyph === brush) ??
    game.terrain[0];
  const add = () => {
    let id = '';
    session.change('Add a ground', (draft) => {
      id = commands.addGround(draft, 'New ground');
    });
    setChosen(id);
  };
  return (
    <SidePanel title="Ground" note={`${game.terrain.length} types, for all levels`} onClose={onClose}>
      <div className={styles.chips}>
        <div role="listbox" aria-label="Types of ground" className={styles.options}>
          {game.terrain.map((entry) => (
            <button
              key={entry.id}
              type="button"
              role="option"
              aria-selected={entry.id === ground.id}
              title={describeGround(entry)}
              onClick={() => {
                setChosen(entry.id);
                session.store.setState({ brush: entry.glyph });
              }}
              className="chip"
              data-on={entry.id === ground.id || undefined}
            >
              <GroundSwatch ground={entry} /> {entry.name}
            </button>
          ))}
        </div>
        <Button size="compact-xs" variant="light" onClick={add} disabled={game.terrain.length >= 60}>
          Add a ground
        </Button>
      </div>
      <GroundForm key={ground.id} ground={ground} onChoose={setChosen} />
    </SidePanel>
  );
}
