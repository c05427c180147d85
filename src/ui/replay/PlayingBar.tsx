'use client';

import { ActionIcon, Slider } from '@mantine/core';
import { IconPlayerPause, IconPlayerPlay } from '@tabler/icons-react';
import { useEffect } from 'react';
import { useFollowed } from '../desk/DeskContext';
import type { Playback } from '../editor/playback';
import { Frames } from '../frame/frames';
import { SpeedSwitch } from '../frame/SpeedSwitch';

/** Lets the playback go on as long as it is shown. */
export function useAdvancing(playback: Playback): void {
  useEffect(() => advancing(playback), [playback]);
}

/** Moves the playback on with the frames of the screen, until the returned function is called. */
function advancing(playback: Playback): () => void {
  const frames = new Frames(
    () => playback.store.getState().isPlaying,
    (elapsed) => playback.advance(elapsed),
  );
  frames.ask();
  const end = playback.store.subscribe(frames.ask);
  return () => {
    end();
    frames.stop();
  };
}

/** Play and pause, the moment, and how fast. */
export function PlayingBar({ playback }: { playback: Playback }) {
  const { tick, isPlaying, speed, lastTick, ticksPerSecond } = useFollowed(playback, (state) => state);
  return (
    <>
      <ActionIcon aria-label={isPlaying ? 'Pause' : 'Play'} onClick={() => playback.toggle()}>
        {isPlaying ? <IconPlayerPause size={16} /> : <IconPlayerPlay size={16} />}
      </ActionIcon>
      <Slider
        className="rest"
        label={null}
        thumbLabel="Moment"
        min={0}
        max={lastTick}
        value={tick}
        onChange={(value) => playback.seek(value)}
      />
      <span className="mono one-line">
        {(tick / ticksPerSecond).toFixed(2)} s of {(lastTick / ticksPerSecond).toFixed(1)} s
      </span>
      <SpeedSwitch playback={playback} speed={speed} />
    </>
  );
}
