/** What a column has an entry for. */
export type Owner = 'piece' | 'kind' | 'formation' | 'cue' | 'score' | 'cell' | 'sound' | 'one';

/** How many there are of each in a level. */
export type Counts = Readonly<Record<Owner, number>>;

/** Of nothing any: for what is tried out without pieces. */
export const NO_COUNTS: Counts = { piece: 0, kind: 0, formation: 0, cue: 0, score: 0, cell: 0, sound: 0, one: 0 };

export type ColumnArray = Float64Array | Int32Array | Int16Array | Int8Array | Uint8Array;

/** One array of a world and what is known of it. */
export interface Column {
  /** The field of the world that holds it; given when all columns are there. */
  name: string;
  of: Owner;
  array: ColumnArray;
  /** Numbers for each owner. */
  width: number;
  /** Every entry at the start of a run. */
  start: number;
  /** Whether an entry begins anew when its piece arrives during a run. */
  renews: boolean;
  /** Whether others note it about a piece: it is not the piece's own doing. */
  isNoted: boolean;
  /** See {@link ColumnOptions}. */
  matters: Matters | undefined;
}

/** Of ticks that are noted: whether one is read only in the tick after it, or only as long as it lies ahead. */
export type Matters = 'in the next tick' | 'until then';

export interface ColumnOptions {
  /** Value at the start of a run and on arrival; 0 if not given. */
  start?: number;
  width?: number;
  /** Whether an entry goes on through arrivals: what belongs to the place among the pieces and not to who takes it. */
  stays?: boolean;
  /** Whether others note it about a piece: how it has met the player, for instance. */
  isNoted?: boolean;
  /** For columns of ticks: from when on they no longer make a difference. Moments that differ in nothing else are equal. */
  matters?: Matters;
}

/**
 * The table of all arrays of a world. A world declares each array once, as a field made by one of these functions;
 * construction, reset, arrival, copy, snapshot and fingerprint go over the table.
 */
export class ColumnTable {
  readonly columns: Column[] = [];
  private readonly renewed: Column[] = [];

  constructor(readonly counts: Counts) {}

  floats(of: Owner, options: ColumnOptions = {}): Float64Array {
    return this.add(of, new Float64Array(this.lengthOf(of, options)), options);
  }

  integers(of: Owner, options: ColumnOptions = {}): Int32Array {
    return this.add(of, new Int32Array(this.lengthOf(of, options)), options);
  }

  shorts(of: Owner, options: ColumnOptions = {}): Int16Array {
    return this.add(of, new Int16Array(this.lengthOf(of, options)), options);
  }

  signs(of: Owner, options: ColumnOptions = {}): Int8Array {
    return this.add(of, new Int8Array(this.lengthOf(of, options)), options);
  }

  bytes(of: Owner, options: ColumnOptions = {}): Uint8Array {
    return this.add(of, new Uint8Array(this.lengthOf(of, options)), options);
  }

  /** Takes an array into the table that somebody else has made. */
  adopt(of: Owner, array: ColumnArray, options: ColumnOptions = {}): void {
    this.add(of, array, options);
  }

  /** Names every column after the field that holds it, in the holder itself or in one of its parts. */
  nameAfterFields(holder: object): void {
    const names = new Map<unknown, string>();
    for (const [name, value] of Object.entries(holder)) {
      names.set(value, name);
      if (!isPart(value)) continue;
      for (const [inner, array] of Object.entries(value)) if (!names.has(array)) names.set(array, `${name}.${inner}`);
    }
    for (const column of this.columns) column.name = names.get(column.array) ?? column.name;
  }

  /** Puts every entry to its value at the start. */
  reset(): void {
    // What the ground is it puts back itself: that is seldom needed, and large.
    for (const { of, array, start } of this.columns) if (of !== 'cell') array.fill(start);
  }

  /** Puts all of a piece to what it is for one that has just come. */
  renew(piece: number): void {
    const { renewed } = this;
    for (let index = 0; index < renewed.length; index++) {
      const { array, width, start } = renewed[index];
      for (let place = piece * width; place < (piece + 1) * width; place++) array[place] = start;
    }
  }

  /** Takes over all entries of a table of the same level. */
  copyFrom(other: ColumnTable): void {
    const { columns } = this;
    for (let index = 0; index < columns.length; index++) columns[index].array.set(other.columns[index].array);
  }

  /** How many numbers belong to one piece. */
  get pieceWidth(): number {
    return this.columns.reduce((sum, { of, width }) => sum + (of === 'piece' ? width : 0), 0);
  }

  /** Writes all that belongs to one piece into an array, from a place on. */
  readPiece(piece: number, into: Float64Array, at: number): void {
    let to = at;
    for (const { of, array, width } of this.columns)
      if (of === 'piece')
        for (let place = piece * width; place < (piece + 1) * width; place++) into[to++] = array[place];
  }

  /** Takes all that belongs to one piece from an array, from a place on. */
  writePiece(piece: number, from: Float64Array, at: number): void {
    let next = at;
    for (const { of, array, width } of this.columns)
      if (of === 'piece')
        for (let place = piece * width; place < (piece + 1) * width; place++) array[place] = from[next++];
  }

  /** Takes over what a piece does by itself, and leaves what others have noted about it. */
  copyOwn(other: ColumnTable, piece: number): void {
    const { columns } = this;
    for (let index = 0; index < columns.length; index++) {
      const { of, array, width, isNoted } = columns[index];
      if (of !== 'piece' || isNoted) continue;
      const from = other.columns[index].array;
      for (let place = piece * width; place < (piece + 1) * width; place++) array[place] = from[place];
    }
  }

  private lengthOf(of: Owner, { width = 1 }: ColumnOptions): number {
    return this.counts[of] * width;
  }

  private add<Made extends ColumnArray>(of: Owner, array: Made, options: ColumnOptions): Made {
    const { start = 0, width = 1, stays = of !== 'piece', isNoted = false, matters } = options;
    const column: Column = { name: '', of, array, width, start, renews: !stays, isNoted, matters };
    this.columns.push(column);
    if (!stays) this.renewed.push(column);
    return array;
  }
}

function isPart(value: unknown): value is object {
  return typeof value === 'object' && value !== null && !Array.isArray(value) && !ArrayBuffer.isView(value);
}
