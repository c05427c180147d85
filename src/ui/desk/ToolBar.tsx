'use client';

import { ActionIcon, Tooltip } from '@mantine/core';
import { IconArrowBackUp, IconArrowForwardUp } from '@tabler/icons-react';
import { useEffect, useRef } from 'react';
import type { Tool } from '../editor/deskSession';
import { later } from '../frame/later';
import { useDesk, useFollowed, useKeyHint } from './DeskContext';
import { ToolChip } from './ToolChip';
import css from './desk.module.css';

// Nothing is chosen for Select.
const ToolOptions = later(() => import('./ToolOptions').then(({ ToolOptions: Options }) => Options));

const TOOLS: { tool: Tool; label: string; help: string }[] = [
  { tool: 'select', label: 'Select', help: 'Select and drag pieces, waypoints and marks' },
  { tool: 'ground', label: 'Ground', help: 'Paint ground; second button or Shift erases' },
  { tool: 'cast', label: 'Cast', help: 'Click to place a piece' },
  { tool: 'route', label: 'Route', help: 'Click to add waypoints to the selected piece' },
  {
    tool: 'area',
    label: 'Area',
    help: 'Drag over cells, then copy, mirror, turn or clear them with all that stands in them',
  },
  { tool: 'mark', label: 'Mark', help: 'Add named points, lines and areas' },
];

/** The tools of the arena and, below them, what the chosen tool works with. */
export function ToolBar() {
  const { session, keys } = useDesk();
  const tool = useFollowed(session, (state) => state.tool);
  const choice = useFollowed(keys, (state) => state.choice);
  const box = useToolsHeight();
  return (
    <div className={css.tools} ref={box}>
      <div className={`plate ${css.toolRow}`} role="toolbar" aria-label="Tools">
        {TOOLS.map((entry) => (
          <ToolChip
            key={entry.tool}
            isOn={tool === entry.tool}
            title={entry.help}
            onClick={() => session.setTool(entry.tool)}
          >
            {entry.label} <span className="mono quiet tiny">{choice[`${entry.tool} tool`][0]}</span>
          </ToolChip>
        ))}
        <UndoButtons />
      </div>
      {tool !== 'select' && (
        <div className={`plate ${css.toolOptions}`} data-testid="tool-options">
          <ToolOptions tool={tool} />
        </div>
      )}
    </div>
  );
}

/** Tells the arena how high the tools are, so that they cover nothing of the level. */
function useToolsHeight() {
  const { session, view } = useDesk();
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (!box.current) return;
    const observer = new ResizeObserver(([{ contentRect }]) => view.setToolsHeight(contentRect.height, session.extent));
    observer.observe(box.current);
    return () => observer.disconnect();
  }, [session, view]);
  return box;
}

function UndoButtons() {
  const { session } = useDesk();
  const undoLabel = useFollowed(session, (state) => state.past.findLast(({ isTheirs }) => !isTheirs)?.label);
  const hint = useKeyHint();
  const redoLabel = useFollowed(session, (state) => state.future[0]?.label);
  return (
    <span className={css.undo}>
      <span className={css.toolDivide} />
      <Tooltip label={undoLabel ? `Undo: ${undoLabel}${hint('undo')}` : 'Nothing to undo'}>
        <ActionIcon variant="subtle" aria-label="Undo" disabled={!undoLabel} onClick={() => session.undo()}>
          <IconArrowBackUp size={17} />
        </ActionIcon>
      </Tooltip>
      <Tooltip label={redoLabel ? `Redo: ${redoLabel}${hint('redo')}` : 'Nothing to redo'}>
        <ActionIcon variant="subtle" aria-label="Redo" disabled={!redoLabel} onClick={() => session.redo()}>
          <IconArrowForwardUp size={17} />
        </ActionIcon>
      </Tooltip>
    </span>
  );
}
