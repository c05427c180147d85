import { createStore } from 'zustand/vanilla';
import { nameOfPiece, ownerOf, sayEnd, type RunRecord } from '@/core/index';
import type { Playback } from './playback';
import type { ReadingController } from './readingController';

/** One run that is gone to. */
export interface VisitedRun {
  seed: number;
  /** How it ended, in words, and when. */
  says: string;
  endTick: number;
}

/** A list of runs that one goes through, one after the other, each shown shortly before it ends. */
export interface Visit {
  /** What they have in common, as in "touched by Shelf warden". */
  title: string;
  runs: readonly VisitedRun[];
  /** Which of them is shown. */
  at: number;
}

/** So long before its end a run is shown, s. */
const BEFORE_SECONDS = 3;
/** So near to a place a run has ended there, cells. */
const NEAR_CELLS = 0.75;

export type LevelNames = Parameters<typeof nameOfPiece>[1];

/** Goes from what numbers say to the runs behind them: each in the arena, three seconds before it ends. */
export class Visits {
  readonly store = createStore<{ visit: Visit | undefined }>(() => ({ visit: undefined }));

  constructor(
    private readonly reading: ReadingController,
    private readonly playback: Playback,
  ) {}

  /** Takes up a list of runs and shows one of them; nothing happens where there are none. */
  async open(title: string, rows: readonly RunRecord[], level: LevelNames, first = 0): Promise<void> {
    if (rows.length === 0) return;
    const runs = rows.map((row) => ({ seed: row.seed, says: sayRow(row, level), endTick: row.ticks }));
    await this.show({ title, runs, at: first });
  }

  /** All lost runs; the one after that which is shown comes first. */
  async openLost(level: LevelNames): Promise<void> {
    const { rows, sampleSeed } = this.reading.store.getState();
    const lost = rows.filter(({ outcome }) => outcome !== 'won');
    const next = lost.findIndex(({ seed }) => seed > sampleSeed);
    await this.open('lost', lost, level, Math.max(0, next));
  }

  /** Goes on by so many runs; behind the last comes the first. */
  async step(by: number): Promise<void> {
    const { visit } = this.store.getState();
    if (!visit) return;
    const { length } = visit.runs;
    await this.show({ ...visit, at: (visit.at + by + length) % length });
  }

  async goTo(at: number): Promise<void> {
    const { visit } = this.store.getState();
    if (visit?.runs[at]) await this.show({ ...visit, at });
  }

  close(): void {
    this.store.setState({ visit: undefined });
  }

  private async show(visit: Visit): Promise<void> {
    const { seed, endTick } = visit.runs[visit.at];
    this.store.setState({ visit });
    await this.reading.showSample(seed);
    // Meanwhile somebody may have gone on, or the level may have changed.
    if (this.store.getState().visit !== visit) return;
    const { ticksPerSecond } = this.playback.store.getState();
    this.playback.seek(Math.max(0, endTick - BEFORE_SECONDS * ticksPerSecond));
  }
}

/** How a run ended, in words: "caught by Hall warden". */
export function sayRow(row: RunRecord, level: LevelNames): string {
  return sayEnd({ cause: row.cause, piece: row.piece, name: nameOfPiece(row.piece, level) });
}

/** Runs that ended in one way, the nearest to a typical one first. */
export function runsEndingBy(
  rows: readonly RunRecord[],
  end: { cause: RunRecord['cause']; piece: string | undefined },
): RunRecord[] {
  return rows.filter(
    (row) => row.outcome !== 'won' && row.cause === end.cause && ownerOf(row.piece) === ownerOf(end.piece),
  );
}

/** Lost runs that ended near a place, the nearest first. */
export function runsEndingNear(rows: readonly RunRecord[], x: number, y: number): RunRecord[] {
  const far = (row: RunRecord) => Math.hypot(row.x - x, row.y - y);
  return rows
    .filter((row) => row.outcome === 'lost' && far(row) <= NEAR_CELLS)
    .sort((one, other) => far(one) - far(other));
}

/** Runs that were won, or were not, within so many ticks of a moment, the nearest first; if there is none, the one nearest to it. */
export function runsEndingAbout(
  rows: readonly RunRecord[],
  tick: number,
  isWon: boolean,
  withinTicks: number,
): RunRecord[] {
  const far = (row: RunRecord) => Math.abs(row.ticks - tick);
  const sorted = rows.filter((row) => (row.outcome === 'won') === isWon).sort((one, other) => far(one) - far(other));
  const near = sorted.filter((row) => far(row) <= withinTicks);
  return near.length > 0 ? near : sorted.slice(0, 1);
}
