'use client';

import { Button } from '@mantine/core';
import { useState } from 'react';
import { commands } from '@/core/index';
import { useDesk, useFollowed } from '../DeskContext';
import { describeGround } from '../describeGround';
import { ChipList } from './ChipList';
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
  const here = new Set(session.level.map.join(''));
  const entries = game.terrain.map((entry) => ({
    ...{ id: entry.id, name: entry.name, isHere: here.has(entry.glyph), title: describeGround(entry) },
    sign: <GroundSwatch ground={entry} />,
  }));
  return (
    <SidePanel title="Ground" note={`${game.terrain.length} types, for all levels`} onClose={onClose}>
      <ChipList
        label="Types of ground"
        entries={entries}
        chosen={ground.id}
        onChoose={(id) => {
          setChosen(id);
          session.store.setState({ brush: game.terrain.find((entry) => entry.id === id)!.glyph });
        }}
      />
      <div className={styles.acts}>
        <Button size="compact-xs" variant="light" onClick={add} disabled={game.terrain.length >= 60}>
          Add a ground
        </Button>
      </div>
      <GroundForm key={ground.id} ground={ground} onChoose={setChosen} />
    </SidePanel>
  );
}
