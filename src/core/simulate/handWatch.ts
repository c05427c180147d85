import { isOnlyToLive } from '../compile/errands';
import type { LevelProgram } from '../compile/levelProgram';
import type { World } from './engine/world';
import type { RunRecord } from './runRecord';
import type { RunNote } from './runWatch';

/** Nobody who plays stands still for so long without a reason, or presses nothing in a run of so long, s. */
const STILL_SECONDS = 10;
const PRESSLESS_SECONDS = 4;

type InactiveNote = Extract<RunNote, { type: 'inactive' }>;

/** Watches whether whoever plays does anything at all. */
export class HandWatch {
  private x = NaN;
  private y = NaN;
  private since = 0;
  private hasPressed = false;
  private longest = 0;
  private note: Omit<InactiveNote, 'seed'> | undefined;

  /** Where nothing is wanted but to live on, standing still may be all there is to do. */
  private readonly mayStand: boolean;

  constructor(private readonly program: LevelProgram) {
    this.mayStand = isOnlyToLive(program);
  }

  /** `isWatching`: it stands on purpose. */
  look({ player, tick }: World, input: number, isWatching: boolean): void {
    if (input !== 0) this.hasPressed = true;
    if (player.x !== this.x || player.y !== this.y || player.stunLeft > 0 || isWatching) {
      this.x = player.x;
      this.y = player.y;
      this.since = tick;
      return;
    }
    const ticks = tick - this.since;
    if (ticks <= this.longest) return;
    this.longest = ticks;
    const { ticksPerSecond } = this.program;
    const seconds = ticks / ticksPerSecond;
    if (seconds >= STILL_SECONDS)
      this.note = {
        type: 'inactive',
        what: 'stood still',
        seconds,
        at: this.since / ticksPerSecond,
        x: this.x,
        y: this.y,
      };
  }

  /** What the run that has just ended showed; ready for the next one. */
  finish({ seed, ticks, x, y }: RunRecord): InactiveNote[] {
    const seconds = ticks / this.program.ticksPerSecond;
    const notes: InactiveNote[] = [];
    if (!this.hasPressed && !this.mayStand && seconds >= PRESSLESS_SECONDS)
      notes.push({ type: 'inactive', seed, what: 'pressed nothing', seconds, at: 0, x, y });
    else if (this.note && !this.mayStand) notes.push({ ...this.note, seed });
    this.x = this.y = NaN;
    this.since = this.longest = 0;
    this.hasPressed = false;
    this.note = undefined;
    return notes;
  }
}
