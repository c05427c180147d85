'use client';

import { useRef, type CSSProperties, type PointerEvent, type ReactNode } from 'react';
import type { RunRecord } from '@/core/index';
import { runsEndingAbout } from '../editor/visits';
import { useDesk, useFollowed } from './DeskContext';
import { useLevelNames } from './useLevelNames';
import { PlaybackControls } from './PlaybackControls';
import { ArrivalTicks, EndTicks, PressureBand, SightBars } from './strataLayers';
import css from './desk.module.css';

/** Layers over run time, and the run that is shown in the arena: drag in them to move it to that moment. */
export function Strata({ onOpenChecks }: { onOpenChecks: () => void }) {
  const { session, reading } = useDesk();
  const limit = useFollowed(session, () => session.level.rules.timeLimit);
  const { summary, rows, sampleRun, isStale } = useFollowed(reading, (state) => state);
  const span = niceSpan(rows, limit);
  const hasArrivals = sampleRun?.events.some(({ type }) => type === 'arrival') ?? false;
  return (
    <section id="strata" tabIndex={-1} className={css.strata} aria-label="Strata">
      <PlaybackControls onOpenChecks={onOpenChecks} />
      <ScrubArea span={span}>
        <TimeAxis span={span} />
        <Row
          label="In sight"
          hint="When a guard has the player in sight, in the run that is shown"
          height={hasArrivals ? 19 : 24}
        >
          {sampleRun && <SightBars run={sampleRun} span={span} />}
        </Row>
        {hasArrivals && (
          <Row
            label="Arrivals"
            hint="Ticks: what each cue lets in, one line a cue; curve: how many of them are there, in the run that is shown"
            height={27}
          >
            <ArrivalTicks run={sampleRun} span={span} />
          </Row>
        )}
        <Row
          label="Pressure"
          hint="How near contact is, 0 to 1: median and middle half of all runs; thin line: the run that is shown"
          height={hasArrivals ? 36 : 58}
        >
          <PressureBand pacing={summary?.pacing ?? []} run={sampleRun} span={span} isStale={isStale} />
        </Row>
        <Row
          label="Ends"
          hint="When runs end: lost above, cleared below. A click shows those that end about there"
          height={30}
        >
          <EndTicks rows={rows} span={span} ticksPerSecond={sampleRun?.ticksPerSecond ?? 60} isStale={isStale} />
        </Row>
        <EndsPick span={span} />
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

function Row({ label, hint, height, children }: { label: string; hint: string; height: number; children: ReactNode }) {
  return (
    <div className="strata-row" style={{ height }}>
      <span className={`quiet ${css.strataName}`} title={hint}>
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
    <div className={css.strataRows}>
      {children}
      <div
        className={css.strataSeek}
        ref={track}
        data-testid="scrub"
        role="slider"
        tabIndex={0}
        aria-label="Moment of the run that is shown"
        aria-valuemin={0}
        aria-valuemax={lastTick}
        aria-valuenow={tick}
        aria-valuetext={`${(tick / ticksPerSecond).toFixed(1)} s`}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          seek(event);
        }}
        onPointerMove={(event) => event.buttons > 0 && seek(event)}
        onKeyDown={(event) => {
          const step = { ArrowLeft: -6, ArrowRight: 6, PageDown: -60, PageUp: 60, Home: -lastTick, End: lastTick }[
            event.key
          ];
          if (!step) return;
          event.preventDefault();
          event.stopPropagation();
          playback.step(step);
        }}
      >
        <div
          className="tinted"
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

/** So near to where it is clicked a run has ended there, as a share of what the strata cover. */
const NEAR_SHARE = 0.012;

/** The ends of runs can be clicked: each click goes to the runs that ended about then. */
function EndsPick({ span }: { span: number }) {
  const { visits, reading, playback } = useDesk();
  const names = useLevelNames();
  const pick = (event: PointerEvent) => {
    event.stopPropagation();
    const box = event.currentTarget.getBoundingClientRect();
    const { ticksPerSecond } = playback.store.getState();
    const seconds = ((event.clientX - box.left) / box.width) * span;
    const isWon = event.clientY > box.top + box.height / 2;
    const { rows } = reading.store.getState();
    const found = runsEndingAbout(rows, seconds * ticksPerSecond, isWon, NEAR_SHARE * span * ticksPerSecond);
    const at = (found[0]?.ticks ?? 0) / ticksPerSecond;
    void visits.open(`${isWon ? 'cleared' : 'lost'} at about ${at.toFixed(1)} s`, found, names);
  };
  return <div className={css.endsPick} data-testid="ends" aria-hidden onPointerDown={pick} />;
}

function TimeAxis({ span }: { span: number }) {
  const step = [1, 2, 5, 10, 20, 30, 60, 120, 300, 600].find((candidate) => span / candidate <= 8) ?? 1200;
  const marks = Array.from({ length: Math.floor(span / step) + 1 }, (_, index) => index * step);
  return (
    <div className={css.strataScale}>
      {marks.map((seconds) => (
        <span
          key={seconds}
          className="mono quiet"
          style={{ position: 'absolute', whiteSpace: 'nowrap', fontSize: 11, ...placeLabel(seconds / span) }}
        >
          {seconds} s
        </span>
      ))}
    </div>
  );
}

/** Labels stand over their place; the first and last stay inside. */
function placeLabel(share: number): CSSProperties {
  if (share === 0) return { left: 0 };
  if (share === 1) return { right: 0 };
  return { left: `${share * 100}%`, transform: 'translateX(-50%)' };
}
