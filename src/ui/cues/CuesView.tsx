'use client';

import { useState } from 'react';
import { checkLevelCues, commands, cueNumbers, USUAL_CLEAR_SECONDS } from '@/core/index';
import { useDesk, useFollowed } from '../desk/DeskContext';
import { CueAside } from './CueAside';
import { addCueBlock, cueTextOf, type CueBlockType } from './cueSource';
import { CueTextSide } from './CueTextSide';
import { OverTime } from './OverTime';
import { useCueTurning } from './useCueTurning';
import { useProjection } from './useProjection';

/** What arrives when: the cues as text, on a time line, and what they come to over many seeds. */
export function CuesView({ onClose }: { onClose: () => void }) {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const levelId = useFollowed(session, (state) => state.levelId);
  const level = commands.levelIn(game, levelId);
  const text = cueTextOf(level);
  const verdict = checkLevelCues(game, level);
  const [clearSeconds, setClearSeconds] = useState(USUAL_CLEAR_SECONDS);
  const { projection, faults, obstacle, isBusy, waitedMs } = useProjection(clearSeconds);
  const [selected, setSelected] = useState<string>();
  const { turn, drop } = useCueTurning();
  const hasCues = text.trim() !== '';
  const numbers = verdict?.checked ? cueNumbers(text, verdict.checked) : [];
  const shown = hasCues ? projection : undefined;
  const chosen = shown?.cues.find(({ name }) => name === selected) ?? shown?.cues[0];
  const add = (type: CueBlockType) => session.change(`Add ${type}`, (draft) => addCueBlock(draft, levelId, type));
  return (
    <div role="region" aria-label="Cues" className="three-rooms">
      <CueTextSide faults={faults} onAdd={add} onClose={onClose} />
      <OverTime
        hasCues={hasCues}
        isBroken={!verdict?.checked || obstacle !== undefined}
        shown={shown}
        obstacle={obstacle}
        isBusy={isBusy}
        waitedMs={waitedMs}
        chosen={chosen}
        numbers={numbers}
        clearSeconds={clearSeconds}
        onClearSeconds={setClearSeconds}
        onSelect={setSelected}
        onTurn={turn}
        onDrop={drop}
        onAdd={add}
      />
      <CueAside chosen={chosen} shown={shown} isBusy={isBusy} numbers={numbers} onTurn={turn} onDrop={drop} />
    </div>
  );
}
