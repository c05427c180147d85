'use client';

import { useComputedColorScheme } from '@mantine/core';
import { useEffect, useMemo, useRef, useState, type PointerEvent as ReactPointerEvent } from 'react';
import { ArenaCanvas } from '../canvas/ArenaCanvas';
import { paletteFor } from '../canvas/palette';
import { ArenaGestures, type PointerInput } from '../editor/arenaGestures';
import { ArenaView } from '../editor/arenaView';
import { composePicture } from '../editor/composePicture';
import { ArenaFoot } from './ArenaFoot';
import { useDesk, type Desk } from './DeskContext';
import { PieceCard } from './PieceCard';
import { ToolBar } from './ToolBar';
import { useArenaKeys } from './useArenaKeys';

/** The arena: drawn on canvas once a frame when something changed; every gesture goes through {@link ArenaGestures}. */
export function Arena({ onOpenScript }: { onOpenScript: (scriptId: string) => void }) {
  const desk = useDesk();
  const scheme = useComputedColorScheme('light');
  const [view] = useState(() => new ArenaView());
  const gestures = useMemo(() => new ArenaGestures(desk.session, desk.actions, view), [desk, view]);
  const box = useRef<HTMLDivElement>(null);
  const ground = useRef<HTMLCanvasElement>(null);
  const top = useRef<HTMLCanvasElement>(null);
  const isSpaceDown = useArenaKeys(desk, view, gestures);

  useEffect(() => {
    if (!ground.current || !top.current) return;
    return runFrames(desk, view, new ArenaCanvas(ground.current, top.current), scheme);
  }, [desk, view, scheme]);

  useEffect(() => {
    const element = box.current;
    if (!element) return;
    const { width, height } = desk.session.size;
    const observer = new ResizeObserver(() => view.resize(element.clientWidth, element.clientHeight, width, height));
    observer.observe(element);
    const zoomByWheel = (event: WheelEvent) => {
      event.preventDefault();
      const corner = element.getBoundingClientRect();
      view.zoom(event.deltaY < 0 ? 1.15 : 1 / 1.15, event.clientX - corner.left, event.clientY - corner.top);
    };
    element.addEventListener('wheel', zoomByWheel, { passive: false });
    return () => {
      observer.disconnect();
      element.removeEventListener('wheel', zoomByWheel);
    };
  }, [desk, view]);

  const inputOf = (event: ReactPointerEvent | React.MouseEvent): PointerInput => {
    const corner = box.current!.getBoundingClientRect();
    return {
      x: event.clientX - corner.left,
      y: event.clientY - corner.top,
      button: event.button,
      shift: event.shiftKey,
      alt: event.altKey,
      isPanning: isSpaceDown.current,
    };
  };

  return (
    <section aria-label="Arena" style={{ position: 'relative', overflow: 'hidden', minWidth: 0 }}>
      <div
        ref={box}
        data-testid="arena"
        tabIndex={0}
        role="application"
        aria-label="Arena: select with Tab, move with the arrow keys, ? lists all keys"
        style={{ position: 'absolute', inset: 0, touchAction: 'none', outlineOffset: -3 }}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          gestures.down(inputOf(event));
        }}
        onPointerMove={(event) => gestures.move(inputOf(event))}
        onPointerUp={(event) => gestures.up(inputOf(event))}
        onPointerCancel={() => gestures.cancel()}
        onPointerLeave={() => gestures.leave()}
        onDoubleClick={(event) => gestures.doubleClick(inputOf(event))}
        onContextMenu={(event) => event.preventDefault()}
      >
        <canvas ref={ground} style={{ position: 'absolute', inset: 0, width: '100%', height: '100%' }} />
        <canvas ref={top} style={{ position: 'absolute', inset: 0, width: '100%', height: '100%' }} />
      </div>
      <ToolBar />
      <PieceCard view={view} onOpenScript={onOpenScript} />
      <ArenaFoot view={view} />
    </section>
  );
}

/** Draws whenever something that is shown has changed, at most once a frame, and moves the playback on. */
function runFrames(desk: Desk, view: ArenaView, canvas: ArenaCanvas, scheme: 'light' | 'dark'): () => void {
  const palette = paletteFor(scheme);
  let isDirty = true;
  let request = 0;
  let last = performance.now();
  const markDirty = () => {
    isDirty = true;
  };
  const follow = [desk.session.store, desk.reading.store, desk.playback.store, view.store].map((store) =>
    store.subscribe(markDirty),
  );
  const frame = (now: number) => {
    desk.playback.advance(now - last);
    last = now;
    if (isDirty && view.state.width > 0) {
      isDirty = false;
      const { game, levelId, selection, chosenWaypoint, cursor } = desk.session.state;
      const { routes, sampleRun, rows, isStale } = desk.reading.store.getState();
      const picture = composePicture(
        { game, levelId, run: sampleRun, tick: desk.playback.store.getState().tick },
        {
          routes,
          ends: isStale ? [] : rows.filter((row) => row.outcome === 'lost'),
          selection,
          chosenWaypoint,
          cursor,
          lasso: view.state.lasso,
        },
      );
      canvas.draw(picture, view.state.camera, palette, view.state.width, view.state.height);
    }
    request = requestAnimationFrame(frame);
  };
  // Text on the canvas needs its font.
  void document.fonts.ready.then(markDirty);
  request = requestAnimationFrame(frame);
  return () => {
    cancelAnimationFrame(request);
    for (const end of follow) end();
  };
}
