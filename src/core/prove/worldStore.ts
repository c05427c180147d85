import type { PreparedLevel } from '../simulate/engine/preparedLevel';
import { passTime } from '../simulate/engine/passTime';
import { RUN_NUMBERS } from '../simulate/engine/runNumbers';
import { stepAlone } from '../simulate/engine/tick';
import { World } from '../simulate/engine/world';

/** So much memory the course without a player may take, in words of four bytes. */
const MOST_COURSE_WORDS = 12_000_000;
const FIRST_POOL_WORDS = 1 << 20;

interface Field {
  name: string;
  type: 'number' | 'boolean' | 'text';
}

/**
 * Keeps many moments of runs of one level and seed, each as what differs from the course that everything takes without a
 * player. Where hazards do not mind the player that is little, and nothing is lost where they do.
 */
export class WorldStore {
  private readonly columns: Uint8Array[];
  /** A packed world: columns, then numbers, then the player. */
  private readonly words: Int32Array;
  private readonly bytes: Uint8Array;
  private readonly numbers: Float64Array;
  private readonly playerFields: Field[];
  private readonly numberFields: Field[];
  private readonly course: Int32Array[] = [];
  private readonly courseWorld: World;
  private readonly coursePacker: WorldStore | undefined;
  /** So many ticks lie between two kept moments of the course. */
  private readonly every: number;
  private readonly firstTick: number;
  private pool = new Int32Array(FIRST_POOL_WORDS);
  private used = 0;
  private readonly starts: number[] = [];
  private readonly lengths: number[] = [];
  private readonly texts: string[] = [];
  private readonly ticks: number[] = [];

  constructor(
    private readonly level: PreparedLevel,
    seed: number,
    /** The world whose moments are kept. */
    private readonly world: World,
    private readonly mostWords: number,
    isForCourse = false,
  ) {
    this.columns = world.table.columns.map(
      ({ array }) => new Uint8Array(array.buffer, array.byteOffset, array.byteLength),
    );
    this.numberFields = RUN_NUMBERS.map((name) => fieldOf(name, world[name]));
    this.playerFields = Object.entries(world.player).map(([name, value]) => fieldOf(name, value));
    const columnBytes = this.columns.reduce((sum, { length }) => sum + length, 0);
    const numbersAt = Math.ceil(columnBytes / 8) * 8;
    const buffer = new ArrayBuffer(numbersAt + 8 * (this.numberFields.length + this.playerFields.length));
    this.words = new Int32Array(buffer);
    this.bytes = new Uint8Array(buffer);
    this.numbers = new Float64Array(buffer, numbersAt);
    const limit = level.program.timeLimitTicks;
    this.every = Math.max(1, Math.ceil((limit * this.words.length) / MOST_COURSE_WORDS));
    this.courseWorld = isForCourse ? world : new World(level);
    this.courseWorld.reset(seed);
    this.firstTick = passTime(this.courseWorld);
    this.coursePacker = isForCourse ? undefined : new WorldStore(level, seed, this.courseWorld, 0, true);
  }

  /** How many moments are kept. */
  get size(): number {
    return this.starts.length;
  }

  /** Whether there is room for no more. */
  get isFull(): boolean {
    return this.used + 2 * this.words.length > this.mostWords;
  }

  /** Keeps the moment at which the world is; gives its number. */
  keep(): number {
    const { world, words } = this;
    this.pack();
    const base = this.courseAt(world.tick);
    if (this.used + 2 * words.length > this.pool.length) this.grow();
    const { pool } = this;
    const start = this.used;
    let used = start;
    for (let at = 0; at < words.length; at++) {
      if (words[at] === base[at]) continue;
      pool[used++] = at;
      pool[used++] = words[at];
    }
    this.used = used;
    this.starts.push(start);
    this.lengths.push(used - start);
    this.ticks.push(world.tick);
    return this.starts.length - 1;
  }

  /** Puts the world to a moment that was kept. */
  load(moment: number): void {
    const { words, pool } = this;
    words.set(this.courseAt(this.ticks[moment]));
    const start = this.starts[moment];
    for (let at = start; at < start + this.lengths[moment]; at += 2) words[pool[at]] = pool[at + 1];
    this.unpack();
  }

  private pack(): void {
    const { world, bytes, numbers, numberFields, playerFields } = this;
    world.noteStreams();
    let at = 0;
    for (const column of this.columns) {
      bytes.set(column, at);
      at += column.length;
    }
    let place = 0;
    for (const { name } of numberFields) numbers[place++] = this.numberOf(read(world, name));
    for (const { name } of playerFields) numbers[place++] = this.numberOf(read(world.player, name));
  }

  private unpack(): void {
    const { world, bytes, numbers, numberFields, playerFields } = this;
    let at = 0;
    for (const column of this.columns) {
      column.set(bytes.subarray(at, at + column.length));
      at += column.length;
    }
    let place = 0;
    for (const field of numberFields) this.write(world, field, numbers[place++]);
    for (const field of playerFields) this.write(world.player, field, numbers[place++]);
    world.takeUpColumns();
  }

  /** Everything is written as a number: words by their place among those that have come up, from 1; 0 for none. */
  private numberOf(value: unknown): number {
    if (typeof value !== 'string') return value === undefined ? 0 : Number(value);
    const known = this.texts.indexOf(value);
    return known >= 0 ? known + 1 : this.texts.push(value);
  }

  private write(holder: object, { name, type }: Field, value: number): void {
    const read = type === 'boolean' ? value === 1 : type === 'number' ? value : this.texts[value - 1];
    (holder as Record<string, unknown>)[name] = read;
  }

  /** The course without a player at or shortly before a tick. */
  private courseAt(tick: number): Int32Array {
    const wanted = Math.floor((tick - this.firstTick) / this.every);
    const packer = this.coursePacker!;
    while (this.course.length <= wanted) {
      if (this.course.length > 0) for (let step = 0; step < this.every; step++) stepAlone(this.courseWorld);
      packer.pack();
      this.course.push(packer.words.slice());
    }
    return this.course[wanted];
  }

  private grow(): void {
    const larger = new Int32Array(2 * this.pool.length + 2 * this.words.length);
    larger.set(this.pool.subarray(0, this.used));
    this.pool = larger;
  }
}

function fieldOf(name: string, value: unknown): Field {
  return { name, type: typeof value === 'boolean' ? 'boolean' : typeof value === 'number' ? 'number' : 'text' };
}

function read(holder: object, name: string): unknown {
  return (holder as Record<string, unknown>)[name];
}
