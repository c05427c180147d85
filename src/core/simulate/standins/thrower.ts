import { isLineClear } from '../../arena/sight';
import type { GunProgram, LevelProgram } from '../../compile/levelProgram';
import type { RandomStream } from '../../foundation/random';
import { ACTION_BIT, INPUT_COLUMNS, INPUT_ROWS, type Input } from '../engine/player/inputs';
import type { StandInView } from './standInView';
import type { StandInTraits } from './traits';

/** Nearer than this to the player, in cells, getting away comes before throwing. */
const TOO_NEAR_CELLS = 1.4;
/** So far ahead it looks whether it can stand there. */
const STEP_CELLS = 0.9;
/** Of the range of a throw this share is trusted. */
const TRUSTED_SHARE = 0.85;

/** Where a stand-in throws, along the headings that its keys give. */
export class Thrower {
  private readonly isTarget: Uint8Array;
  private error = 0;

  constructor(
    private readonly program: LevelProgram,
    private readonly traits: StandInTraits,
    private readonly gun: GunProgram,
    private readonly headings: number,
    /** 1 for cells in which the player cannot stand. */
    private readonly blocked: Uint8Array,
  ) {
    const shotKind = program.pieces[gun.firstShot]?.kindIndex ?? -1;
    this.isTarget = Uint8Array.from(program.pieces, (piece) =>
      !piece.isShot && program.contacts.some(({ by, on }) => by === shotKind && on === piece.kindIndex) ? 1 : 0,
    );
  }

  /** The key and the throw for the nearest target that a heading meets; undefined when none does, or one is too near. */
  choose(view: StandInView, random: RandomStream): Input | undefined {
    this.error = (random.nextUnit() - 0.5) * this.traits.wayMisjudgement;
    const { own, seen, earlier, gapTicks, delayTicks } = view;
    if (own.cooldown > 0 || own.ammunition === 0) return undefined;
    const { grid } = this.program;
    let best: Input | undefined;
    let bestDistance = this.gun.range * TRUSTED_SHARE;
    for (let piece = 0; piece < this.program.pieces.length; piece++) {
      if (this.isTarget[piece] === 0 || seen.isGone[piece] === 1) continue;
      const nowX = seen.x[piece] - own.x;
      const nowY = seen.y[piece] - own.y;
      const far = Math.sqrt(nowX * nowX + nowY * nowY);
      if (far >= bestDistance || far < TOO_NEAR_CELLS) continue;
      const ticks = delayTicks + far / this.gun.shotStep;
      const dx = nowX + ((seen.x[piece] - earlier.x[piece]) / gapTicks) * ticks;
      const dy = nowY + ((seen.y[piece] - earlier.y[piece]) / gapTicks) * ticks;
      const heading = this.headingFor(dx, dy, this.program.pieces[piece].radius);
      if (
        heading === 0 ||
        !this.mayStep(own, heading) ||
        !isLineClear(grid, own.x, own.y, seen.x[piece], seen.y[piece])
      )
        continue;
      best = heading + ACTION_BIT;
      bestDistance = far;
    }
    return best;
  }

  /** Throwing goes with a step that way; nobody steps into the water for it. */
  private mayStep(own: { x: number; y: number }, heading: number): boolean {
    const x = Math.floor(own.x + INPUT_COLUMNS[heading] * STEP_CELLS);
    const y = Math.floor(own.y + INPUT_ROWS[heading] * STEP_CELLS);
    const { width, height } = this.program.grid;
    return x >= 0 && y >= 0 && x < width && y < height && this.blocked[y * width + x] === 0;
  }

  /** The direction along which a throw passes within the body of a target; 0 for none. */
  private headingFor(dx: number, dy: number, radius: number): number {
    for (let direction = 1; direction <= 8; direction++) {
      const columns = INPUT_COLUMNS[direction];
      const rows = INPUT_ROWS[direction];
      const isDiagonal = columns !== 0 && rows !== 0;
      if (isDiagonal && this.headings === 4) continue;
      const scale = isDiagonal ? Math.SQRT1_2 : 1;
      const ahead = (dx * columns + dy * rows) * scale;
      const aside = (dx * rows - dy * columns) * scale + this.error;
      if (ahead > 0 && Math.abs(aside) < radius + 0.1) return direction;
    }
    return 0;
  }
}
