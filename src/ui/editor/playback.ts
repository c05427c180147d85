import { createStore } from 'zustand/vanilla';

export interface PlaybackState {
  /** Time of the run that is shown, in ticks; 0 is the level as it was drafted. */
  tick: number;
  isPlaying: boolean;
  /** 1 is real time. */
  speed: number;
  /** Last tick of the run. */
  lastTick: number;
  ticksPerSecond: number;
}

/** Parts of a tick by which sums of frames may fall short. */
const ROUNDING = 1e-6;

export const SPEEDS = [0.25, 0.5, 1, 2, 4] as const;

/** Which moment of a recorded run is shown, and how it moves on. Driven by the frames of the screen. */
export class Playback {
  readonly store = createStore<PlaybackState>(() => ({
    tick: 0,
    isPlaying: false,
    speed: 1,
    lastTick: 0,
    ticksPerSecond: 60,
  }));
  private rest = 0;

  /** A run was made or made anew; the moment stays as far as the run has it. */
  setRun(lastTick: number, ticksPerSecond: number): void {
    const { tick } = this.store.getState();
    this.store.setState({ lastTick, ticksPerSecond, tick: Math.min(tick, lastTick) });
  }

  /** Moves on by so many milliseconds of real time. */
  advance(elapsedMs: number): void {
    const { isPlaying, tick, lastTick, speed, ticksPerSecond } = this.store.getState();
    if (!isPlaying) return;
    this.rest += (elapsedMs / 1000) * ticksPerSecond * speed;
    const whole = Math.floor(this.rest + ROUNDING);
    if (whole === 0) return;
    this.rest -= whole;
    const next = Math.min(lastTick, tick + whole);
    this.store.setState({ tick: next, isPlaying: next < lastTick });
  }

  toggle(): void {
    const { isPlaying, tick, lastTick } = this.store.getState();
    this.rest = 0;
    // At the end, playing starts over.
    this.store.setState({ isPlaying: !isPlaying, tick: !isPlaying && tick >= lastTick ? 0 : tick });
  }

  seek(tick: number): void {
    const { lastTick } = this.store.getState();
    this.store.setState({ tick: Math.max(0, Math.min(lastTick, Math.round(tick))), isPlaying: false });
  }

  step(ticks: number): void {
    this.seek(this.store.getState().tick + ticks);
  }

  setSpeed(speed: number): void {
    this.store.setState({ speed });
  }

  play(): void {
    this.rest = 0;
    this.store.setState({ isPlaying: true });
  }
}
