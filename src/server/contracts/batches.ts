import { z } from 'zod';
import type { ControlRate, FullSummary, LevelSheet } from '@/core/index';
import { gameId, revisionHash } from './games';
import { removedBatches } from './history';

export const MOST_BATCH_RUNS = 20_000;

/** Asks for runs of one level of a saved revision. */
export const startBatchRequest = z.strictObject({
  revision: revisionHash,
  levelId: z.string().min(1).max(64),
  standInId: z.string().min(1).max(64).default('casual'),
  runs: z.number().int().min(1).max(MOST_BATCH_RUNS),
  firstSeed: z.number().int().min(0).max(2_000_000_000).default(1),
});
export type StartBatchRequest = z.input<typeof startBatchRequest>;

export const batchStatus = z.enum(['running', 'finished', 'cancelled', 'failed']);
export type BatchStatus = z.infer<typeof batchStatus>;

export const batchInfo = z.object({
  id: z.number().int(),
  gameId,
  revision: revisionHash,
  levelId: z.string(),
  levelName: z.string(),
  standInId: z.string(),
  firstSeed: z.number().int(),
  runs: z.number().int(),
  /** What made its runs. */
  versions: z.object({ engine: z.number().int(), standIns: z.number().int() }),
  runsDone: z.number().int(),
  runsWon: z.number().int(),
  status: batchStatus,
  error: z.string().nullable(),
  startedAt: z.string(),
  finishedAt: z.string().nullable(),
});
export type BatchInfo = z.infer<typeof batchInfo>;

export const batchListReply = z.object({ batches: z.array(batchInfo), removed: removedBatches });
export type BatchListReply = z.infer<typeof batchListReply>;

const passedThrough = <Value>() => z.custom<Value>((value) => typeof value === 'object' && value !== null);

/** The whole report; what comes from our own code is passed through as it is. */
export const reportReply = z.object({
  batch: batchInfo,
  summary: passedThrough<FullSummary>(),
  sheet: passedThrough<LevelSheet>(),
  /** What the level comes to without anybody playing it; null where that was not worked out, or not yet. */
  controls: passedThrough<ControlRate[]>().nullable(),
});
export type ReportReply = z.infer<typeof reportReply>;

export const runSort = z.enum(['seed', 'seconds', 'outcome', 'piece']);
export type RunSort = z.infer<typeof runSort>;

export const runPageQuery = z.strictObject({
  sort: runSort.default('seed'),
  order: z.enum(['up', 'down']).default('up'),
  page: z.coerce.number().int().min(1).max(100_000).default(1),
  size: z.coerce.number().int().min(1).max(200).default(20),
  /** Only the run of this seed. */
  seed: z.coerce.number().int().min(0).max(4_000_000_000).optional(),
});

export const runRow = z.object({
  seed: z.number().int(),
  outcome: z.enum(['won', 'lost', 'out of time']),
  cause: z.string(),
  piece: z.string().nullable(),
  ticks: z.number().int(),
  x: z.number(),
  y: z.number(),
  boxOnly: z.number().int(),
  nearMisses: z.number().int(),
  score: z.number().nullable(),
  distance: z.number().nullable(),
  hash: z.string(),
});
export type RunRow = z.infer<typeof runRow>;

export const runPageReply = z.object({ total: z.number().int(), rows: z.array(runRow) });
export type RunPageReply = z.infer<typeof runPageReply>;

/** One server-sent event about a batch. */
export const batchProgress = z.object({
  runsDone: z.number().int(),
  runs: z.number().int(),
  status: batchStatus,
  error: z.string().nullable(),
});
export type BatchProgress = z.infer<typeof batchProgress>;
