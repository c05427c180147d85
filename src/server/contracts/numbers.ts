import * as z from 'zod';
import type { ChunkResult, Overrides, RunRecord } from '@/core/index';

/** So many stretches of runs are asked for, or handed in, at once. */
export const MOST_STRETCHES = 32;
/** A stretch has no more runs. */
const MOST_RUNS = 100;

const play = z.string().regex(/^[0-9a-f]{64}$/);

/** Which runs are meant, of a level that plays so. */
const stretch = z.strictObject({
  levelId: z.string().min(1).max(64),
  standInId: z.string().min(1).max(64),
  overrides: z.custom<Overrides>((value) => typeof value === 'object' && value !== null),
  firstSeed: z.number().int().min(1).max(2_000_000_000),
  count: z.number().int().min(1).max(MOST_RUNS),
  tries: z.number().int().min(1).max(10).optional(),
});
export type Stretch = z.infer<typeof stretch>;

/** What such runs came to. What it says must be whole: numbers of another version, or of other seeds, are not taken. */
const result = z.object({
  firstSeed: z.number().int(),
  rows: z.array(z.custom<RunRecord>((value) => typeof value === 'object' && value !== null)).max(MOST_RUNS),
  sums: z.object({ version: z.number(), runs: z.number(), of: z.record(z.string(), z.unknown()) }),
  notes: z.array(z.custom<ChunkResult['notes'][number]>((value) => typeof value === 'object' && value !== null)),
  firstClears: z.array(z.number()).max(MOST_RUNS).optional(),
  versions: z.object({ engine: z.number(), standIns: z.number() }),
});

export const findNumbersRequest = z.strictObject({ play, stretches: z.array(stretch).max(MOST_STRETCHES) });
export type FindNumbersRequest = z.infer<typeof findNumbersRequest>;

/** In the order in which they were asked for; null where nothing is known. */
export const findNumbersReply = z.object({ numbers: z.array(result.nullable()) });
export type FindNumbersReply = z.infer<typeof findNumbersReply>;

export const keepNumbersRequest = z.strictObject({
  play,
  numbers: z.array(z.strictObject({ stretch, result })).max(MOST_STRETCHES),
});
export type KeepNumbersRequest = z.infer<typeof keepNumbersRequest>;

export const keepNumbersReply = z.object({ kept: z.number().int() });
export type KeepNumbersReply = z.infer<typeof keepNumbersReply>;
