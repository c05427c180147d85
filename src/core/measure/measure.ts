import type { RulesProgram } from '../compile/cueProgram';
import type { RunRecord, RunSamples } from '../simulate/runRecord';
import type { RunFacts } from '../simulate/runFacts';
import type { RunNote } from '../simulate/runWatch';

/** A run as measures see it. */
export interface MeasuredRun {
  record: RunRecord;
  samples: RunSamples;
  /** What it showed of mistakes. */
  notes: readonly RunNote[];
  /** What was counted while it went on; undefined where only the record is known. */
  facts?: RunFacts;
}

/** What the measures need to know of a level. */
export interface MeasuredLevel {
  ticksPerSecond: number;
  pieces: readonly { id: string; name: string; kind: string }[];
  kinds: readonly { id: string; name: string }[];
  rules?: { playsFor: RulesProgram['playsFor'] };
}

/** What runs were summed up: how many, and of which level. */
export interface Summed {
  runs: number;
  level: MeasuredLevel;
}

/**
 * How that which runs show is joined. Sums are plain data, as JSON keeps them, and add up: added run by run or part by part, in
 * any order and cut in any way, they come to the same value to the last digit.
 */
export interface Join<Read, Sums, Value> {
  /** The word for it in the docs. */
  kind: 'count' | 'share' | 'mean' | 'quantiles' | 'curve' | 'map' | 'groups' | 'fingerprint';
  empty(): Sums;
  add(sums: Sums, read: Read, seed: number): void;
  /** Adds other sums to the first ones, which change. */
  merge(into: Sums, other: Sums): void;
  value(sums: Sums, summed: Summed): Value;
}

/** A column of the table of runs. */
export interface RunColumn {
  name: string;
  /** Read of what is kept of a run; or, with `keep`, worked out while it runs and kept with it under the name. */
  of?: (record: RunRecord) => number | undefined;
  keep?: (run: MeasuredRun, level: MeasuredLevel) => number | undefined;
  /** Written with so many decimals; as it is where left out. */
  decimals?: number;
}

/**
 * One entry of the table of measures. Desk, report, CSV, JSON and docs loop over the table: what stands here is all that there
 * is to know of a measure.
 */
export interface Measure<Read, Sums, Value> {
  /** As a label. */
  name: string;
  /** Empty where a number is a bare count. */
  unit: string;
  /** What it says and how it is worked out, in plain sentences. */
  about: string;
  join: Join<Read, Sums, Value>;
  /** What it reads of a run; undefined where the run says nothing of it. */
  reads(run: MeasuredRun, level: MeasuredLevel): Read | undefined;
  /** The value with unit and interval, short; undefined where there is nothing to show. */
  figure?(value: Value): string | undefined;
  /** The same for a narrow place: of spreads the median, with the middle half of runs in brackets. */
  brief?(value: Value): string | undefined;
  /** Sentences for a report. What it is played for and who plays is in `told`. */
  say?(value: Value, told: Told): string[];
  /** Fields of the documented JSON; times in seconds, shares in 0..1. */
  json?(value: Value): Record<string, unknown>;
  columns?: readonly RunColumn[];
}

/** Gives an entry the types of what it reads and how that is joined. */
export function entryOf<Read, Sums, Value>(entry: Measure<Read, Sums, Value>): Measure<Read, Sums, Value> {
  return entry;
}

/** What sentences may refer to besides the value that they tell. */
export interface Told {
  runs: number;
  won: number;
  standIn: string;
  /** Whether nothing wins the level, so that no clear rate is told. */
  isPlayedFor: boolean;
}
