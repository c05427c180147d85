'use client';

import { useRef, useState, type PointerEvent } from 'react';
import { toCells } from '../canvas/camera';
import { useFollowed } from '../desk/DeskContext';
import { SelectField } from '../desk/panels/fields';
import type { DotMode, ProvingGround } from '../editor/provingGround';
import styles from './bench.module.css';
import { useProvingPicture } from './useProvingPicture';

const MODES: { value: DotMode; label: string; title: string }[] = [
  { value: 'drag', label: 'Drag', title: 'The dot follows the pointer while it is held down' },
  { value: 'circle', label: 'Circle', title: 'The dot goes round the subject' },
  { value: 'approach', label: 'Approach', title: 'The dot comes near the subject' },
  { value: 'hide', label: 'Hide', title: 'The dot goes where the subject cannot see it' },
];
const MOST_ALLIES = 3;
/** Speeds of the dot, cells a second. */
const SPEEDS = [2, 3, 4, 5, 8, 20];

/** The subject alone in a small yard with a dot to be seen, chased and heard. */
export function ProvingView({ proving }: { proving: ProvingGround }) {
  return (
    <section aria-label="Proving ground" className={styles.proving}>
      <Head proving={proving} />
      <Yard proving={proving} />
    </section>
  );
}

function Head({ proving }: { proving: ProvingGround }) {
  const mode = useFollowed(proving, (state) => state.mode);
  const isRunning = useFollowed(proving, (state) => state.isRunning);
  const allies = useFollowed(proving, (state) => state.allies);
  const dotSpeed = useFollowed(proving, (state) => state.dotSpeed);
  return (
    <div className={`band ${styles.provingHead}`}>
      <h2 className="heading">Proving</h2>
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
      <div className={styles.filler} />
      <SelectField
        label="Others of its kind"
        value={String(allies)}
        options={Array.from({ length: MOST_ALLIES + 1 }, (_, count) => ({
          value: String(count),
          label: count === 0 ? 'alone' : `+ ${count} more`,
        }))}
        width={92}
        onCommit={(count) => proving.store.setState({ allies: Number(count) })}
      />
      <SelectField
        label="Speed of the dot"
        value={String(dotSpeed)}
        options={SPEEDS.map((speed) => ({ value: String(speed), label: `${speed} cells/s` }))}
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
  );
}

function Yard({ proving }: { proving: ProvingGround }) {
  const box = useRef<HTMLDivElement>(null);
  const ground = useRef<HTMLCanvasElement>(null);
  const top = useRef<HTMLCanvasElement>(null);
  const camera = useProvingPicture(proving, box, ground, top);
  const [isDown, setIsDown] = useState(false);
  const mode = useFollowed(proving, (state) => state.mode);
  const faults = useFollowed(proving, (state) => state.faults);
  const pull = (event: PointerEvent) => {
    const corner = event.currentTarget.getBoundingClientRect();
    const { x, y } = toCells(camera.current, event.clientX - corner.left, event.clientY - corner.top);
    proving.pull(x, y);
  };
  return (
    <div
      ref={box}
      data-testid="proving"
      className={styles.yard}
      data-mode={mode}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        setIsDown(true);
        pull(event);
      }}
      onPointerMove={(event) => isDown && pull(event)}
      onPointerUp={() => setIsDown(false)}
    >
      <canvas ref={ground} className={styles.canvas} />
      <canvas ref={top} className={styles.canvas} />
      {faults.length > 0 && (
        <p className={`plate bad ${styles.yardFault}`}>
          {proving.game ? 'The last version that could be run is shown: ' : 'This cannot be run yet: '}
          {faults[0].message}
        </p>
      )}
    </div>
  );
}
