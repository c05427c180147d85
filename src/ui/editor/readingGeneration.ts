import {
  CONTROLS,
  emptySums,
  KEPT_RUNS,
  keptStretches,
  mergeChunks,
  mergeSums,
  standInsOf,
  summaryOf,
  type ChunkResult,
  type GameDocument,
  type MeasuredLevel,
  type MeasureSums,
  type RunRecord,
  type Summary,
} from '@/core/index';
import type { ReadingSize } from './readingSize';

/** Everybody has so many runs before anybody has more. */
const FIRST_ROUND_RUNS = 40;
const FIRST_CHUNK = 4;
const NEXT_CHUNK = 10;

/** Runs of seeds 1, 2, 3 …, and what they come to; grows with every chunk that joins it. */
export interface Stretch {
  rows: RunRecord[];
  sums: MeasureSums;
  summary: Summary;
}

/** Seeds that a worker takes up at once. */
export interface Piecework {
  standIn: string;
  firstSeed: number;
  count: number;
}

/** Finished chunks of each who plays, by their first seed. */
export type ChunksByPlayer = Map<string, Map<number, ChunkResult>>;

/** Some runs of somebody, counted from seed 1, and what they come to. */
export interface KeptRuns extends Piecework {
  chunk: ChunkResult;
}

/** One version of the level, and the runs that are done and wanted of it. */
export class ReadingGeneration {
  readonly startedAt = performance.now();
  readonly chunks: ChunksByPlayer;
  /** The unbroken stretch of seeds from 1 that is done, of each. */
  private readonly stretches = new Map<string, Stretch>();
  /** The next seed of each. */
  private readonly nextSeeds = new Map<string, number>();
  /** Stretches that were measured before and have not joined yet, by who plays and the first seed. */
  private readonly offered = new Map<string, KeptRuns>();
  /** Stretches that have been asked for, and that have been handed in. */
  private readonly asked = new Set<string>();
  private readonly handedIn = new Set<string>();

  /** `seedsFrom` is added to the numbers of its seeds, which are counted from 1; `known` are runs of the same version. */
  constructor(
    readonly key: string,
    readonly game: GameDocument,
    readonly seedsFrom: number,
    known: ChunksByPlayer | undefined,
  ) {
    this.chunks = new Map([...(known ?? [])].map(([standIn, chunks]) => [standIn, new Map(chunks)]));
    for (const [standIn, chunks] of this.chunks)
      this.nextSeeds.set(standIn, 1 + [...chunks.values()].reduce((sum, chunk) => sum + chunk.rows.length, 0));
  }

  /** Takes in what a worker has run. */
  add({ standIn, firstSeed }: Piecework, chunk: ChunkResult): void {
    const chunks = this.chunks.get(standIn) ?? new Map<number, ChunkResult>();
    this.chunks.set(standIn, chunks.set(firstSeed, chunk));
  }

  /** Stretches that nobody has asked for yet, of all that this size wants. */
  takeUnasked(shown: string, size: ReadingSize): Piecework[] {
    const wanted = [
      { standIn: shown, runs: size.runs },
      ...this.othersThan(shown).map((standIn) => ({ standIn, runs: size.ladderRuns })),
      ...CONTROLS.map((standIn) => ({ standIn, runs: size.controlRuns })),
    ];
    const unasked = wanted.flatMap(({ standIn, runs }) =>
      keptStretches(1, runs - (runs % KEPT_RUNS))
        .filter(({ firstSeed, count }) => count > 0 && firstSeed + count > this.nextSeedOf(standIn))
        .map(({ firstSeed, count }) => ({ standIn, firstSeed, count })),
    );
    const isNew = unasked.filter((piece) => !this.asked.has(keyOf(piece)));
    for (const piece of isNew) this.asked.add(keyOf(piece));
    return isNew;
  }

  /** Takes in a stretch that was measured before; it joins where nobody has begun with it. */
  offer(known: KeptRuns): void {
    this.offered.set(keyOf(known), known);
  }

  /** Lets stretches join of which the turn has come. True when one did. */
  private adopt(standIn: string): boolean {
    let hasJoined = false;
    for (;;) {
      const firstSeed = this.nextSeedOf(standIn);
      const known = this.offered.get(keyOf({ standIn, firstSeed }));
      if (!known) return hasJoined;
      this.add(known, known.chunk);
      this.nextSeeds.set(standIn, firstSeed + known.count);
      hasJoined = true;
    }
  }

  /** Lets all stretches join that can. */
  adoptAll(): boolean {
    return [...new Set([...this.offered.values()].map(({ standIn }) => standIn))]
      .map((own) => this.adopt(own))
      .some(Boolean);
  }

