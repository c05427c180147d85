import { bug } from '../foundation/result';
import { areSameVersions, NUMBER_VERSIONS, sayVersions, type NumberVersions } from '../simulate/numberVersions';
import type { RunRecord } from '../simulate/runRecord';
import type { RunNote } from '../simulate/runWatch';
import { emptySums, mergeSums, type MeasureSums } from './sums';

/** The result of a stretch of seeds: one row a run and sums that add up. */
export interface ChunkResult {
  firstSeed: number;
  rows: RunRecord[];
  /** What all measures need of the runs. */
  sums: MeasureSums;
  /** What the runs showed of mistakes, in the order of their seeds. */
  notes: RunNote[];
  /** On which try each of these people clears the level first, where they were let try again; one more than tries, where on none. */
  firstClears?: number[];
  /** What computed it. */
  versions: NumberVersions;
}

/** Joins chunks in the order of their seeds, whatever order they were finished in; all must come from the same versions. */
export function mergeChunks(chunks: readonly ChunkResult[]): ChunkResult {
  const ordered = [...chunks].sort((a, b) => a.firstSeed - b.firstSeed);
  const { versions } = ordered[0] ?? { versions: NUMBER_VERSIONS };
  const other = ordered.find((chunk) => !areSameVersions(chunk.versions, versions));
  if (other) bug(`chunks of ${sayVersions(versions)} and of ${sayVersions(other.versions)} do not join`);
  const sums = emptySums();
  for (const chunk of ordered) mergeSums(sums, chunk.sums);
  return {
    firstSeed: ordered[0]?.firstSeed ?? 0,
    rows: ordered.flatMap((chunk) => chunk.rows),
    sums,
    notes: ordered.flatMap((chunk) => chunk.notes),
    ...(ordered.some(({ firstClears }) => firstClears)
      ? { firstClears: ordered.flatMap(({ firstClears }) => firstClears ?? []) }
      : {}),
    versions,
  };
}
