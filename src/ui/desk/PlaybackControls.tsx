'use client';

import { ActionIcon, NumberInput, Tooltip } from '@mantine/core';
import {
  IconPlayerPause,
  IconPlayerPlay,
  IconPlayerSkipBack,
  IconPlayerTrackNext,
  IconPlayerTrackPrev,
} from '@tabler/icons-react';
import type { RunRecord } from '@/core/index';
import { SpeedSwitch } from '../frame/SpeedSwitch';
import { later } from '../frame/later';
import { useDesk, useFollowed, useKeyHint } from './DeskContext';
import css from './desk.module.css';

// Offered of a moment of a run.
const OthersFromHere = later(() => import('./OthersFromHere').then(({ OthersFromHere: Offer }) => Offer));
const VisitLine = later(() => import('./VisitLine').then(({ VisitLine: Line }) => Line));

/** Playing the run that is shown: play, step, speed, and which run. */
export function PlaybackControls({ onOpenChecks }: { onOpenChecks: () => void }) {
  const { playback, reading, visits } = useDesk();
  const { tick, speed, ticksPerSecond } = useFollowed(playback, (state) => state);
  const seconds = (tick / ticksPerSecond).toFixed(2);
  const isVisiting = useFollowed(visits, ({ visit }) => visit !== undefined);
  const record = useFollowed(reading, (state) => state.sampleRun)?.record;
  return (
    <div className={css.playback}>
      <StepButtons />
      <span className={`mono ${css.momentNow}`} data-testid="moment" title={`${seconds} s, tick ${tick}`}>
        <b>{seconds} s</b> <span className="quiet">tick {tick}</span>
      </span>
      <SpeedSwitch playback={playback} speed={speed} />
      <div className={css.playbackRest} />
      <VisitLine />
      <TakeOver onOpenChecks={onOpenChecks} />
      {record && !isVisiting && (
        <span className={record.outcome === 'won' ? 'good' : 'bad'} data-testid="sample-end">
          {sayOutcome(record)} at {(record.ticks / ticksPerSecond).toFixed(1)} s
        </span>
      )}
      <SeedField />
    </div>
  );
}

function StepButtons() {
  const { playback, reading } = useDesk();
  const { tick, isPlaying, lastTick } = useFollowed(playback, (state) => state);
  const run = useFollowed(reading, (state) => state.sampleRun);
  const hint = useKeyHint();
  return (
    <>
      <ActionIcon
        aria-label={isPlaying ? 'Pause' : 'Play'}
        title={`Play or pause${hint('play')}`}
        disabled={!run}
        onClick={() => playback.toggle()}
      >
        {isPlaying ? <IconPlayerPause size={16} /> : <IconPlayerPlay size={16} />}
      </ActionIcon>
      <ActionIcon
        variant="subtle"
        aria-label="Back to the start"
        title={`Back to the draft${hint('draft')}`}
        disabled={tick === 0}
        onClick={() => playback.seek(0)}
      >
        <IconPlayerSkipBack size={16} />
      </ActionIcon>
      <ActionIcon
        variant="subtle"
        aria-label="One tick back"
        title={`One tick back${hint('tick back')}`}
        disabled={tick === 0}
        onClick={() => playback.step(-1)}
      >
        <IconPlayerTrackPrev size={16} />
      </ActionIcon>
      <ActionIcon
        variant="subtle"
        aria-label="One tick on"
        title={`One tick on${hint('tick on')}`}
        disabled={!run || tick >= lastTick}
        onClick={() => playback.step(1)}
      >
        <IconPlayerTrackNext size={16} />
      </ActionIcon>
    </>
  );
}

/** Playing on by hand, or having others play on, from the moment that is shown. */
function TakeOver({ onOpenChecks }: { onOpenChecks: () => void }) {
  const { playback, reading, tries, session } = useDesk();
  const isAtStart = useFollowed(playback, (state) => state.tick === 0);
  const run = useFollowed(reading, (state) => state.sampleRun);
  const isTrying = useFollowed(tries, (state) => state.status !== 'off');
  if (!run || isAtStart || isTrying) return null;
  const momentNow = () => {
    const { tick, ticksPerSecond } = playback.store.getState();
    return { seed: run.seed, inputs: run.inputs.slice(0, tick), seconds: tick / ticksPerSecond };
  };
  return (
    <>
      <button
        type="button"
        className="act one-line"
        title="The run goes on from this moment, with you at the controls"
        onClick={() => void tries.takeOver(session.state.game, run.seed, momentNow().inputs)}
      >
        Take over
      </button>
      <button
        type="button"
        className="act one-line"
        title="Keeps what is true of this moment as a check that is played after every edit"
        onClick={onOpenChecks}
      >
        Check …
      </button>
      <OthersFromHere momentNow={momentNow} hint="How often stand-ins still clear it from this moment" />
    </>
  );
}

function SeedField() {
  const { reading } = useDesk();
  const seed = useFollowed(reading, (state) => state.sampleSeed);
  return (
    <Tooltip label="Which run is shown; every seed is another player">
      <NumberInput
        size="xs"
        w={104}
        aria-label="Seed of the run that is shown"
        leftSection={<span className="quiet tiny">seed</span>}
        leftSectionWidth={40}
        min={1}
        max={2_000_000_000}
        value={seed}
        onChange={(value) =>
          typeof value === 'number' && Number.isInteger(value) && value > 0 && void reading.showSample(value)
        }
      />
    </Tooltip>
  );
}

/** How a run ended, in a word or two. */
function sayOutcome({ outcome, cause }: RunRecord): string {
  if (outcome === 'won') return 'cleared';
  if (outcome === 'out of time') return 'out of time';
  return cause === 'touched' ? 'caught' : cause;
}
