import type { RandomStream } from '../../foundation/random';
import type { Input } from '../engine/player/inputs';
import type { StandInTraits } from './traits';

/** The hand of a stand-in: when it decides, how late a key goes down, how often the wrong one. Like keys held down. */
export class Hand {
  readonly ticksPerDecision: number;
  private readonly jitterTicks: number;
  private pressed: Input = 0;
  private pending: Input = 0;
  private pendingTick = 0;
  private nextDecision = 0;

  constructor(
    traits: StandInTraits,
    ticksPerSecond: number,
    /** Whether keys are let go again after half of the time between decisions, so that each is a press of its own. */
    private readonly taps: boolean,
  ) {
    this.ticksPerDecision = ticksPerSecond / traits.decisionsPerSecond;
    this.jitterTicks = Math.round((traits.timingJitterMs / 1000) * ticksPerSecond);
  }

  /** Begins a run; nothing is decided before a tick. */
  reset(firstDecision: number): void {
    this.nextDecision = firstDecision;
    this.pressed = this.pending = 0;
    this.pendingTick = 0;
  }

  /** The input for a tick. Between decisions the keys stay as they are. */
  press(tick: number, random: RandomStream, decide: () => Input): Input {
    if (tick >= this.nextDecision) {
      this.nextDecision = tick + this.ticksPerDecision;
      this.pending = decide();
      this.pendingTick = tick + random.nextInteger(0, this.jitterTicks);
    }
    if (tick >= this.pendingTick) this.pressed = this.pending;
    if (this.taps && tick >= this.pendingTick + this.ticksPerDecision / 2) this.pressed = 0;
    return this.pressed;
  }
}
