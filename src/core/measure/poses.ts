import type { LevelProgram } from '../compile/levelProgram';
import type { World } from '../simulate/engine/world';

/** The headings in which a piece can be drawn, clockwise from east; every other one is one of the four. */
export const FACINGS = [
  'east',
  'south-east',
  'south',
  'south-west',
  'west',
  'north-west',
  'north',
  'north-east',
] as const;

/** How long a kind looked each way in a state: which pictures of it are needed, and how often each is seen. */
export interface PoseRow {
  kind: string;
  state: string;
  /** Share of the time of all pieces of the kind that follow the behavior. */
  share: number;
  /** The same for each of {@link FACINGS}; they sum up to `share`. */
  facings: number[];
}

/** Beyond this slope a direction is a slanting one: tan 22.5°. */
const SLANT = 0.41421356237309503;

/** Index into {@link FACINGS} of the direction nearest to a vector. */
export function facingOf(x: number, y: number): number {
  const [across, along] = [Math.abs(x), Math.abs(y)];
  if (along <= SLANT * across) return x >= 0 ? 0 : 4;
  if (across <= SLANT * along) return y >= 0 ? 2 : 6;
  if (x > 0) return y > 0 ? 1 : 7;
  return y > 0 ? 3 : 5;
}

/** Counts, tick by tick, which way pieces look in which state. */
export class PoseCount {
  private readonly ticks = new Map<string, Float64Array>();
  private readonly ticksOfKind = new Map<number, number>();

  constructor(private readonly program: LevelProgram) {}

  look({ facingX, facingY, state }: World, piece: number): void {
    const { kindIndex } = this.program.pieces[piece];
    const key = `${kindIndex} ${state[piece]}`;
    let row = this.ticks.get(key);
    if (!row) this.ticks.set(key, (row = new Float64Array(FACINGS.length)));
    row[facingOf(facingX[piece], facingY[piece])]++;
    this.ticksOfKind.set(kindIndex, (this.ticksOfKind.get(kindIndex) ?? 0) + 1);
  }

  /** Rows by kind and state, in the order of the cast and of the script; states that nobody was in are left out. */
  rows(stateNames: readonly string[]): PoseRow[] {
    return [...this.ticksOfKind]
      .sort(([a], [b]) => a - b)
      .flatMap(([kind, all]) =>
        stateNames.flatMap((state, index) => {
          const own = this.ticks.get(`${kind} ${index}`);
          if (!own) return [];
          const facings = [...own].map((ticks) => ticks / all);
          const share = facings.reduce((sum, value) => sum + value, 0);
          return [{ kind: this.program.kinds[kind].name, state, share, facings }];
        }),
      );
  }
}

/** The same by the four straight directions; what looked aslant counts for half to either side. */
export function inFour({ facings }: PoseRow): number[] {
  return [0, 2, 4, 6].map((facing) => facings[facing] + (facings[(facing + 7) % 8] + facings[(facing + 1) % 8]) / 2);
}
