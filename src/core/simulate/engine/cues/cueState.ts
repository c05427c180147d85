import type { LevelProgram } from '../../../compile/levelProgram';
import type { ColumnTable } from '../columns';
import { NEVER } from '../never';

/** In which part of its course a row of waves is. */
export const WAVE_STAGE = { resting: 0, arriving: 1, open: 2, over: 3 } as const;

/** What the cues of a run are at; one entry a cue. Times in ticks. */
export class CueState {
  /** When a spawner opened; {@link NEVER} before. */
  readonly openedAt: Int32Array;
  readonly isClosed: Uint8Array;
  /** When the next is due; not whole, so that what is left of an interval is kept. */
  readonly due: Float64Array;
  /** How many have come in all, and how many of them are there. */
  readonly come: Int32Array;
  readonly alive: Int32Array;
  /** Places that were drawn and not allowed, and arrivals that did not come for want of room or of a place. */
  readonly rejected: Int32Array;
  readonly missed: Int32Array;
  /** Waves: which one it is at, from 0; −1 before the first. */
  readonly wave: Int32Array;
  readonly stage: Uint8Array;
  /** Spawners: what jitter has added up to. */
  readonly jitter: Float64Array;
  /** How many of the wave have come; of a spawner, how many were due. */
  readonly served: Int32Array;
  readonly lastArrival: Int32Array;
  /** Where the middle of the last gap was; NaN before the first. Where the rows of a wave begin. */
  readonly lastGap: Float64Array;
  readonly rowsX: Float64Array;
  readonly rowsY: Float64Array;
  /** 1 once the stragglers of the wave have been sent into their state. */
  readonly hasSent: Uint8Array;

  constructor(
    private readonly program: LevelProgram,
    table: ColumnTable,
  ) {
    this.openedAt = table.integers('cue', { start: NEVER });
    this.isClosed = table.bytes('cue');
    this.due = table.floats('cue');
    this.come = table.integers('cue');
    this.alive = table.integers('cue');
    this.rejected = table.integers('cue');
    this.missed = table.integers('cue');
    this.wave = table.integers('cue');
    this.stage = table.bytes('cue');
    this.jitter = table.floats('cue');
    this.served = table.integers('cue');
    this.lastArrival = table.integers('cue', { start: NEVER });
    this.lastGap = table.floats('cue', { start: NaN });
    this.rowsX = table.floats('cue');
    this.rowsY = table.floats('cue');
    this.hasSent = table.bytes('cue');
  }

  /** What the program says of the start; everything else begins as its column says. */
  begin(): void {
    const { cues, from } = this.program;
    cues.forEach((cue, index) => {
      this.due[index] = cue.type === 'waves' ? cue.firstTicks : 0;
      this.wave[index] = (from.wave ?? 1) - 2;
    });
  }

  /** The number of the wave that came last, from 1; the highest of several rows. */
  get waveNumber(): number {
    let most = 0;
    for (let cue = 0; cue < this.wave.length; cue++)
      if (this.program.cues[cue].type === 'waves') most = Math.max(most, this.wave[cue] + 1);
    return most;
  }
}
