import type { LevelProgram } from '../compile/levelProgram';
import { factsOfMotion, type MotionWord } from '../language/vocabulary';
import { isMeantToStand } from './engine/tick';
import type { World } from './engine/world';

/** Ways in which pieces move as nobody would want them to. */
export const UNREST = ['turning', 'trembling', 'overlapping', 'deadlocked'] as const;
export type Unrest = (typeof UNREST)[number];

/** A piece that was restless for as long as {@link LEAST_SECONDS}; times in seconds, places in cells. */
export interface UnrestSeen {
  what: Unrest;
  /** Index of the piece. */
  piece: number;
  at: number;
  x: number;
  y: number;
  /** Turns in {@link LEAST_SECONDS}; of the others for how many seconds on end. */
  count: number;
}

const LOOKS_PER_SECOND = 10;
/** So long on end it has to last. */
const LEAST_SECONDS = 3;
/** One that turns round more often than this within that time has no room, or no reason. */
const MOST_TURNS = 12;
/** Of ten looks a second: in so many of them a trembling piece has just gone back on its way. */
const LEAST_REVERSALS = 3;
/** Moves shorter than this many cells a tick are none. */
const LEAST_MOVE = 1e-4;
/** Nearer to each other than this share of both radii, two of a kind lie on each other. */
const OVERLAP_SHARE = 0.5;
/** One that has come less far than this in a second stands. */
const STANDING_CELLS = 0.05;

/**
 * Looks on while a level runs and notes who turns for ever, trembles, lies on another of its kind, or stands with others in
 * each other's way. For one run at a time; call `look` in every tick.
 */
export class UnrestWatch {
  private readonly everyTicks: number;
  /** Pieces that pace, and groups of one kind that go after somebody. */
  private readonly pacers: number[];
  private readonly groups: number[][];
  private readonly seekers: number[];
  private readonly moveX: Float64Array;
  private readonly moveY: Float64Array;
  private readonly reversals: Int16Array;
  private readonly turnsBefore: Int32Array;
  private readonly secondX: Float64Array;
  private readonly secondY: Float64Array;
  /** For how many seconds on end each has been at it, by kind of unrest. */
  private readonly lasted: Record<Unrest, Int16Array>;
  /** How many seconds of pieces were looked at, and in how many of them each kind of unrest was seen. */
  pieceSeconds = 0;
  readonly seconds: Record<Unrest, number> = { turning: 0, trembling: 0, overlapping: 0, deadlocked: 0 };
  readonly seen: UnrestSeen[] = [];

  constructor(private readonly program: LevelProgram) {
    const { pieces, brains, ticksPerSecond } = program;
    const has = (isSo: (word: MotionWord) => boolean) => (piece: number) => {
      const { brain } = pieces[piece];
      return brain >= 0 && brains[brain].states.some(({ motion }) => isSo(motion.operation));
    };
    const all = pieces.map((_, index) => index);
    this.everyTicks = Math.max(2, ticksPerSecond / LOOKS_PER_SECOND);
    this.pacers = all.filter(has((word) => word === 'pace'));
    this.seekers = all.filter(has((word) => factsOfMotion(word).seeks));
    const kinds = [...new Set(this.seekers.map((piece) => pieces[piece].kindIndex))];
    this.groups = kinds
      .map((kind) => this.seekers.filter((piece) => pieces[piece].kindIndex === kind))
      .filter((group) => group.length > 1);
    const floats = () => new Float64Array(pieces.length);
    [this.moveX, this.moveY, this.secondX, this.secondY] = [floats(), floats(), floats(), floats()];
    this.reversals = new Int16Array(pieces.length);
    this.turnsBefore = new Int32Array(pieces.length);
    const counts = () => new Int16Array(pieces.length);
    this.lasted = { turning: counts(), trembling: counts(), overlapping: counts(), deadlocked: counts() };
  }

  /** Whether anything in the level can be restless in one of these ways. */
  get isNeeded(): boolean {
    return this.pacers.length > 0 || this.seekers.length > 0;
  }

