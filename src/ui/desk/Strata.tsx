'use client';

import { ActionIcon, NumberInput, SegmentedControl, Tooltip } from '@mantine/core';
import {
  IconPlayerPause,
  IconPlayerPlay,
  IconPlayerSkipBack,
  IconPlayerTrackNext,
  IconPlayerTrackPrev,
} from '@tabler/icons-react';
import { useRef, type PointerEvent, type ReactNode } from 'react';
import type { PacingPoint, RecordedRun, RunRecord } from '@/core/index';
import { SPEEDS } from '../editor/playback';
import { useDesk, useFollowed } from './DeskContext';

/** Layers over run time, and the run that is shown in the arena: drag in them to move it to that moment. */
export function Strata() {
  const { session, reading } = useDesk();
  const limit = useFollowed(session, () => session.level.rules.timeLimit);
  const { pacing, rows, sampleRun, isStale } = useFollowed(reading, (state) => state);
  const span = niceSpan(rows, limit);
  return (
    <section
      aria-label="Strata"
      style={{
        background: 'var(--paper)',
        borderTop: '1px solid var(--layer)',
        gridColumn: '1 / -2',
        padding: '6px 12px 4px',
        minWidth: 0,
        display: 'flex',
        flexDirection: 'column',
      }}
    >
      <Controls />
      <ScrubArea span={span}>
        <TimeAxis span={span} />
        <Row label="In sight" hint="When a guard has the player in sight, in the run that is shown" height={24}>
          {sampleRun && <SightBars run={sampleRun} span={span} />}
        </Row>
        <Row
          label="Pressure"
          hint="How near contact is, 0 to 1: median and middle half of all runs; thin line: the run that is shown"
          height={58}
        >
          <PressureBand pacing={pacing} run={sampleRun} span={span} isStale={isStale} />
        </Row>
        <Row label="Ends" hint="When runs end: lost above, cleared below" height={30}>
          <EndTicks rows={rows} span={span} ticksPerSecond={sampleRun?.ticksPerSecond ?? 60} isStale={isStale} />
        </Row>
      </ScrubArea>
    </section>
  );
}

/** Seconds that the strata cover: all runs that end, with a little room, and not the empty rest of the limit. */
function niceSpan(rows: readonly RunRecord[], limit: number): number {
  const longest = rows.reduce((most, row) => Math.max(most, row.ticks), 0) / 60;
  const steps = [5, 10, 15, 20, 30, 45, 60, 90, 120, 180, 300, 600, 1200, 3600];
  return Math.min(limit, steps.find((step) => step >= longest * 1.02) ?? limit);
}

function Controls() {
  const { playback, reading } = useDesk();
  const { tick, isPlaying, speed, lastTick, ticksPerSecond } = useFollowed(playback, (state) => state);
  const run = useFollowed(reading, (state) => state.sampleRun);
  const seed = useFollowed(reading, (state) => state.sampleSeed);
  const record = run?.record;
  return (
    <div style={{ display: 'flex', alignItems: 'center', gap: 6, height: 32 }}>
      <ActionIcon
        aria-label={isPlaying ? 'Pause' : 'Play'}
        title="Play or pause (P)"
        disabled={!run}
        onClick={() => playback.toggle()}
      >
        {isPlaying ? <IconPlayerPause size={16} /> : <IconPlayerPlay size={16} />}
      </ActionIcon>
      <ActionIcon
        variant="subtle"
        aria-label="Back to the start"
        title="Back to the draft (Home)"
        disabled={tick === 0}
        onClick={() => playback.seek(0)}
      >
        <IconPlayerSkipBack size={16} />
      </ActionIcon>
      <ActionIcon
        variant="subtle"
        aria-label="One tick back"
        title="One tick back (,)"
        disabled={tick === 0}
        onClick={() => playback.step(-1)}
      >
        <IconPlayerTrackPrev size={16} />
      </ActionIcon>
      <ActionIcon
        variant="subtle"
        aria-label="One tick on"
        title="One tick on (.)"
        disabled={!run || tick >= lastTick}
        onClick={() => playback.step(1)}
      >
        <IconPlayerTrackNext size={16} />
      </ActionIcon>
      <span className="mono" data-testid="moment" style={{ minWidth: 126 }}>
        <b>{(tick / ticksPerSecond).toFixed(2)} s</b> <span className="quiet">tick {tick}</span>
      </span>
      <SegmentedControl
        size="xs"
        aria-label="Speed"
        value={String(speed)}
        onChange={(value) => playback.setSpeed(Number(value))}
        data={SPEEDS.map((value) => ({
          value: String(value),
          label: `${value === 0.25 ? '¼' : value === 0.5 ? '½' : value}×`,
        }))}
      />
      <div style={{ flex: 1 }} />
      {record && (
        <span className={record.outcome === 'won' ? 'good' : 'bad'} data-testid="sample-end">
          {record.outcome === 'won' ? 'cleared' : record.outcome === 'lost' ? 'caught' : 'out of time'} at{' '}
          {(record.ticks / ticksPerSecond).toFixed(1)} s
        </span>
      )}
      <Tooltip label="Which run is shown; every seed is another player">
        <NumberInput
          size="xs"
          w={104}
          aria-label="Seed of the run that is shown"
          leftSection={
            <span className="quiet" style={{ fontSize: 11 }}>
              seed
            </span>
          }
          leftSectionWidth={40}
          min={1}
          max={2_000_000_000}
          value={seed}
          onChange={(value) =>
            typeof value === 'number' && Number.isInteger(value) && value > 0 && void reading.showSample(value)
          }
        />
      </Tooltip>
    </div>
  );
}