  /** Whole stretches that were run here and have not been handed in yet. */
  takeUnkept(): KeptRuns[] {
    const made: KeptRuns[] = [];
    for (const [standIn, chunks] of this.chunks)
      for (let firstSeed = 1; ; firstSeed += KEPT_RUNS) {
        const piece = { standIn, firstSeed, count: KEPT_RUNS };
        const parts = partsOf(chunks, firstSeed);
        if (!parts) break;
        if (this.offered.has(keyOf(piece)) || this.handedIn.has(keyOf(piece))) continue;
        this.handedIn.add(keyOf(piece));
        made.push({ ...piece, chunk: parts.length === 1 ? parts[0] : mergeChunks(parts) });
      }
    return made;
  }

  private nextSeedOf(standIn: string): number {
    return this.nextSeeds.get(standIn) ?? 1;
  }

  private othersThan(shown: string): string[] {
    return standInsOf(this.game)
      .map(({ id }) => id)
      .filter((id) => id !== shown);
  }

  /**
   * What is run next: first some runs of who is shown, then of everybody on the ladder and of the controls, then the rest of
   * who is shown, then of the others. Undefined when all is done; `isHeld`: when the very first are.
   */
  takeNext(shown: string, size: ReadingSize, isHeld: boolean): Piecework | undefined {
    const done = (standIn: string) => this.nextSeedOf(standIn) - 1;
    const others = this.othersThan(shown);
    const wanted = [
      { standIn: shown, runs: FIRST_ROUND_RUNS },
      ...others.map((standIn) => ({ standIn, runs: FIRST_ROUND_RUNS })),
      ...CONTROLS.map((standIn) => ({ standIn, runs: size.controlRuns })),
      { standIn: shown, runs: size.ladderRuns },
      ...others.map((standIn) => ({ standIn, runs: size.ladderRuns })),
      { standIn: shown, runs: size.runs },
    ];
    if (isHeld && done(shown) >= FIRST_CHUNK) return undefined;
    const next = wanted.find(({ standIn, runs }) => done(standIn) < runs);
    if (!next) return undefined;
    const firstSeed = done(next.standIn) + 1;
    const usual = firstSeed < FIRST_ROUND_RUNS ? FIRST_CHUNK : NEXT_CHUNK;
    // Not across the edge of what is kept together.
    const toEdge = KEPT_RUNS - ((firstSeed - 1) % KEPT_RUNS);
    const count = Math.min(usual, toEdge, next.runs + 1 - firstSeed);
    this.nextSeeds.set(next.standIn, firstSeed + count);
    return { standIn: next.standIn, firstSeed, count };
  }

  /** The unbroken stretch of seeds of somebody that is done, with the chunks that have joined it meanwhile. */
  stretchOf(standIn: string, level: MeasuredLevel): Stretch | undefined {
    const all = this.chunks.get(standIn);
    const known = this.stretches.get(standIn);
    const sums = known?.sums ?? emptySums();
    // A list of its own, since what is shown keeps the one of before.
    const rows = [...(known?.rows ?? [])];
    for (let chunk = all?.get(rows.length + 1); chunk; chunk = all?.get(rows.length + 1)) {
      rows.push(...chunk.rows);
      mergeSums(sums, chunk.sums);
    }
    if (rows.length === (known?.rows.length ?? 0)) return known;
    const stretch = { rows, sums, summary: summaryOf(sums, level) };
    this.stretches.set(standIn, stretch);
    return stretch;
  }

  /** Whether everybody has all the runs that this size asks for. */
  isDone(shown: string, { runs, ladderRuns }: ReadingSize): boolean {
    return standInsOf(this.game).every(
      ({ id }) => (this.stretches.get(id)?.rows.length ?? 0) >= (id === shown ? runs : ladderRuns),
    );
  }
}

const keyOf = ({ standIn, firstSeed }: Pick<Piecework, 'standIn' | 'firstSeed'>) => `${standIn} ${firstSeed}`;

/** The chunks that make up the stretch from a seed on, in their order; undefined where some are missing. */
function partsOf(chunks: ReadonlyMap<number, ChunkResult>, firstSeed: number): ChunkResult[] | undefined {
  const parts: ChunkResult[] = [];
  let seed = firstSeed;
  for (let chunk = chunks.get(seed); chunk && seed < firstSeed + KEPT_RUNS; chunk = chunks.get(seed)) {
    parts.push(chunk);
    seed += chunk.rows.length;
  }
  return seed === firstSeed + KEPT_RUNS ? parts : undefined;
}
