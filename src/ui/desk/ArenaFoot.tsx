'use client';

import { Slider } from '@mantine/core';
import { useEffect } from 'react';
import { PREVIEW_SECONDS, sayPlace } from '@/core/index';
import { mindAt } from '../editor/composePicture';
import { MindLine } from '../frame/MindLine';
import type { ArenaView, ArenaViewState } from '../editor/arenaView';
import { useDesk, useFollowed } from './DeskContext';

/** Moments of the preview, what lies over the arena, where the pointer is, and the zoom. */
export function ArenaFoot({ view }: { view: ArenaView }) {
  const { session, reading, playback, tries } = useDesk();
  const { pointer, showsShapes, showsSight, showsTracks, showsWatched, showsMind, previewSeconds } = useFollowed(
    view,
    (state) => state,
  );
  const scale = useFollowed(view, (state) => state.camera.scale);
  const pixelsPerCell = useFollowed(session, (state) => state.game.pixelsPerCell);
  const hasMovers = useFollowed(
    reading,
    ({ previews }) => previews !== undefined && previews.movers.length + previews.entries.length > 0,
  );
  const isTrying = useFollowed(tries, (state) => state.status !== 'off');
  const isReady = useFollowed(reading, (state) => !state.isStale && state.sampleRun !== undefined);
  const seed = useFollowed(reading, (state) => state.sampleSeed);
  useEffect(() => {
    if (showsWatched && isReady) void reading.showWatched();
  }, [showsWatched, isReady, seed, reading]);
  const isNarrow = useFollowed(view, (state) => state.width < 640);
  const { width, height } = session.size;
  const toggle = (label: string, title: string, isOn: boolean, part: Partial<ArenaViewState>) => (
    <button
      type="button"
      className="act"
      aria-pressed={isOn}
      title={title}
      style={{ color: isOn ? 'var(--river)' : 'var(--dim)' }}
      onClick={() => view.store.setState(part)}
    >
      {label}
    </button>
  );
  return (
    <div
      className="plate quiet"
      style={{
        position: 'absolute',
        right: 10,
        bottom: 8,
        display: 'flex',
        alignItems: 'center',
        gap: 10,
        padding: '3px 9px',
        whiteSpace: 'nowrap',
        fontSize: 12,
      }}
    >
      {hasMovers && !isTrying && (
        <div
          style={{ display: 'flex', alignItems: 'center', gap: 7 }}
          title="Where everything stands that does not wait for the player"
        >
          <span>at</span>
          <Slider
            size="xs"
            w={isNarrow ? 70 : 120}
            min={0}
            max={PREVIEW_SECONDS}
            step={0.1}
            label={null}
            thumbLabel="Moment of the preview"
            value={previewSeconds}
            onChange={(value) => {
              playback.seek(0);
              view.store.setState({ previewSeconds: value });
            }}
          />
          <span className="mono" style={{ minWidth: 46 }} data-testid="preview-moment">
            {previewSeconds.toFixed(1)} s
          </span>
        </div>
      )}
      {toggle('Shapes', 'Stand shapes dashed, hit shapes in clay', showsShapes, { showsShapes: !showsShapes })}
      {toggle('Ways', 'Where movers go', showsTracks, { showsTracks: !showsTracks })}
      {toggle('Sight', 'What can be seen from where', showsSight, { showsSight: !showsSight })}
      {toggle('Watched', 'How much of the shown run each cell is in somebody’s sight', showsWatched, {
        showsWatched: !showsWatched,
      })}
      {toggle(
        'Mind',
        'What the stand-in of the shown run plans (dots), wants (dashed cells) and expects (rings)',
        showsMind,
        {
          showsMind: !showsMind,
        },
      )}
      {showsMind && <ShownMind />}
      {pointer && (
        <span className="mono" style={{ minWidth: 240, textAlign: 'right' }}>
          {sayPlace(pointer.x, pointer.y)}{' '}
          <span
            style={{ opacity: 0.75 }}
          >{`${Math.round(pointer.x * pixelsPerCell)}, ${Math.round(pointer.y * pixelsPerCell)} px`}</span>
        </span>
      )}
      {!isNarrow && (
        <span>
          {width} × {height} cells
        </span>
      )}
      <button type="button" className="act" title="Show the whole arena (0)" onClick={() => view.fit(width, height)}>
        {Math.round(scale)} px a cell
      </button>
    </div>
  );
}

/** What the stand-in has in mind at the shown moment, in words. */
function ShownMind() {
  const { reading, playback, session } = useDesk();
  const run = useFollowed(reading, (state) => state.sampleRun);
  const tick = useFollowed(playback, (state) => state.tick);
  const mind = mindAt(run?.minds ?? [], tick);
  if (!mind || tick === 0) return <span>play the run to see it</span>;
  return <MindLine mind={mind} pieces={run!.pieces} game={session.state.game} levelId={session.state.levelId} />;
}
