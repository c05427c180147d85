'use client';

import { Area, Bar, BarChart, CartesianGrid, ComposedChart, Line, LineChart, Tooltip, XAxis, YAxis } from 'recharts';
import type { Summary } from '@/core/index';
import type { BatchInfo } from '@/server/contracts/batches';
import { lastSecond } from './lastSecond';
import { Tempo } from './Tempo';
import css from './report.module.css';
import { Chart, Key, MARGIN, seconds, TICK, timeAxis, TOOLTIP } from '../charts/Chart';

/** All charts of a report, over the time of runs. */
export function Charts({ summary, batch, ...durations }: { summary: Summary; batch: BatchInfo } & DurationProps) {
  return (
    <>
      <DurationChart end={lastSecond(summary)} {...durations} />
      <SurvivalChart summary={summary} />
      <PacingChart summary={summary} />
      <Tempo batch={batch} />
    </>
  );
}

interface DurationProps {
  /** Of those runs that are shown. */
  histogram: Summary['histogram'];
  isNarrowed: boolean;
  /** A stretch was clicked, s. */
  onStretch: (from: number, to: number) => void;
}

/** How long runs took, by how they ended. */
function DurationChart({ end, histogram, isNarrowed, onStretch }: DurationProps & { end: number }) {
  const data = histogram
    .filter((bin) => bin.fromSeconds < end)
    .map((bin) => ({ ...bin, label: `${bin.fromSeconds}–${bin.toSeconds} s` }));
  return (
    <Chart
      title="How long runs take"
      note={
        <>
          {isNarrowed ? 'of those runs' : 'runs by duration'}: <Key colour="var(--moss)">cleared</Key>,{' '}
          <Key colour="var(--clay)">lost</Key>, <Key colour="var(--ochre-line)">out of time</Key>
        </>
      }
      height={158}
    >
      <BarChart
        data={data}
        margin={MARGIN}
        barCategoryGap={1}
        className={css.clicked}
        onClick={({ activeTooltipIndex }) => {
          const bin = data[Number(activeTooltipIndex)];
          if (bin) onStretch(bin.fromSeconds, bin.toSeconds);
        }}
      >
        <CartesianGrid vertical={false} stroke="var(--layer)" />
        <XAxis
          dataKey="fromSeconds"
          tick={TICK}
          tickFormatter={seconds}
          interval="equidistantPreserveStart"
          minTickGap={14}
          stroke="var(--layer)"
        />
        <YAxis tick={TICK} allowDecimals={false} stroke="var(--layer)" />
        <Tooltip
          contentStyle={TOOLTIP}
          cursor={{ fill: 'var(--layer)', opacity: 0.4 }}
          labelFormatter={(_, entries) => String((entries[0]?.payload as { label?: string } | undefined)?.label ?? '')}
        />
        <Bar dataKey="won" name="cleared" stackId="all" fill="var(--moss)" isAnimationActive={false} />
        <Bar dataKey="lost" name="lost" stackId="all" fill="var(--clay)" isAnimationActive={false} />
        <Bar dataKey="outOfTime" name="out of time" stackId="all" fill="var(--ochre-line)" isAnimationActive={false} />
      </BarChart>
    </Chart>
  );
}

/** Chance of not having been caught by a time. */
function SurvivalChart({ summary }: { summary: Summary }) {
  const end = lastSecond(summary);
  const last = summary.survival[summary.survival.length - 1];
  const data = [...summary.survival, { seconds: end, share: last.share }];
  return (
    <Chart
      title="Still in play"
      note="of players who keep on playing, the share not yet lost by a time (Kaplan–Meier)"
      height={158}
    >
      <LineChart data={data} margin={MARGIN}>
        <CartesianGrid vertical={false} stroke="var(--layer)" />
        <XAxis {...timeAxis(end)} />
        <YAxis
          domain={[0, 1]}
          tick={TICK}
          tickFormatter={(value: number) => `${Math.round(value * 100)} %`}
          stroke="var(--layer)"
          width={64}
        />
        <Tooltip
          contentStyle={TOOLTIP}
          labelFormatter={seconds}
          formatter={(value) => [`${(Number(value) * 100).toFixed(1)} %`, 'still in play']}
        />
        <Line
          type="stepAfter"
          dataKey="share"
          stroke="var(--river)"
          strokeWidth={2}
          dot={false}
          isAnimationActive={false}
        />
      </LineChart>
    </Chart>
  );
}

/** Fewer samples than this say too little to draw. */
const LEAST_SAMPLES = 30;

/** Pressure over the time of the run. */
function PacingChart({ summary }: { summary: Summary }) {
  const end = lastSecond(summary);
  const data = summary.pacing
    .filter((point) => point.samples >= LEAST_SAMPLES)
    .map((point) => ({
      seconds: point.seconds,
      median: point.median,
      middleHalf: [point.q1, point.q3],
      sighted: point.sighted,
    }));
  return (
    <Chart
      title="Pressure"
      note={
        <>
          0 to 1 over run time: <Key colour="var(--river)">median and middle half</Key>,{' '}
          <Key colour="var(--ochre-line)">in sight</Key>
        </>
      }
      height={158}
    >
      <ComposedChart data={data} margin={MARGIN}>
        <CartesianGrid vertical={false} stroke="var(--layer)" />
        <XAxis {...timeAxis(end)} />
        <YAxis domain={[0, 1]} tick={TICK} stroke="var(--layer)" />
        <Tooltip
          contentStyle={TOOLTIP}
          labelFormatter={seconds}
          formatter={(value) =>
            Array.isArray(value) ? value.map((part) => Number(part).toFixed(2)).join('–') : Number(value).toFixed(2)
          }
        />
        <Area
          dataKey="middleHalf"
          name="middle half"
          stroke="none"
          fill="var(--river)"
          fillOpacity={0.2}
          isAnimationActive={false}
        />
        <Line
          dataKey="median"
          name="median"
          stroke="var(--river)"
          strokeWidth={2}
          dot={false}
          isAnimationActive={false}
        />
        <Line
          dataKey="sighted"
          name="in sight"
          stroke="var(--ochre-line)"
          strokeWidth={1.5}
          dot={false}
          isAnimationActive={false}
        />
      </ComposedChart>
    </Chart>
  );
}
