'use client';

import { ActionIcon, Tooltip } from '@mantine/core';
import { IconArrowBackUp, IconArrowForwardUp } from '@tabler/icons-react';
import type { CSSProperties, ReactNode } from 'react';
import { kindOf, resolvedCast } from '@/core/index';
import { BRUSH_SHAPES } from '../editor/brushShapes';
import type { Tool } from '../editor/deskSession';
import { useDesk, useFollowed } from './DeskContext';

const TOOLS: { tool: Tool; label: string; key: string; help: string }[] = [
  { tool: 'select', label: 'Select', key: '1', help: 'Select and drag guards, waypoints and the exit' },
  { tool: 'ground', label: 'Ground', key: '2', help: 'Paint ground; second button or Shift erases' },
  { tool: 'cast', label: 'Cast', key: '3', help: 'Click to place a guard' },
  { tool: 'route', label: 'Route', key: '4', help: 'Click to add waypoints to the selected guard' },
];

const CHIP: CSSProperties = {
  border: 0,
  borderRadius: 6,
  padding: '5px 9px',
  background: 'none',
  color: 'var(--ink)',
  font: 'inherit',
  fontWeight: 550,
  cursor: 'pointer',
};

function Chip({
  isOn,
  title,
  onClick,
  children,
}: {
  isOn: boolean;
  title: string;
  onClick: () => void;
  children: ReactNode;
}) {
  return (
    <button
      type="button"
      title={title}
      aria-pressed={isOn}
      onClick={onClick}
      style={{ ...CHIP, ...(isOn ? { background: 'var(--river-wash)', color: 'var(--river)' } : {}) }}
    >
      {children}
    </button>
  );
}

/** The tools of the arena and, beside them, what the chosen tool works with. */
export function ToolBar() {
  const { session } = useDesk();
  const tool = useFollowed(session, (state) => state.tool);
  const undoLabel = useFollowed(session, (state) => state.past[state.past.length - 1]?.label);
  const redoLabel = useFollowed(session, (state) => state.future[0]?.label);
  return (
    <div style={{ position: 'absolute', left: 10, top: 8, display: 'flex', gap: 8, pointerEvents: 'none' }}>
      <div
        className="plate"
        role="toolbar"
        aria-label="Tools"
        style={{ display: 'flex', padding: 3, pointerEvents: 'auto', boxShadow: '0 1px 5px rgba(0,0,0,.08)' }}
      >
        {TOOLS.map((entry) => (
          <Chip
            key={entry.tool}
            isOn={tool === entry.tool}
            title={entry.help}
            onClick={() => session.setTool(entry.tool)}
          >
            {entry.label}{' '}
            <span className="mono quiet" style={{ fontSize: 11 }}>
              {entry.key}
            </span>
          </Chip>
        ))}
        <span style={{ width: 1, background: 'var(--layer)', margin: '3px 4px' }} />
        <Tooltip label={undoLabel ? `Undo: ${undoLabel} (Ctrl+Z)` : 'Nothing to undo'}>
          <ActionIcon variant="subtle" aria-label="Undo" disabled={!undoLabel} onClick={() => session.undo()}>
            <IconArrowBackUp size={17} />
          </ActionIcon>
        </Tooltip>
        <Tooltip label={redoLabel ? `Redo: ${redoLabel} (Ctrl+Shift+Z)` : 'Nothing to redo'}>
          <ActionIcon variant="subtle" aria-label="Redo" disabled={!redoLabel} onClick={() => session.redo()}>
            <IconArrowForwardUp size={17} />
          </ActionIcon>
        </Tooltip>
      </div>
      {tool !== 'select' && (
        <div
          className="plate"
          style={{ display: 'flex', alignItems: 'center', gap: 2, padding: '3px 8px', pointerEvents: 'auto' }}
        >
          <ToolOptions tool={tool} />
        </div>
      )}
    </div>
  );
}

function ToolOptions({ tool }: { tool: Tool }) {
  const { session } = useDesk();
  const { game, castKind, selection } = useFollowed(session, (state) => state);
  if (tool === 'ground') return <GroundOptions />;
  if (tool === 'cast') {
    return [...resolvedCast(game).values()]
      .filter((kind) => !kind.control)
      .map((kind) => (
        <Chip
          key={kind.id}
          isOn={castKind === kind.id}
          title={`Place a ${kind.name}`}
          onClick={() => session.store.setState({ castKind: kind.id })}
        >
          {kind.name}
        </Chip>
      ));
  }
  const selected = session.level.pieces.find(
    (piece) => selection.includes(piece.id) && !kindOf(game, piece.kind)?.control,
  );
  return (
    <span className="quiet">
      {selected
        ? `Click to add a waypoint to ${selected.name}; on a leg, to split it`
        : 'Select a guard first, then click where it shall walk'}
    </span>
  );
}

/** What the ground tool paints, and in which shape. */
function GroundOptions() {
  const { session } = useDesk();
  const { game, brush, brushShape, strokeFrom } = useFollowed(session, (state) => state);
  return (
    <>
      {game.terrain.map((ground) => (
        <Chip
          key={ground.id}
          isOn={brush === ground.glyph}
          title={describeGround(ground)}
          onClick={() => session.store.setState({ brush: ground.glyph })}
        >
          <span
            style={{
              display: 'inline-block',
              width: 12,
              height: 12,
              marginRight: 5,
              verticalAlign: -2,
              background: ground.tint,
              border: '1px solid var(--dim)',
            }}
          />
          {ground.name}
        </Chip>
      ))}
      <span style={{ width: 1, height: 18, background: 'var(--layer)', margin: '0 5px' }} />
      {BRUSH_SHAPES.map(({ shape, label, help }) => (
        <Chip
          key={shape}
          isOn={brushShape === shape}
          title={help}
          onClick={() => session.store.setState({ brushShape: shape, strokeFrom: undefined })}
        >
          {label}
        </Chip>
      ))}
      {strokeFrom && (
        <span className="quiet">
          from {strokeFrom.column}, {strokeFrom.row}; Enter completes
        </span>
      )}
    </>
  );
}

function describeGround(ground: { solid: boolean; opaque: boolean }): string {
  return `${ground.solid ? 'stops bodies' : 'can be walked on'}, ${ground.opaque ? 'stops sight' : 'can be seen over'}`;
}
