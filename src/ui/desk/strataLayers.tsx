'use client';

import type { PacingPoint, RecordedRun, RunRecord } from '@/core/index';

/** When a guard has the player in sight. */
export function SightBars({ run, span }: { run: RecordedRun; span: number }) {
  const bars: { from: number; to: number }[] = [];
  run.samples.sighted.forEach((count, index) => {
    const last = bars[bars.length - 1];
    if (count === 0) return;
    if (last?.to === index) last.to = index + 1;
    else bars.push({ from: index, to: index + 1 });
  });
  const x = (sample: number) => (sample / 10 / span) * 1000;
  return bars.map((bar) => (
    <rect
      key={bar.from}
      x={x(bar.from)}
      width={Math.max(2, x(bar.to) - x(bar.from))}
      y={30}
      height={40}
      fill="var(--ochre-line)"
    />
  ));
}

/** Fewer samples than this say too little to draw. */
const LEAST_SAMPLES = 30;

/** Pressure of all runs, and of the one that is shown. */
export function PressureBand({
  pacing,
  run,
  span,
  isStale,
}: {
  pacing: readonly PacingPoint[];
  run: RecordedRun | undefined;
  span: number;
  isStale: boolean;
}) {
  const points = pacing.filter((point) => point.samples >= LEAST_SAMPLES);
  const x = (seconds: number) => (seconds / span) * 1000;
  const y = (pressure: number) => 94 - pressure * 88;
  const line = (values: { seconds: number; value: number }[]) =>
    values
      .map(({ seconds, value }, index) => `${index ? 'L' : 'M'}${x(seconds).toFixed(1)} ${y(value).toFixed(1)}`)
      .join('');
  const upper = points.map((point) => ({ seconds: point.seconds, value: point.q3 }));
  const lower = [...points].reverse().map((point) => ({ seconds: point.seconds, value: point.q1 }));
  const sample = run?.samples.pressure.map((value, index) => ({ seconds: index / 10, value })) ?? [];
  return (
    <g opacity={isStale ? 0.4 : 1}>
      {points.length > 1 && (
        <>
          <path d={`${line(upper)}${line(lower).replace('M', 'L')}Z`} fill="var(--river)" opacity={0.2} />
          <path
            d={line(points.map((point) => ({ seconds: point.seconds, value: point.median })))}
            fill="none"
            stroke="var(--river)"
            strokeWidth={2}
            vectorEffect="non-scaling-stroke"
          />
        </>
      )}
      <path
        d={line(sample)}
        fill="none"
        stroke="var(--dim)"
        strokeWidth={1}
        opacity={0.7}
        vectorEffect="non-scaling-stroke"
      />
    </g>
  );
}

/** When runs end: lost above, cleared below. */
export function EndTicks({
  rows,
  span,
  ticksPerSecond,
  isStale,
}: {
  rows: readonly RunRecord[];
  span: number;
  ticksPerSecond: number;
  isStale: boolean;
}) {
  const mark = (row: RunRecord) => {
    const x = ((row.ticks / ticksPerSecond / span) * 1000).toFixed(1);
    return row.outcome === 'won' ? `M${x} 55V95` : `M${x} 8V48`;
  };
  const lost = rows.filter((row) => row.outcome !== 'won').map(mark);
  const won = rows.filter((row) => row.outcome === 'won').map(mark);
  return (
    <g opacity={isStale ? 0.35 : 0.75} strokeWidth={1}>
      <path d={lost.join('')} stroke="var(--clay)" vectorEffect="non-scaling-stroke" />
      <path d={won.join('')} stroke="var(--moss)" vectorEffect="non-scaling-stroke" />
    </g>
  );
}

/** How many of what cues let in are there, after every change. */
function countThere(events: RecordedRun['events']): { tick: number; there: number }[] {
  const steps: { tick: number; there: number }[] = [];
  const present = new Set<string>();
  for (const event of events) {
    if (event.type === 'arrival') present.add(event.piece);
    else if (event.type !== 'gone' || !present.delete(event.piece)) continue;
    steps.push({ tick: event.tick, there: present.size });
  }
  return steps;
}

/** What the cues of the shown run let in: ticks, one line a cue, and how many of them are there. */
export function ArrivalTicks({ run, span }: { run: RecordedRun | undefined; span: number }) {
  const arrivals = run?.events.filter((event) => event.type === 'arrival') ?? [];
  if (!run || arrivals.length === 0) return null;
  const cues = [...new Set(arrivals.map(({ cue }) => cue))];
  const x = (tick: number) => ((tick / run.ticksPerSecond / span) * 1000).toFixed(1);
  const line = 92 / cues.length;
  const steps = countThere(run.events);
  const most = Math.max(1, ...steps.map(({ there }) => there));
  const curve = steps.map(({ tick, there: count }) => `H${x(tick)}V${(96 - (count / most) * 88).toFixed(1)}`).join('');
  return (
    <g>
      <path d={`M0 96${curve}`} fill="none" stroke="var(--river)" strokeWidth={1.2} vectorEffect="non-scaling-stroke" />
      {cues.map((cue, index) => (
        <path
          key={cue}
          d={arrivals
            .filter((arrival) => arrival.cue === cue)
            .map(({ tick }) => `M${x(tick)} ${(4 + line * index).toFixed(1)}v${(line * 0.8).toFixed(1)}`)
            .join('')}
          stroke="var(--ink)"
          strokeOpacity={0.55}
          vectorEffect="non-scaling-stroke"
        >
          <title>{cue}</title>
        </path>
      ))}
    </g>
  );
}
