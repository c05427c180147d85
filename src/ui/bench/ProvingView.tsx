'use client';

import { useComputedColorScheme } from '@mantine/core';
import { useEffect, useRef, useState, type PointerEvent } from 'react';
import { PROVING_LEVEL } from '@/core/index';
import { ArenaCanvas } from '../canvas/ArenaCanvas';
import { fitCamera, toCells, type Camera } from '../canvas/camera';
import { paletteFor } from '../canvas/palette';
import { composePicture } from '../editor/composePicture';
import type { DotMode, ProvingGround } from '../editor/provingGround';
import { useFollowed } from '../desk/DeskContext';
import { SelectField } from '../desk/panels/fields';

const MODES: { value: DotMode; label: string; title: string }[] = [
  { value: 'drag', label: 'Drag', title: 'The dot follows the pointer while it is held down' },
  { value: 'circle', label: 'Circle', title: 'The dot goes round the subject' },
  { value: 'approach', label: 'Approach', title: 'The dot comes near the subject' },
  { value: 'hide', label: 'Hide', title: 'The dot goes where the subject cannot see it' },
];

/** The subject alone in a small yard with a dot to be seen, chased and heard. */
export function ProvingView({ proving }: { proving: ProvingGround }) {
  const scheme = useComputedColorScheme('light');
  const box = useRef<HTMLDivElement>(null);
  const ground = useRef<HTMLCanvasElement>(null);
  const top = useRef<HTMLCanvasElement>(null);
  const camera = useRef<Camera>({ scale: 16, left: 0, top: 0 });
  const [isDown, setIsDown] = useState(false);
  const mode = useFollowed(proving, (state) => state.mode);
  const isRunning = useFollowed(proving, (state) => state.isRunning);
  const allies = useFollowed(proving, (state) => state.allies);
  const dotSpeed = useFollowed(proving, (state) => state.dotSpeed);
  const faults = useFollowed(proving, (state) => state.faults);

  useEffect(() => {
    if (!ground.current || !top.current || !box.current) return;
    const element = box.current;
    const canvas = new ArenaCanvas(ground.current, top.current);
    const palette = paletteFor(scheme);
    let request = 0;
    let last = performance.now();
    const frame = (now: number) => {
      proving.advance(now - last);
      last = now;
      const { game, moment } = proving;
      const [width, height] = [element.clientWidth, element.clientHeight];
      if (game && moment && width > 0) {
        const map = game.levels.find((level) => level.id === PROVING_LEVEL)!.map;
        camera.current = fitCamera(map[0].length, map.length, width, height);
        const picture = composePicture(
          { game, levelId: PROVING_LEVEL, run: moment, tick: 1 },
          {
            routes: [],
            hidesRoutes: true,
            ends: [],
            selection: [],
            chosenWaypoint: undefined,
            cursor: undefined,
            lasso: undefined,
          },
        );
        canvas.draw(
          { ...picture, startPlaces: [], trail: [], level: { ...picture.level, marks: [] } },
          camera.current,
          palette,
          width,
          height,
        );
      }
      request = requestAnimationFrame(frame);
    };
    request = requestAnimationFrame(frame);
    return () => cancelAnimationFrame(request);
  }, [proving, scheme]);

  const pull = (event: PointerEvent) => {
    const corner = event.currentTarget.getBoundingClientRect();
    const { x, y } = toCells(camera.current, event.clientX - corner.left, event.clientY - corner.top);
    proving.pull(x, y);
  };
  return (
    <section
      aria-label="Proving ground"
      style={{
        display: 'grid',
        gridTemplateRows: '30px minmax(0, 1fr)',
        gridTemplateColumns: 'minmax(0, 1fr)',
        minWidth: 0,
        minHeight: 0,
        borderTop: '1px solid var(--layer)',
      }}
    >
      <div
        className="band"
        style={{ display: 'flex', alignItems: 'center', gap: 2, padding: '0 6px', whiteSpace: 'nowrap' }}
      >
        <h3 className="heading">Proving</h3>
        <span style={{ width: 6 }} />
        {MODES.map(({ value, label, title }) => (
          <button
            key={value}
            type="button"
            className="chip"
            title={title}
            aria-pressed={mode === value}
            data-on={mode === value || undefined}
            onClick={() => proving.setMode(value)}
          >
            {label}
          </button>
        ))}
        <div style={{ flex: 1 }} />
        <SelectField
          label="Others of its kind"
          value={String(allies)}
          options={[0, 1, 2, 3].map((count) => ({
            value: String(count),
            label: count === 0 ? 'alone' : `+ ${count} more`,
          }))}
          width={92}
          onCommit={(count) => proving.store.setState({ allies: Number(count) })}
        />
        <SelectField
          label="Speed of the dot"
          value={String(dotSpeed)}
          options={[2, 3, 4, 5, 8, 20].map((speed) => ({ value: String(speed), label: `${speed} cells/s` }))}
          width={100}
          onCommit={(speed) => proving.store.setState({ dotSpeed: Number(speed) })}
        />
        <button type="button" className="chip" onClick={() => proving.setRunning(!isRunning)}>
          {isRunning ? 'Hold' : 'Go on'}
        </button>
        {!isRunning && (
          <button type="button" className="chip" title="One tick" onClick={() => proving.single()}>
            1 tick
          </button>
        )}
      </div>
      <div
        ref={box}
        data-testid="proving"
        style={{
          position: 'relative',
          minHeight: 0,
          touchAction: 'none',
          cursor: mode === 'drag' ? 'grab' : 'default',
        }}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          setIsDown(true);
          pull(event);
        }}
        onPointerMove={(event) => isDown && pull(event)}
        onPointerUp={() => setIsDown(false)}
      >
        <canvas ref={ground} style={{ position: 'absolute', inset: 0, width: '100%', height: '100%' }} />
        <canvas ref={top} style={{ position: 'absolute', inset: 0, width: '100%', height: '100%' }} />
        {faults.length > 0 && (
          <p
            className="plate bad"
            style={{ position: 'absolute', left: 10, bottom: 10, margin: 0, padding: '4px 8px' }}
          >
            {proving.game ? 'The last version that could be run is shown: ' : 'This cannot be run yet: '}
            {faults[0].message}
          </p>
        )}
      </div>
    </section>
  );
}
