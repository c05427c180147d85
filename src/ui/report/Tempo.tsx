'use client';

import { useQueries } from '@tanstack/react-query';
import { Area, CartesianGrid, ComposedChart, Line, ReferenceLine, XAxis, YAxis } from 'recharts';
import type { Summary } from '@/core/index';
import type { BatchInfo } from '@/server/contracts/batches';
import { Chart, MARGIN, TICK, timeAxis } from '../charts/Chart';
import { gorgeApi } from '../requests/gorgeApi';
import styles from './report.module.css';

/** So many arms are laid beside each other at the most. */
const MOST_ARMS = 8;
/** So many times stand on the narrow axis. */
const MOST_TIMES = 4;
/** Fewer samples than this say too little to draw. */
const LEAST_SAMPLES = 30;
/** Names of waves stand so far apart, as a share of the axis. */
const LEAST_APART = 0.12;
/** Waves that fewer than this share of runs come to are not marked. */
const LEAST_SHARE = 0.1;

/** How pressure goes over time for each arm of a batch, all on the same axes, with the waves as they begin. */
export function Tempo({ batch }: { batch: BatchInfo }) {
  const arms = batch.arms.slice(0, MOST_ARMS);
  const reports = useQueries({
    queries: arms.map(({ arm, runsDone }) => ({
      queryKey: ['tempo', batch.gameId, batch.id, arm, runsDone],
      queryFn: () => gorgeApi.report(batch.gameId, String(batch.id), arm),
    })),
  });
  const known = arms.flatMap(({ name }, index) => {
    const summary = reports[index].data?.summary;
    return summary && summary.runs > 0 ? [{ name, summary }] : [];
  });
  if (arms.length < 2 || known.length < 2) return null;
  const end = Math.max(...known.map(({ summary }) => dataOf(summary).at(-1)?.seconds ?? 0));
  return (
    <section aria-label="Tempo of each arm">
      <h2 className={`heading ${styles.part}`}>Tempo of each arm</h2>
      <p className={`quiet ${styles.tempoNote}`}>
        Pressure from 0 to 1 over the time of runs: median and middle half.
        {known.some(({ summary }) => summary.waveBegins.length > 0) &&
          ' Dashed: when each wave begins, in the median of the runs that come to it.'}
      </p>
      <div className={styles.tempo}>
        {known.map(({ name, summary }) => (
          <OneTempo key={name} name={name} summary={summary} end={end} />
        ))}
      </div>
    </section>
  );
}

function dataOf({ pacing }: Summary) {
  return pacing
    .filter(({ samples }) => samples >= LEAST_SAMPLES)
    .map(({ seconds, median, q1, q3 }) => ({ seconds, median, middleHalf: [q1, q3] }));
}

function OneTempo({ name, summary, end }: { name: string; summary: Summary; end: number }) {
  const waves = summary.waveBegins.filter(({ runs }) => runs >= LEAST_SHARE * summary.runs);
  const named = withRoom(
    waves.map(({ seconds }) => seconds),
    LEAST_APART * end,
  );
  return (
    <Chart title={name} note={`${summary.runs} runs`} height={104}>
      <ComposedChart data={dataOf(summary)} margin={MARGIN}>
        <CartesianGrid vertical={false} stroke="var(--layer)" />
        <XAxis {...timeAxis(end, MOST_TIMES)} />
        <YAxis domain={[0, 1]} ticks={[0, 0.5, 1]} tick={TICK} stroke="var(--layer)" />
        {waves.map((begin) => (
          <ReferenceLine
            key={begin.wave}
            x={begin.seconds}
            stroke="var(--ochre-line)"
            strokeDasharray="3 3"
            label={{
              value: named.has(begin.seconds) ? `w${begin.wave}` : undefined,
              position: 'insideTopLeft',
              fontSize: 10,
              fill: 'var(--ochre)',
            }}
          />
        ))}
        <Area dataKey="middleHalf" stroke="none" fill="var(--river)" fillOpacity={0.2} isAnimationActive={false} />
        <Line dataKey="median" stroke="var(--river)" strokeWidth={1.5} dot={false} isAnimationActive={false} />
      </ComposedChart>
    </Chart>
  );
}

/** Of places in their order those that are far enough from the one before that is kept: a name on another cannot be read. */
function withRoom(places: readonly number[], apart: number): Set<number> {
  const kept = new Set<number>();
  let last = -Infinity;
  for (const place of places) {
    if (place - last < apart) continue;
    kept.add(place);
    last = place;
  }
  return kept;
}