  /** Forgets the run before. */
  reset(): void {
    this.seen.length = 0;
    for (const what of UNREST) this.lasted[what].fill(0);
    this.reversals.fill(0);
    this.turnsBefore.fill(0);
  }

  look(world: World): void {
    const phase = world.tick % this.everyTicks;
    if (phase > 1) return;
    if (phase === 0) this.noteMoves(world);
    else this.compareMoves(world);
    if (phase === 1 && world.tick % this.program.ticksPerSecond === 1) this.endSecond(world);
  }

  private noteMoves({ x, y, beforeX, beforeY }: World): void {
    for (const piece of this.seekers) {
      this.moveX[piece] = x[piece] - beforeX[piece];
      this.moveY[piece] = y[piece] - beforeY[piece];
    }
  }

  private compareMoves({ x, y, beforeX, beforeY }: World): void {
    for (const piece of this.seekers) {
      const dot = this.moveX[piece] * (x[piece] - beforeX[piece]) + this.moveY[piece] * (y[piece] - beforeY[piece]);
      if (dot < -LEAST_MOVE * LEAST_MOVE) this.reversals[piece]++;
    }
  }

  private endSecond(world: World): void {
    for (const piece of this.pacers) {
      if (world.alive[piece] === 0) continue;
      this.pieceSeconds++;
      const turns = world.turns[piece] - this.turnsBefore[piece];
      this.turnsBefore[piece] = world.turns[piece];
      this.note(world, 'turning', piece, turns * LEAST_SECONDS > MOST_TURNS, turns * LEAST_SECONDS);
    }
    for (const piece of this.seekers) {
      if (world.alive[piece] === 0) continue;
      if (!this.pacers.includes(piece)) this.pieceSeconds++;
      this.note(world, 'trembling', piece, this.reversals[piece] >= LEAST_REVERSALS, 0);
      this.reversals[piece] = 0;
    }
    for (const group of this.groups) {
      for (const piece of group) {
        if (world.alive[piece] === 0) continue;
        this.note(world, 'overlapping', piece, liesOnOther(world, group, piece), 0);
        this.note(world, 'deadlocked', piece, this.isDeadlocked(world, group, piece), 0);
      }
      for (const piece of group) {
        this.secondX[piece] = world.x[piece];
        this.secondY[piece] = world.y[piece];
      }
    }
  }

  private stands({ x, y }: World, piece: number): boolean {
    const gone = Math.abs(x[piece] - this.secondX[piece]) + Math.abs(y[piece] - this.secondY[piece]);
    return gone < STANDING_CELLS;
  }

  /** It stands, wants on, and gives way to one that, by way of others or not, gives way to it. */
  private isDeadlocked(world: World, group: readonly number[], piece: number): boolean {
    if (!this.stands(world, piece) || isMeantToStand(world, piece)) return false;
    let other = world.yieldsTo[piece];
    for (let links = 0; links < group.length && other >= 0; links++) {
      if (other === piece) return true;
      other = world.yieldsTo[other];
    }
    return false;
  }

  private note(world: World, what: Unrest, piece: number, isSo: boolean, count: number): void {
    const lasted = this.lasted[what];
    if (!isSo) {
      lasted[piece] = 0;
      return;
    }
    this.seconds[what]++;
    if (++lasted[piece] !== LEAST_SECONDS) return;
    this.seen.push({
      what,
      piece,
      at: world.tick / this.program.ticksPerSecond,
      x: world.x[piece],
      y: world.y[piece],
      count: count > 0 ? count : LEAST_SECONDS,
    });
  }
}

function liesOnOther(world: World, group: readonly number[], piece: number): boolean {
  const { pieces } = world.level.program;
  for (const other of group) {
    if (other === piece || !world.isIn(other)) continue;
    const touch = pieces[piece].radius + pieces[other].radius;
    if (distanceOf(world, piece, other) < OVERLAP_SHARE * touch) return true;
  }
  return false;
}

function distanceOf({ x, y }: World, one: number, other: number): number {
  const dx = x[one] - x[other];
  const dy = y[one] - y[other];
  return Math.sqrt(dx * dx + dy * dy);
}
