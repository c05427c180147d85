'use client';

import { SegmentedControl } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';
import { commands, type GameDocument } from '@/core/index';
import { useDesk } from '../DeskContext';
import { FromPicture } from './FromPicture';
import { FromSeed } from './FromSeed';
import { FromText } from './FromText';
import type { ApplyMap, Place } from './mapSource';
import { SidePanel } from './SidePanel';

type Source = 'picture' | 'text' | 'generator';

/** Ways to get a whole map at once: from a picture, from text, from a seed. */
export function BuildPanel({ onClose }: { onClose: () => void }) {
  const { session } = useDesk();
  const [source, setSource] = useState<Source>('picture');
  const apply: ApplyMap = (label, map, ends) => {
    session.change(label, (draft) => {
      const { levelId } = session.state;
      commands.replaceMap(draft, levelId, map);
      if (ends) putEnds(draft, levelId, ends);
    });
    notifications.show({
      color: 'moss',
      title: `${map[0].length} × ${map.length} cells`,
      message: 'Ctrl+Z takes it back.',
    });
  };
  return (
    <SidePanel title="Build" note="a whole map at once" onClose={onClose}>
      <SegmentedControl
        fullWidth
        size="xs"
        value={source}
        onChange={(value) => setSource(value as Source)}
        data={[
          { value: 'picture', label: 'From a picture' },
          { value: 'text', label: 'From text' },
          { value: 'generator', label: 'From a seed' },
        ]}
        aria-label="Where the map comes from"
      />
      {source === 'picture' && <FromPicture onApply={apply} />}
      {source === 'text' && <FromText onApply={apply} />}
      {source === 'generator' && <FromSeed onApply={apply} />}
    </SidePanel>
  );
}

/** Moves the player to the entrance and the exit mark to the exit. */
function putEnds(draft: GameDocument, levelId: string, { player, exit }: { player?: Place; exit?: Place }): void {
  const level = commands.levelIn(draft, levelId);
  const own = level.pieces.find((piece) => commands.isPlayer(draft, piece));
  if (player && own) own.at = [player.x, player.y];
  const mark = level.marks.find((candidate) => candidate.id === level.rules.winAt);
  if (exit && mark && 'area' in mark) mark.area = [Math.floor(exit.x), Math.floor(exit.y), 1, 1];
}
