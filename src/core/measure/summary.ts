import { OrderedHash } from '../foundation/traceHash';
import type { RunRecord } from '../simulate/runRecord';
import { countCells, type CellCount } from './cellCounts';
import type { ChunkResult } from './chunk';
import { describeFindings, type Finding } from './findings';
import { describePacing, type PacingPoint } from './pacing';
import { measurePlayed, type Played } from './played';
import { durationHistogram, type HistogramBin } from './statistics/histogram';
import { survivalCurve, type SurvivalStep } from './statistics/survivalCurve';
import { measureTimeSpread, type TimeSpread } from './statistics/timeSpread';
import { wilsonInterval, type ShareWithInterval } from './statistics/wilsonInterval';

/** Runs that ended in one way. */
export interface EndGroup {
  cause: RunRecord['cause'];
  /** Id, name and kind of the piece that ended them; undefined for the clock and the exit. */
  piece: string | undefined;
  name: string | undefined;
  kind: string | undefined;
  count: number;
  share: ShareWithInterval;
  medianSeconds: number;
}

/** What many runs of one stand-in say about a level. Durations in seconds. */
export interface Summary {
  runs: number;
  won: number;
  lost: number;
  outOfTime: number;
  clearRate: ShareWithInterval;
  timeToClear: TimeSpread | undefined;
  /** What runs came to where nothing wins the level; undefined where something does. */
  played: Played | undefined;
  /** Ways in which runs ended without being cleared, the commonest first. */
  ends: EndGroup[];
  /** Encounters a run in which only the box round a hit shape met the player: hits that a box would have counted. */
  boxOnlyPerRun: number;
  /** Shots that passed the player closely, on average. */
  nearMissesPerRun: number;
  /** Fingerprint of all runs in the order of their seeds. */
  hash: string;
}

/** The longer account for reports. */
export interface FullSummary extends Summary {
  histogram: HistogramBin[];
  survival: SurvivalStep[];
  pacing: PacingPoint[];
  /** For every cell in which runs were lost: how many. Row by row over the arena. */
  endCells: CellCount[];
  findings: Finding[];
}

/** What the measures need to know of a level. */
export interface MeasuredLevel {
  ticksPerSecond: number;
  pieces: readonly { id: string; name: string; kind: string }[];
  kinds: readonly { id: string; name: string }[];
  rules?: { playsFor: Played['what'] | undefined };
}

export function summarise(rows: readonly RunRecord[], level: MeasuredLevel): Summary {
  const won = rows.filter((row) => row.outcome === 'won');
  const lost = rows.filter((row) => row.outcome === 'lost').length;
  return {
    runs: rows.length,
    won: won.length,
    lost,
    outOfTime: rows.length - won.length - lost,
    clearRate: wilsonInterval(won.length, rows.length),
    timeToClear: measureTimeSpread(won.map((row) => row.ticks / level.ticksPerSecond)),
    played: measurePlayed(rows, level.rules?.playsFor, level.ticksPerSecond),
    ends: groupEnds(rows, level),
    boxOnlyPerRun: perRun(rows, (row) => row.boxOnly),
    nearMissesPerRun: perRun(rows, (row) => row.nearMisses),
    hash: hashRuns(rows),
  };
}

function perRun(rows: readonly RunRecord[], count: (row: RunRecord) => number): number {
  return rows.length > 0 ? rows.reduce((sum, row) => sum + count(row), 0) / rows.length : 0;
}

export function summariseFully(chunk: ChunkResult, level: MeasuredLevel): FullSummary {
  const timed = chunk.rows.map((row) => ({
    seconds: row.ticks / level.ticksPerSecond,
    outcome: row.outcome,
    isLost: row.outcome === 'lost',
  }));
  return {
    ...summarise(chunk.rows, level),
    histogram: durationHistogram(timed),
    survival: survivalCurve(timed),
    pacing: describePacing(chunk.pacing),
    endCells: countCells(chunk.rows.filter(({ outcome }) => outcome !== 'won')),
    findings: describeFindings(chunk.notes, chunk.rows.length),
  };
}

function groupEnds(rows: readonly RunRecord[], level: MeasuredLevel): EndGroup[] {
  const groups = new Map<string, RunRecord[]>();
  for (const row of rows) {
    if (row.outcome === 'won') continue;
    const key = `${row.cause} ${ownerOf(row.piece) ?? ''}`;
    groups.set(key, [...(groups.get(key) ?? []), row]);
  }
  return [...groups.values()]
    .map((members): EndGroup => {
      const owner = ownerOf(members[0].piece);
      const { piece, kind } = findOwner(owner, level);
      const spread = measureTimeSpread(members.map((row) => row.ticks / level.ticksPerSecond));
      return {
        cause: members[0].cause,
        piece: owner,
        name: piece?.name ?? kind?.name,
        kind: piece?.kind ?? kind?.id,
        count: members.length,
        share: wilsonInterval(members.length, rows.length),
        medianSeconds: spread?.median ?? 0,
      };
    })
    .sort((a, b) => b.count - a.count || (a.piece ?? '').localeCompare(b.piece ?? '', 'en'));
}

/** What cues bring in has no name of its own: it is told by its kind, which stands before the dot. */
export function ownerOf(piece: string | undefined): string | undefined {
  return piece?.split('.')[0];
}

/** The name of a piece, or of the kind of what a cue brought in or somebody fired; undefined where there is none. */
export function nameOfPiece(
  id: string | undefined,
  level: { pieces: readonly { id: string; name: string }[]; kinds: readonly { id: string; name: string }[] },
): string | undefined {
  const { piece, kind } = findOwner(ownerOf(id), level);
  return piece?.name ?? kind?.name;
}

function findOwner<Piece extends { id: string }, Kind extends { id: string }>(
  owner: string | undefined,
  { pieces, kinds }: { pieces: readonly Piece[]; kinds: readonly Kind[] },
): { piece: Piece | undefined; kind: Kind | undefined } {
  return { piece: pieces.find(({ id }) => id === owner), kind: kinds.find(({ id }) => id === owner) };
}

/** One fingerprint for many runs; equal only if every run was equal in every tick. */
export function hashRuns(rows: readonly RunRecord[]): string {
  const hash = new OrderedHash();
  for (const row of rows) hash.addText(row.hash);
  return hash.digest();
}
