'use client';

import type { ArenaView } from '../editor/arenaView';
import { useDesk, useFollowed } from './DeskContext';

/** Where the pointer is, how large the arena is, and the zoom. */
export function ArenaFoot({ view }: { view: ArenaView }) {
  const { session } = useDesk();
  const pointer = useFollowed(view, (state) => state.pointer);
  const scale = useFollowed(view, (state) => state.camera.scale);
  const pixelsPerCell = useFollowed(session, (state) => state.game.pixelsPerCell);
  const { width, height } = session.size;
  return (
    <div
      className="plate quiet"
      style={{ position: 'absolute', right: 10, bottom: 8, display: 'flex', gap: 12, padding: '3px 9px', fontSize: 12 }}
    >
      {pointer && (
        <span
          className="mono"
          title={`${Math.round(pointer.x * pixelsPerCell)}, ${Math.round(pointer.y * pixelsPerCell)} px`}
        >
          {pointer.x.toFixed(1)}, {pointer.y.toFixed(1)}
        </span>
      )}
      <span>
        {width} × {height} cells
      </span>
      <button type="button" className="act" title="Show the whole arena (0)" onClick={() => view.fit(width, height)}>
        {Math.round(scale)} px a cell
      </button>
    </div>
  );
}
