'use client';

import { Button } from '@mantine/core';
import { useState } from 'react';
import { partsFor, type ReadyPart } from '@/core/index';
import { layPart, placeForPart, type LayOutcome } from '../../editor/layPart';
import { useDesk, useFollowed } from '../DeskContext';
import css from './panels.module.css';
import { SidePanel } from './SidePanel';

interface Laid {
  part: ReadyPart;
  outcome: LayOutcome;
}

/** Parts that are laid into the level whole, each explained; afterwards they are pieces, cues and text like all others. */
export function PartsPanel({ onClose, onOpenCues }: { onClose: () => void; onOpenCues: () => void }) {
  const { session } = useDesk();
  const state = useFollowed(session, (own) => own);
  const level = state.game.levels.find(({ id }) => id === state.levelId);
  const [last, setLast] = useState<Laid>();
  if (!level) return null;
  const justLaid = last && 'laid' in last.outcome ? last.outcome.laid.pieces : [];
  const { where, at } = placeForPart(state, justLaid);
  return (
    <SidePanel title="Ready parts" note="laid down whole, one step to undo" onClose={onClose}>
      <p className="quiet flush">
        A part is laid {where}, as near as there is free ground. Choose an area (tool 5) or a piece to have it
        elsewhere.
      </p>
      {partsFor(level).map((part) => (
        <div key={part.id} className={css.readyPart} role="group" aria-label={part.name}>
          <div>
            <b>{part.name}</b>
            <div className="quiet">{part.about}</div>
            {last?.part.id === part.id && <Outcome last={last} onOpenCues={onOpenCues} />}
          </div>
          <Button
            size="compact-xs"
            variant="light"
            aria-label={`Lay down: ${part.name}`}
            onClick={() => setLast({ part, outcome: layPart(session, part, at) })}
          >
            Lay down
          </Button>
        </div>
      ))}
    </SidePanel>
  );
}

function Outcome({ last: { outcome }, onOpenCues }: { last: Laid; onOpenCues: () => void }) {
  if ('fault' in outcome)
    return (
      <div className="bad" role="alert">
        {outcome.fault.message} {outcome.fault.hint}
      </div>
    );
  const { laid } = outcome.laid;
  return (
    <div className="good" role="status">
      Laid down: {laid.join(', ')}.{' '}
      {laid.some((one) => one.startsWith('cue ')) && (
        <button type="button" className="act" onClick={onOpenCues}>
          Open the cues
        </button>
      )}
    </div>
  );
}
