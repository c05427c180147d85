import type { RecordedRun } from '@/core/index';

/** The player is elsewhere when it is farther off than this, cells. */
const APART_CELLS = 0.05;

/** The first tick in which the player is elsewhere in one run than in the other, or one of them has ended; undefined where they are alike. */
export function partingTick(one: RecordedRun, other: RecordedRun): number | undefined {
  const ticks = Math.min(one.frames.length / one.frameSize, other.frames.length / other.frameSize);
  const off = (tick: number, column: number) =>
    Math.abs(one.frames[tick * one.frameSize + column] - other.frames[tick * other.frameSize + column]);
  for (let tick = 0; tick < ticks; tick++) if (Math.max(off(tick, 0), off(tick, 1)) > APART_CELLS) return tick;
  return one.frames.length / one.frameSize === other.frames.length / other.frameSize ? undefined : ticks - 1;
}
