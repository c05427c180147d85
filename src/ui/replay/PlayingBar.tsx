'use client';

import { ActionIcon, Slider } from '@mantine/core';
import { IconPlayerPause, IconPlayerPlay } from '@tabler/icons-react';
import { useEffect } from 'react';
import { useFollowed } from '../desk/DeskContext';
import type { Playback } from '../editor/playback';
import { SpeedSwitch } from '../frame/SpeedSwitch';

/** Lets the playback go on as long as it is shown. */
export function useAdvancing(playback: Playback): void {
  useEffect(() => advancing(playback), [playback]);
}

/** Moves the playback on with every frame that the browser draws, until the returned function is called. */
function advancing(playback: Playback): () => void {
  let last = performance.now();
  let request = requestAnimationFrame(function frame(now: number) {
    playback.advance(now - last);
    last = now;
    request = requestAnimationFrame(frame);
  });
  return () => cancelAnimationFrame(request);
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
