'use client';

import { SegmentedControl } from '@mantine/core';
import { SPEEDS, type Playback } from '../editor/playback';

const LABELS: Record<number, string> = { 0.25: '¼', 0.5: '½' };

/** How fast a run is shown. */
export function SpeedSwitch({ playback, speed }: { playback: Playback; speed: number }) {
  return (
    <SegmentedControl
      size="xs"
      aria-label="Speed"
      value={String(speed)}
      onChange={(value) => playback.setSpeed(Number(value))}
      data={SPEEDS.map((value) => ({ value: String(value), label: `${LABELS[value] ?? value}×` }))}
    />
  );
}