function Row({ label, hint, height, children }: { label: string; hint: string; height: number; children: ReactNode }) {
  return (
    <div className="strata-row" style={{ height }}>
      <span className="quiet" title={hint} style={{ alignSelf: 'center' }}>
        {label}
      </span>
      <svg width="100%" height={height} viewBox="0 0 1000 100" preserveAspectRatio="none" aria-label={hint}>
        {children}
      </svg>
    </div>
  );
}

/** Everything right of the labels can be dragged over. */
function ScrubArea({ span, children }: { span: number; children: ReactNode }) {
  const { playback } = useDesk();
  const { tick, ticksPerSecond, lastTick } = useFollowed(playback, (state) => state);
  const track = useRef<HTMLDivElement>(null);
  const seek = (event: PointerEvent) => {
    const box = track.current!.getBoundingClientRect();
    playback.seek(((event.clientX - box.left) / box.width) * span * ticksPerSecond);
  };
  return (
    <div style={{ position: 'relative', flex: 1, minHeight: 0 }}>
      {children}
      <div
        ref={track}
        data-testid="scrub"
        role="slider"
        tabIndex={0}
        aria-label="Moment of the run that is shown"
        aria-valuemin={0}
        aria-valuemax={lastTick}
        aria-valuenow={tick}
        aria-valuetext={`${(tick / ticksPerSecond).toFixed(1)} s`}
        style={{
          position: 'absolute',
          left: 84,
          right: 0,
          top: 0,
          bottom: 0,
          cursor: 'ew-resize',
          touchAction: 'none',
        }}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          seek(event);
        }}
        onPointerMove={(event) => event.buttons > 0 && seek(event)}
        onKeyDown={(event) => {
          const step = { ArrowLeft: -6, ArrowRight: 6, PageDown: -60, PageUp: 60 }[event.key];
          if (!step) return;
          event.preventDefault();
          event.stopPropagation();
          playback.step(step);
        }}
      >
        <div
          style={{
            position: 'absolute',
            top: 0,
            bottom: 0,
            left: `${(tick / ticksPerSecond / span) * 100}%`,
            width: 2,
            marginLeft: -1,
            background: 'var(--ink)',
            pointerEvents: 'none',
          }}
        />
      </div>
    </div>
  );
}

function TimeAxis({ span }: { span: number }) {
  const marks = Array.from({ length: 7 }, (_, index) => (span * index) / 6);
  return (
    <div style={{ position: 'relative', height: 17, marginLeft: 84 }}>
      {marks.map((seconds, index) => (
        <span
          key={seconds}
          className="mono quiet"
          style={{
            position: 'absolute',
            whiteSpace: 'nowrap',
            fontSize: 11,
            left: `${(seconds / span) * 100}%`,
            transform: index === 0 ? 'none' : index === 6 ? 'translateX(-100%)' : 'translateX(-50%)',
          }}
        >
          {Number(seconds.toFixed(1))}
          {index === 6 ? ' s' : ''}
        </span>
      ))}
    </div>
  );
}

function SightBars({ run, span }: { run: RecordedRun; span: number }) {
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

function PressureBand({
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

function EndTicks({
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
