import type { LevelProgram } from '../compile/levelProgram';
import type { Column } from '../simulate/engine/columns';
import { NEVER } from '../simulate/engine/never';
import type { PreparedLevel } from '../simulate/engine/preparedLevel';
import { passTime } from '../simulate/engine/passTime';
import { RUN_NUMBERS } from '../simulate/engine/runNumbers';
import { stepAlone } from '../simulate/engine/tick';
import { World } from '../simulate/engine/world';
import type { Marks } from './marks';

/** So much memory the course without a player may take, in words of four bytes. */
const MOST_COURSE_WORDS = 12_000_000;
const FIRST_POOL_WORDS = 1 << 20;
/**
 * What is only counted; how long ago or how long something was pressed, which matters only while a press is waiting; and what
 * every tick works out anew.
 */
const UNREAD: ReadonlySet<string> = new Set([
  'boxOnly',
  'nearMisses',
  'pressedTicks',
  'heldTicks',
  'playerMovedX',
  'playerMovedY',
]);
/** Of a word of a packed world: when it makes a difference to how a run goes on. */
const READ = { always: 0, never: 1, nextTick: 2, untilThen: 3 } as const;
const SECOND_LANE = 0x9e3779b9;

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
  /** Up to where the last moment is written down. */
  private writtenEnd = 0;
  /** For every word one of {@link READ}. */
  private readonly reading: Uint8Array;
  /** For words of ticks that are noted about a piece that, once gone, does not come again: which one; −1 for all others. */
  private readonly pieceOfWord: Int32Array;
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
    // Wide numbers first, so that every number of a column lies on whole words.
    const columns = [...world.table.columns].sort((a, b) => b.array.BYTES_PER_ELEMENT - a.array.BYTES_PER_ELEMENT);
    this.columns = columns.map(({ array }) => new Uint8Array(array.buffer, array.byteOffset, array.byteLength));
    this.numberFields = RUN_NUMBERS.map((name) => fieldOf(name, world[name]));
    this.playerFields = Object.entries(world.player).map(([name, value]) => fieldOf(name, value));
    const columnBytes = this.columns.reduce((sum, { length }) => sum + length, 0);
    const numbersAt = Math.ceil(columnBytes / 8) * 8;
    const buffer = new ArrayBuffer(numbersAt + 8 * (this.numberFields.length + this.playerFields.length));
    this.words = new Int32Array(buffer);
    this.bytes = new Uint8Array(buffer);
    this.numbers = new Float64Array(buffer, numbersAt);
    this.reading = readingOfWords(columns, this.words.length);
    this.pieceOfWord = piecesOfWords(columns, this.words.length, level.program);
    const fields = [...this.numberFields, ...this.playerFields];
    const facing = readsPlayerFacing(level.program) ? [] : ['facingX', 'facingY'];
    const unread = new Set([...UNREAD, ...facing]);
    for (const [index, { name }] of fields.entries())
      if (unread.has(name)) this.reading.fill(READ.never, numbersAt / 4 + 2 * index, numbersAt / 4 + 2 * index + 2);
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
    this.writeDown();
    return this.keepWritten();
  }

  /** Keeps the moment at which the world is if no equal one is marked; gives its number, or −1. */
  keepNew(marks: Marks): number {
    this.writeDown();
    return marks.add(...this.markOfWritten()) ? this.keepWritten() : -1;
  }

  /** Writes what differs from the course behind what is kept. */
  private writeDown(): void {
    const { world, words } = this;
    this.pack();
    const base = this.courseAt(world.tick);
    if (this.used + 2 * words.length > this.pool.length) this.grow();
    const { pool } = this;
    let end = this.used;
    for (let at = 0; at < words.length; at++) {
      if (words[at] === base[at]) continue;
      pool[end++] = at;
      pool[end++] = words[at];
    }
    this.writtenEnd = end;
  }

  /** Two numbers of 32 bits each, made from the tick and from all that is written down and can still make a difference. */
  private markOfWritten(): [number, number] {
    const { pool, writtenEnd, reading, world } = this;
    const base = this.courseAt(world.tick);
    let [first, second] = [world.tick, ~world.tick];
    for (let at = this.used; at < writtenEnd; at += 2) {
      const place = pool[at];
      const how = reading[place];
      if (how === READ.never) continue;
      let word = pool[at + 1];
      if (how !== READ.always && !this.isReadStill(place, word)) {
        if (!this.isReadStill(place, base[place])) continue;
        word = NEVER;
      }
      first = mixWord(mixWord(first, place), word);
      second = mixWord(mixWord(second, word), place + SECOND_LANE);
    }
    return [first >>> 0, second >>> 0];
  }

  /** Whether a tick that is noted in a word still makes a difference. Of a piece that is gone for good nothing does. */
  private isReadStill(place: number, noted: number): boolean {
    const { tick, alive } = this.world;
    const piece = this.pieceOfWord[place];
    if (piece >= 0 && alive[piece] === 0) return false;
    return this.reading[place] === READ.nextTick ? noted === tick - 1 : noted > tick;
  }

  private keepWritten(): number {
    this.starts.push(this.used);
    this.lengths.push(this.writtenEnd - this.used);
    this.used = this.writtenEnd;
    this.ticks.push(this.world.tick);
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

function readingOfWords(columns: readonly Column[], words: number): Uint8Array {
  const reading = new Uint8Array(words);
  let byte = 0;
  for (const { array, matters } of columns) {
    if (matters)
      reading.fill(matters === 'until then' ? READ.untilThen : READ.nextTick, byte / 4, byte / 4 + array.length);
    byte += array.byteLength;
  }
  return reading;
}

function piecesOfWords(columns: readonly Column[], words: number, { pieces }: LevelProgram): Int32Array {
  const pieceOfWord = new Int32Array(words).fill(-1);
  let byte = 0;
  for (const { array, matters, of, width } of columns) {
    if (matters && of === 'piece')
      for (let at = 0; at < array.length; at++) {
        const piece = Math.floor(at / width);
        if (!pieces[piece].isArrival && !pieces[piece].isShot) pieceOfWord[byte / 4 + at] = piece;
      }
    byte += array.byteLength;
  }
  return pieceOfWord;
}

/** Whether anything in a run reads where the player looks, while it rests and shoots nothing. */
export function readsPlayerFacing({ brains, contacts, player }: LevelProgram): boolean {
  return (
    player.gun !== undefined ||
    contacts.some(({ effects }) => effects.some(({ effect }) => effect === 'push')) ||
    brains.some(({ states }) => states.some(({ motion }) => motion.operation === 'roam' && motion.choice === 'ahead'))
  );
}

/** One step of the 32-bit mixing by Austin Appleby's method of 2011, which spreads every bit over all. */
function mixWord(mark: number, word: number): number {
  let mixed = Math.imul(word, 0xcc9e2d51);
  mixed = Math.imul((mixed << 15) | (mixed >>> 17), 0x1b873593);
  const joined = mark ^ mixed;
  return (Math.imul((joined << 13) | (joined >>> 19), 5) + 0xe6546b64) | 0;
}

function fieldOf(name: string, value: unknown): Field {
  return { name, type: typeof value === 'boolean' ? 'boolean' : typeof value === 'number' ? 'number' : 'text' };
}

function read(holder: object, name: string): unknown {
  return (holder as Record<string, unknown>)[name];
}
