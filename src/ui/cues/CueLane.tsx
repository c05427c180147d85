'use client';

import { useRef, useState, type PointerEvent } from 'react';
import type { Band, CueFigures, CueNumber } from '@/core/index';

/** Height of the drawing in its own units, and the least of it on the screen; and the most, pixels. */
const HEIGHT = 74;
const MOST_HEIGHT = 150;
/** Width of the drawing in its own units; it is stretched to the room there is. */
const WIDTH = 1000;

/** What one cue does over time: arrivals of one run as ticks, how many are there as a band over all runs. */
export function CueLane({
  name,
  perSecond,
  population,
  sample,
  starts,
  seconds,
  isSelected,
  handles,
  onSelect,
  onDrag,
  onDrop,
}: {
  name: string;
  perSecond: readonly number[];
  population: readonly Band[];
  sample: readonly number[];
  /** When waves begin, with their numbers. */
  starts: readonly { seconds: number; label: string }[];
  seconds: number;
  isSelected: boolean;
  /** Numbers that can be dragged on the line, with where they stand. */
  handles: readonly { number: CueNumber; at: number; from: number }[];
  onSelect: () => void;
  onDrag: (number: CueNumber, seconds: number) => void;
  onDrop: () => void;
}) {
  const svg = useRef<SVGSVGElement>(null);
  const [held, setHeld] = useState<{ number: CueNumber; from: number }>();
  const x = (at: number) => (at / seconds) * WIDTH;
  const most = Math.max(1, ...population.map(({ high }) => high));
  const busiest = Math.max(0.5, ...perSecond);
  const y = (count: number) => HEIGHT - 4 - (count / most) * (HEIGHT - 26);
  const outline = (pick: (band: Band) => number) =>
    population.map((band, at) => `${x(at).toFixed(1)} ${y(pick(band)).toFixed(1)}`);
  const secondsAt = (event: PointerEvent) => {
    const box = svg.current!.getBoundingClientRect();
    return ((event.clientX - box.left) / box.width) * seconds;
  };
  return (
    <div
      className="cue-lane"
      data-on={isSelected || undefined}
      style={{
        display: 'grid',
        gridTemplateColumns: '118px minmax(0, 1fr) 44px',
        borderBottom: '1px solid var(--layer)',
        // Few lanes share the room there is; many keep their least height.
        flex: `1 0 ${HEIGHT}px`,
        maxHeight: MOST_HEIGHT,
      }}
    >
      <button
        type="button"
        className="act"
        aria-pressed={isSelected}
        style={{ textAlign: 'left', padding: '6px 10px', overflow: 'hidden', textOverflow: 'ellipsis' }}
        onClick={onSelect}
      >
        {name}
      </button>
      <div style={{ position: 'relative', minWidth: 0 }}>
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
          role="img"
          aria-label={`${name} over time`}
          viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
          preserveAspectRatio="none"
          style={{ width: '100%', height: '100%', minHeight: HEIGHT, display: 'block', touchAction: 'none' }}
          onPointerMove={(event) => held && onDrag(held.number, Math.max(0, secondsAt(event) - held.from))}
          onPointerUp={() => {
            if (held) onDrop();
            setHeld(undefined);
          }}
        >
          {perSecond.map((rate, second) => (
            <rect
              key={second}
              x={x(second)}
              width={WIDTH / seconds}
              y={18 - (rate / busiest) * 16}
              height={(rate / busiest) * 16}
              fill="var(--river)"
              opacity={0.22}
            />
          ))}
          {population.length > 1 && (
            <>
              <path
                d={`M${outline(({ high }) => high).join('L')}L${outline(({ low }) => low)
                  .reverse()
                  .join('L')}Z`}
                fill="var(--river)"
                opacity={0.2}
              />
              <path
                d={`M${outline(({ median }) => median).join('L')}`}
                fill="none"
                stroke="var(--river)"
                strokeWidth={2}
                vectorEffect="non-scaling-stroke"
              />
            </>
          )}
          <path
            d={sample.map((at) => `M${x(at).toFixed(1)} 18v10`).join('')}
            stroke="var(--ink)"
            strokeWidth={1.2}
            vectorEffect="non-scaling-stroke"
          />
          {starts.map(({ seconds: at, label }) => (
            <path
              key={label}
              d={`M${x(at).toFixed(1)} 0V${HEIGHT}`}
              stroke="var(--ochre)"
              strokeDasharray="3 3"
              vectorEffect="non-scaling-stroke"
            >
              <title>{`wave ${label} at ${at.toFixed(1)} s`}</title>
            </path>
          ))}
          {handles.map(({ number, at, from }) => (
            <g
              key={number.what}
              role="slider"
              tabIndex={0}
              aria-label={`${number.what} of ${number.cue}`}
              aria-valuenow={number.value}
              aria-valuetext={`${number.value} ${number.unit}`}
              style={{ cursor: 'ew-resize' }}
              onPointerDown={(event) => {
                svg.current?.setPointerCapture(event.pointerId);
                setHeld({ number, from });
                onSelect();
              }}
              onKeyDown={(event) => {
                const step = event.key === 'ArrowRight' ? 0.1 : event.key === 'ArrowLeft' ? -0.1 : 0;
                if (step === 0) return;
                event.preventDefault();
                onDrag(number, Math.max(0, at - from + step));
                onDrop();
              }}
            >
              <title>{`${number.what}: ${number.value} ${number.unit}; drag it`}</title>
              <rect x={x(at) - 9} width={18} y={14} height={HEIGHT - 14} fill="transparent" />
              <rect
                x={x(at) - 4}
                width={8}
                y={14}
                height={20}
                rx={1.5}
                fill={number.what === 'first' ? 'var(--moss)' : 'var(--river)'}
              />
            </g>
          ))}
        </svg>
      </div>
      <div
        className="quiet mono"
        style={{
          fontSize: 10.5,
          padding: '2px 4px',
          display: 'flex',
          flexDirection: 'column',
          justifyContent: 'space-between',
        }}
      >
        <span title="Arrivals a second where there are most">{busiest.toFixed(1)}/s</span>
        <span title="The most that are there at once, in one run of ten or fewer more">{Math.round(most)}</span>
      </div>
    </div>
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
