'use client';

import { Button } from '@mantine/core';
import { useState } from 'react';
import { layReadyPart, partsFor, type Diagnostic, type LaidPart, type ReadyPart } from '@/core/index';
import { useDesk, useFollowed } from '../DeskContext';
import css from './panels.module.css';
import { SidePanel } from './SidePanel';

interface Laid {
  part: ReadyPart;
  outcome: { laid: LaidPart } | { fault: Diagnostic };
}

/** Parts that are laid into the level whole, each explained; afterwards they are pieces, cues and text like all others. */
export function PartsPanel({ onClose, onOpenCues }: { onClose: () => void; onOpenCues: () => void }) {
  const { session } = useDesk();
  const { game, levelId, area, selection } = useFollowed(session, (state) => state);
  const level = game.levels.find(({ id }) => id === levelId);
  const [last, setLast] = useState<Laid>();
  if (!level) return null;
  // What was laid last is selected to be moved, not to lay the next one beside it.
  const isOfLast =
    last !== undefined && 'laid' in last.outcome && last.outcome.laid.pieces.includes(selection.at(0) ?? '');
  const chosen = isOfLast ? undefined : level.pieces.find(({ id }) => id === selection.at(0));
  const [where, at] = area
    ? ['in the chosen area', { x: area.column + area.columns / 2, y: area.row + area.rows / 2 }]
    : chosen
      ? [`beside ${chosen.name}`, { x: chosen.at[0], y: chosen.at[1] }]
      : ['in the middle of the level', { x: level.map[0].length / 2, y: level.map.length / 2 }];
  const lay = (part: ReadyPart) => {
    let outcome: Laid['outcome'] | undefined;
    session.change(`Lay down: ${part.name}`, (draft) => {
      const made = layReadyPart(draft, levelId, part.id, at);
      outcome = made.ok ? { laid: structuredClone(made.value) } : { fault: made.faults[0] };
    });
    if (!outcome) return;
    setLast({ part, outcome });
    if ('laid' in outcome && outcome.laid.pieces.length > 0) session.select(outcome.laid.pieces);
  };
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
          <Button size="compact-xs" variant="light" aria-label={`Lay down: ${part.name}`} onClick={() => lay(part)}>
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
