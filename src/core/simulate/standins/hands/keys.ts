import type { RandomStream } from '../../../foundation/random';
import { ACTION_BIT, DIRECTION_BITS, type Input } from '../../engine/player/inputs';
import type { StandInTraits } from '../../../people/traits';

/** A wrong key is let go again after so long, s. */
const SLIP_SECONDS = 0.12;
/** A key that is to be pressed anew is let go for at least so long, and held for at least so long, s. */
const TAP_SECONDS = 0.06;

/** The keys under the hands of a stand-in: each change comes a little late, and now and then the wrong one goes down. */
export class Keys {
  private readonly jitterTicks: number;
  private readonly slipTicks: number;
  private readonly tapTicks: number;
  private readonly betweenPresses: number;
  private pressed: Input = 0;
  private pending: Input = 0;
  private due = 0;
  private slipUntil = 0;
  private slipped: Input = 0;
  private tapFrom = 0;
  private tapUntil = -1;
  private tapped: Input = 0;
  private nextTap = 0;

  constructor(
    private readonly traits: StandInTraits,
    ticksPerSecond: number,
    /** Whether only the four straight directions mean anything, or east and west alone. */
    private readonly directions: 8 | 4 | 2,
  ) {
    this.jitterTicks = Math.round((traits.timingJitterMs / 1000) * ticksPerSecond);
    this.slipTicks = Math.max(1, Math.round(SLIP_SECONDS * ticksPerSecond));
    this.tapTicks = Math.max(1, Math.round(TAP_SECONDS * ticksPerSecond));
    this.betweenPresses = ticksPerSecond / traits.pressesPerSecond;
  }

  reset(): void {
    this.pressed = this.pending = this.due = this.slipUntil = this.nextTap = 0;
    this.tapUntil = -1;
  }

  /** Holds keys down until others are wanted. */
  hold(tick: number, wanted: Input, random: RandomStream): Input {
    if (wanted !== this.pending) {
      const isUnderWay = this.pending !== this.pressed;
      this.pending = wanted;
      if (!isUnderWay) {
        this.due = tick + random.nextInteger(0, this.jitterTicks);
        this.maySlip(tick, wanted, random);
      }
    }
    if (tick >= this.due) this.pressed = this.pending;
    if (tick < this.slipUntil && tick >= this.due) return this.slipped;
    return this.pressed;
  }

  private maySlip(tick: number, wanted: Input, random: RandomStream): void {
    const slips = random.nextUnit() < this.traits.slipShare;
    const side = random.nextUnit();
    const direction = wanted & DIRECTION_BITS;
    if (!slips || direction === 0) return;
    this.slipped = this.neighbour(direction, side) + (wanted & ACTION_BIT);
    this.slipUntil = this.due + this.slipTicks;
  }

  private neighbour(direction: number, side: number): number {
    const turn = side < 0.5 ? 1 : 7;
    if (this.directions === 2) return direction === 1 ? 5 : 1;
    return ((direction - 1 + (this.directions === 4 ? 2 * turn : turn)) % 8) + 1;
  }

  /** Whether one key can be pressed anew now. */
  canTap(tick: number): boolean {
    return tick >= this.nextTap && tick >= this.tapUntil;
  }

  /** Presses a key once; it goes down a little late and comes up again by itself. */
  tap(tick: number, wanted: Input, random: RandomStream): void {
    const slips = random.nextUnit() < this.traits.slipShare;
    const side = random.nextUnit();
    const late = random.nextInteger(0, this.jitterTicks);
    const direction = wanted & DIRECTION_BITS;
    this.tapped = slips && direction > 0 ? this.neighbour(direction, side) : wanted;
    this.tapFrom = tick + late;
    this.tapUntil = this.tapFrom + this.tapTicks;
    this.nextTap = tick + late + this.betweenPresses;
  }

  /** Lets one press go by. */
  rest(tick: number): void {
    this.nextTap = tick + this.betweenPresses;
  }

  /** What is down of the key that was pressed once. */
  tapNow(tick: number): Input {
    return tick >= this.tapFrom && tick < this.tapUntil ? this.tapped : 0;
  }

  /** Whether a press is still to come, or has just been made. */
  isTapping(tick: number): boolean {
    return tick < this.tapUntil;
  }
}
