'use client';

import { useRef, useState, type PointerEvent, type RefObject } from 'react';
import type { Band, CueFigures, CueNumber } from '@/core/index';
import styles from './cues.module.css';
import { LaneDrawing, LANE_HEIGHT, LANE_WIDTH } from './LaneDrawing';

/** A number that can be dragged on the line, with where it stands. */
interface Handle {
  number: CueNumber;
  at: number;
  from: number;
}

interface CueLaneProps {
  name: string;
  perSecond: readonly number[];
  population: readonly Band[];
  sample: readonly number[];
  /** When waves begin, with their numbers. */
  starts: readonly { seconds: number; label: string }[];
  seconds: number;
  isSelected: boolean;
  handles: readonly Handle[];
  onSelect: () => void;
  onDrag: (number: CueNumber, seconds: number) => void;
  onDrop: () => void;
}

/** What one cue does over time: arrivals of one run as ticks, how many are there as a band over all runs. */
export function CueLane(props: CueLaneProps) {
  const { name, perSecond, population, isSelected, onSelect } = props;
  const most = Math.max(1, ...population.map(({ high }) => high));
  const busiest = Math.max(0.5, ...perSecond);
  return (
    <div className={`cue-lane ${styles.lane}`} data-on={isSelected || undefined}>
      <button type="button" className={`act ${styles.laneName}`} aria-pressed={isSelected} onClick={onSelect}>
        {name}
      </button>
      <Line {...props} most={most} busiest={busiest} />
      <div className={`quiet mono ${styles.laneScale}`}>
        <span title="Arrivals a second where there are most">{busiest.toFixed(1)}/s</span>
        <span title="The most that are there at once, in one run of ten or fewer more">{Math.round(most)}</span>
      </div>
    </div>
  );
}

function Line(props: CueLaneProps & { most: number; busiest: number }) {
  const { name, starts, seconds, handles, onDrag, onDrop, onSelect } = props;
  const svg = useRef<SVGSVGElement>(null);
  const [held, setHeld] = useState<Handle>();
  const secondsAt = (event: PointerEvent) => {
    const box = svg.current!.getBoundingClientRect();
    return ((event.clientX - box.left) / box.width) * seconds;
  };
  return (
    <div className={styles.laneLine}>
      {starts.map(({ seconds: at, label }) => (
        <span
          key={label}
          className="quiet mono wave-number"
          style={{ left: `calc(${(at / seconds) * 100}% + 3px)` }}
          title={`Wave ${label} begins at ${at.toFixed(1)} s in the usual run`}
        >
          w{label}
        </span>
      ))}
      <svg
        ref={svg}
        role="group"
        aria-label={`${name} over time`}
        viewBox={`0 0 ${LANE_WIDTH} ${LANE_HEIGHT}`}
        preserveAspectRatio="none"
        className={styles.drawing}
        onPointerMove={(event) => held && onDrag(held.number, Math.max(0, secondsAt(event) - held.from))}
        onPointerUp={() => {
          if (held) onDrop();
          setHeld(undefined);
        }}
      >
        <LaneDrawing {...props} />
        {handles.map((handle) => (
          <HandleBar
            key={handle.number.what}
            handle={handle}
            svg={svg}
            seconds={seconds}
            onHold={() => {
              setHeld(handle);
              onSelect();
            }}
            onDrag={onDrag}
            onDrop={onDrop}
          />
        ))}
      </svg>
    </div>
  );
}

/** By how much an arrow key moves a number, seconds. */
const KEY_STEP = 0.1;

function HandleBar({
  handle: { number, at, from },
  svg,
  seconds,
  onHold,
  onDrag,
  onDrop,
}: {
  handle: Handle;
  svg: RefObject<SVGSVGElement | null>;
  seconds: number;
  onHold: () => void;
  onDrag: (number: CueNumber, seconds: number) => void;
  onDrop: () => void;
}) {
  const x = (at / seconds) * LANE_WIDTH;
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label={`${number.what} of ${number.cue}`}
      aria-valuenow={number.value}
      aria-valuetext={`${number.value} ${number.unit}`}
      className={styles.handle}
      onPointerDown={(event) => {
        svg.current?.setPointerCapture(event.pointerId);
        onHold();
      }}
      onKeyDown={(event) => {
        const step = event.key === 'ArrowRight' ? KEY_STEP : event.key === 'ArrowLeft' ? -KEY_STEP : 0;
        if (step === 0) return;
        event.preventDefault();
        onDrag(number, Math.max(0, at - from + step));
        onDrop();
      }}
    >
      <title>{`${number.what}: ${number.value} ${number.unit}; drag it`}</title>
      <rect x={x - 9} width={18} y={14} height={LANE_HEIGHT - 14} fill="transparent" />
      <rect
        x={x - 4}
        width={8}
        y={14}
        height={20}
        rx={1.5}
        fill={number.what === 'first' ? 'var(--moss)' : 'var(--river)'}
      />
    </g>
  );
}

/** Where the numbers of a cue can be dragged on its line: the first arrival, and one interval behind it. */
export function handlesOf(
  numbers: readonly CueNumber[],
  figures: CueFigures | undefined,
): { number: CueNumber; at: number; from: number }[] {
  const first = numbers.find(({ what }) => what === 'first');
  const interval = numbers.find(({ what }) => what === 'interval');
  const start = first ? inSeconds(first) : (figures?.first?.median ?? (interval ? inSeconds(interval) : 0));
  return [
    ...(first ? [{ number: first, at: inSeconds(first), from: 0 }] : []),
    ...(interval ? [{ number: interval, at: start + inSeconds(interval), from: start }] : []),
  ];
}

function inSeconds({ value, unit }: CueNumber): number {
  return unit === 'ms' ? value / 1000 : value;
}

/** A time on the line in the unit of a number. */
export function inUnitOf({ unit }: CueNumber, seconds: number): number {
  return unit === 'ms' ? seconds * 1000 : seconds;
}
