import type { Band } from '@/core/index';

/** Height and width of the drawing in its own units; it is stretched to the room there is. */
export const LANE_HEIGHT = 74;
export const LANE_WIDTH = 1000;
/** Bars of arrivals stand above this line, ticks below it. */
const BAR_FOOT = 18;
const MOST_BAR = 16;

interface LaneDrawingProps {
  perSecond: readonly number[];
  population: readonly Band[];
  sample: readonly number[];
  starts: readonly { seconds: number; label: string }[];
  seconds: number;
  /** The most that are there at once, and the most arrivals a second. */
  most: number;
  busiest: number;
}

/** Arrivals a second as bars, those of one run as ticks, how many are there as a band, and where waves begin. */
export function LaneDrawing({ perSecond, population, sample, starts, seconds, most, busiest }: LaneDrawingProps) {
  const x = (at: number) => (at / seconds) * LANE_WIDTH;
  return (
    <>
      {perSecond.map((rate, second) => (
        <rect
          key={second}
          x={x(second)}
          width={LANE_WIDTH / seconds}
          y={BAR_FOOT - (rate / busiest) * MOST_BAR}
          height={(rate / busiest) * MOST_BAR}
          fill="var(--river)"
          opacity={0.22}
        />
      ))}
      {population.length > 1 && <Population population={population} most={most} x={x} />}
      <path
        d={sample.map((at) => `M${x(at).toFixed(1)} ${BAR_FOOT}v10`).join('')}
        stroke="var(--ink)"
        strokeWidth={1.2}
        vectorEffect="non-scaling-stroke"
      />
      {starts.map(({ seconds: at, label }) => (
        <path
          key={label}
          d={`M${x(at).toFixed(1)} 0V${LANE_HEIGHT}`}
          stroke="var(--ochre)"
          strokeDasharray="3 3"
          vectorEffect="non-scaling-stroke"
        >
          <title>{`wave ${label} at ${at.toFixed(1)} s`}</title>
        </path>
      ))}
    </>
  );
}

function Population({ population, most, x }: { population: readonly Band[]; most: number; x: (at: number) => number }) {
  const y = (count: number) => LANE_HEIGHT - 4 - (count / most) * (LANE_HEIGHT - 26);
  const outline = (pick: (band: Band) => number) =>
    population.map((band, at) => `${x(at).toFixed(1)} ${y(pick(band)).toFixed(1)}`);
  const above = outline(({ high }) => high);
  const below = outline(({ low }) => low).reverse();
  return (
    <>
      <path d={`M${above.join('L')}L${below.join('L')}Z`} fill="var(--river)" opacity={0.2} />
      <path
        d={`M${outline(({ median }) => median).join('L')}`}
        fill="none"
        stroke="var(--river)"
        strokeWidth={2}
        vectorEffect="non-scaling-stroke"
      />
    </>
  );
}
