'use client';

import { Slider } from '@mantine/core';
import { useEffect } from 'react';
import { PREVIEW_SECONDS, sayPlace } from '@/core/index';
import { mindAt } from '../editor/composePicture';
import { cellsOfMap, LEVEL_MAP_NAMES, LEVEL_MAPS } from '../frame/levelMaps';
import { MindLine } from '../frame/MindLine';
import { ARENA_LAYERS, type ArenaView, type ArenaViewState } from '../editor/arenaView';
import styles from './desk.module.css';
import { useDesk, useFollowed, useKeyHint } from './DeskContext';

/** What ground can be tinted by over all runs that are read; ends are drawn as blots anyway. */
// Ends are always to be seen there.
const MAPS = LEVEL_MAP_NAMES.filter((name) => name !== 'endCells');

/** What the tint of a map stands for. */
export function MapLegend({ view }: { view: ArenaView }) {
  const { reading, session } = useDesk();
  const map = useFollowed(view, (state) => state.map);
  const summary = useFollowed(reading, (state) => state.summary);
  if (map === 'none' || !summary) return null;
  const { title, unit, tint } = LEVEL_MAPS[map];
  const most = cellsOfMap(map, summary, session.size.width).reduce((highest, { count }) => Math.max(highest, count), 0);
  return (
    <div className={`plate quiet ${styles.mapLegend}`} data-testid="map-legend">
      <span className="mono">0</span>
      <span className={styles.mapTints} data-tint={tint} />
      <span title={title}>
        <span className="mono">{most}</span> {unit}
      </span>
    </div>
  );
}

/** Over an arena that is narrower the foot is shortened, so that it stays one line. */
const WHOLE_FOOT_PIXELS = 760;

/** Moments of the preview, what lies over the arena, where the pointer is, and the zoom. */
export function ArenaFoot({ view }: { view: ArenaView }) {
  const { session } = useDesk();
  const shown = useFollowed(view, (state) => state);
  const scale = useFollowed(view, (state) => state.camera.scale);
  const isNarrow = useFollowed(view, (state) => state.width < WHOLE_FOOT_PIXELS);
  const { width, height } = session.size;
  const hint = useKeyHint();
  useWatchedGround(shown.showsWatched);
  return (
    <div className={`plate quiet ${styles.foot}`} data-narrow={isNarrow || undefined}>
      <PreviewMoment view={view} isNarrow={isNarrow} />
      {ARENA_LAYERS.map(({ key, label, title }) => (
        <button
          key={key}
          type="button"
          className={`act ${styles.layer}`}
          aria-pressed={shown[key]}
          title={title}
          onClick={() => view.store.setState({ [key]: !shown[key] })}
        >
          {label}
        </button>
      ))}
      <select
        className={styles.mapChoice}
        aria-label="Map of all runs"
        title="Tints the ground by where things happen in all runs of the chosen stand-in"
        value={shown.map}
        onChange={(event) =>
          view.store.setState({ map: event.currentTarget.value as ArenaViewState['map'], showsWatched: false })
        }
      >
        <option value="none">no map</option>
        {MAPS.map((map) => (
          <option key={map} value={map} title={LEVEL_MAPS[map].title}>
            {LEVEL_MAPS[map].label}
          </option>
        ))}
      </select>
      {shown.showsMind && <ShownMind />}
      {shown.pointer && <PointerPlace {...shown.pointer} />}
      {!isNarrow && !shown.pointer && (
        <span>
          {width} × {height} cells
        </span>
      )}
      <button
        type="button"
        className="act"
        title={`Pixels a cell; a click shows the whole arena${hint('whole arena')}`}
        onClick={() => view.fit(session.extent)}
      >
        {Math.round(scale)} px{!isNarrow && ' a cell'}
      </button>
    </div>
  );
}

/** Has the watched ground of the shown run worked out while it is wanted. */
function useWatchedGround(isWanted: boolean): void {
  const { reading } = useDesk();
  const isReady = useFollowed(reading, (state) => !state.isStale && state.sampleRun !== undefined);
  const seed = useFollowed(reading, (state) => state.sampleSeed);
  useEffect(() => {
    if (isWanted && isReady) void reading.showWatched();
  }, [isWanted, isReady, seed, reading]);
}

/** The moment at which everything is shown that does not wait for the player. */
function PreviewMoment({ view, isNarrow }: { view: ArenaView; isNarrow: boolean }) {
  const { reading, playback, tries } = useDesk();
  const previewSeconds = useFollowed(view, (state) => state.previewSeconds);
  const isTrying = useFollowed(tries, (state) => state.status !== 'off');
  const hasMovers = useFollowed(
    reading,
    ({ previews }) => previews !== undefined && previews.movers.length + previews.entries.length > 0,
  );
  if (!hasMovers || isTrying) return null;
  return (
    <div className={styles.moment} title="Where everything stands that does not wait for the player">
      <span>{isNarrow ? 'at' : 'preview at'}</span>
      <Slider
        size="xs"
        w={isNarrow ? 44 : 120}
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
      <span className={`mono ${styles.momentTime}`} data-testid="preview-moment">
        {previewSeconds.toFixed(1)} s
      </span>
    </div>
  );
}

function PointerPlace({ x, y }: { x: number; y: number }) {
  const { session } = useDesk();
  const pixelsPerCell = useFollowed(session, (state) => state.game.pixelsPerCell);
  return (
    <span className={`mono ${styles.pointer}`}>
      {sayPlace(x, y)}{' '}
      <span className={styles.pixels}>{`${Math.round(x * pixelsPerCell)}, ${Math.round(y * pixelsPerCell)} px`}</span>
    </span>
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
