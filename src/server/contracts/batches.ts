import * as z from 'zod';
import type {
  BriefEstimates,
  ControlRate,
  LevelSheet,
  MeasureChange,
  Overrides,
  PairedDifference,
  Summary,
} from '@/core/index';
import { gameId, revisionHash } from './games';
import { removedBatches } from './history';

/** Runs of one arm, and of all arms of a batch together. */
export const MOST_ARM_RUNS = 1_000_000;
export const MOST_BATCH_RUNS = 2_000_000;
/** So many batches wait for their turn, those that are being computed among them. */
export const MOST_WAITING_BATCHES = 200;
/** More arms are not even read; fewer may still be too many, which is told in words. */
const MOST_READ_ARMS = 20_000;

const levelId = z.string().min(1).max(64);
const standInId = z.string().min(1).max(64);

/** One arm that is asked for: who plays, where, and what is set otherwise. */
export const armRequest = z.strictObject({
  standInId: standInId.default('casual'),
  levelId,
  /** Values of numbers by their names, such as `warden.pace` or `clock`. */
  set: z.record(z.string().min(1).max(160), z.number()).default({}),
  /** Where runs begin, as in `wave 4`. */
  from: z.string().max(200).optional(),
  /** Another saved revision of the game than that of the batch. */
  revision: revisionHash.optional(),
});
export type ArmRequest = z.infer<typeof armRequest>;

/** Asks for runs of a saved revision: of some arms, or in short of one level and who plays it. */
export const startBatchRequest = z.strictObject({
  revision: revisionHash,
  arms: z.array(armRequest).max(MOST_READ_ARMS).optional(),
  levelId: levelId.optional(),
  standInId: standInId.default('casual'),
  /** Of each arm. */
  runs: z.number().int().min(1).max(MOST_ARM_RUNS),
  firstSeed: z.number().int().min(0).max(2_000_000_000).default(1),
});
export type StartBatchRequest = z.input<typeof startBatchRequest>;

export const batchStatus = z.enum(['running', 'finished', 'cancelled', 'failed']);
export type BatchStatus = z.infer<typeof batchStatus>;

const passedThrough = <Value>() => z.custom<Value>((value) => typeof value === 'object' && value !== null);

export const armInfo = z.object({
  arm: z.number().int(),
  /** "casual, warden.pace=3" */
  name: z.string(),
  levelId: z.string(),
  levelName: z.string(),
  standInId: z.string(),
  /** What is set otherwise. */
  overrides: passedThrough<Overrides>(),
  /** Whether nothing is: then its rate is that of the level. */
  isPlain: z.boolean(),
  revision: revisionHash,
  runs: z.number().int(),
  runsDone: z.number().int(),
  runsWon: z.number().int(),
  /** The numbers by which a brief is judged; null where they are not known, or those of a newer batch are. */
  figures: passedThrough<BriefEstimates>().nullable(),
});
export type ArmInfo = z.infer<typeof armInfo>;

export const batchInfo = z.object({
  id: z.number().int(),
  gameId,
  /** Those that were asked for; controls are not among them. */
  arms: z.array(armInfo).min(1),
  firstSeed: z.number().int(),
  /** Of all arms together. */
  runs: z.number().int(),
  runsDone: z.number().int(),
  /** What made its runs. */
  versions: z.object({ engine: z.number().int(), standIns: z.number().int() }),
  status: batchStatus,
  /** How many batches are computed before it. */
  ahead: z.number().int(),
  error: z.string().nullable(),
  startedAt: z.string(),
  finishedAt: z.string().nullable(),
});
export type BatchInfo = z.infer<typeof batchInfo>;

export const batchListReply = z.object({ batches: z.array(batchInfo), removed: removedBatches });
export type BatchListReply = z.infer<typeof batchListReply>;

/** Of the runs that a filter leaves: how many, how long they took, and where they ended. */
export type ReportPart = Pick<Summary, 'runs' | 'histogram' | 'ends'> & { endCells: Summary['endCells'] };

/** The whole report of an arm; what comes from our own code is passed through as it is. */
export const reportReply = z.object({
  batch: batchInfo,
  arm: armInfo,
  summary: passedThrough<Summary>(),
  sheet: passedThrough<LevelSheet>(),
  /** What the level comes to without anybody playing it; null where that was not worked out, or not yet. */
  controls: passedThrough<ControlRate[]>().nullable(),
  /** The runs that a filter leaves, as far as single runs tell; null without a filter. */
  part: passedThrough<ReportPart>().nullable(),
});
export type ReportReply = z.infer<typeof reportReply>;

export const armQuery = z.strictObject({ arm: z.coerce.number().int().min(0).max(100_000).default(0) });

/** Which runs of an arm are meant; all where nothing is said. */
export const runFilter = z.object({
  outcome: z.enum(['won', 'lost', 'out of time']).optional(),
  /** How they ended, and by whom: id of a piece, or of the kind of what a cue brought in or somebody fired. */
  cause: z.string().min(1).max(40).optional(),
  owner: z.string().min(1).max(64).optional(),
  /** How long they took, s: from the first, less than the second. */
  from: z.coerce.number().min(0).max(100_000).optional(),
  to: z.coerce.number().min(0).max(100_000).optional(),
});
export type RunFilter = z.infer<typeof runFilter>;

export const reportQuery = armQuery.extend(runFilter.shape);

export const runSort = z.enum(['seed', 'seconds', 'outcome', 'piece']);
export type RunSort = z.infer<typeof runSort>;

export const runPageQuery = reportQuery.extend({
  sort: runSort.default('seed'),
  order: z.enum(['up', 'down']).default('up'),
  page: z.coerce.number().int().min(1).max(100_000).default(1),
  size: z.coerce.number().int().min(1).max(200).default(20),
  /** Only the run of this seed. */
  seed: z.coerce.number().int().min(0).max(4_000_000_000).optional(),
});

export const compareQuery = armQuery.extend({
  with: z.coerce.number().int().min(1).max(2_000_000_000),
  withArm: z.coerce.number().int().min(0).max(100_000).default(0),
});

/** The runs of an arm less those of another one, seed by seed. */
export const compareReply = z.object({
  /** The one that is compared with: its batch and arm. */
  other: z.object({ batch: z.number().int(), arm: armInfo }),
  /** Seeds that both have; more than can be compared at once are left out, and how many there would be. */
  seeds: z.number().int(),
  allSeeds: z.number().int(),
  /** Of clear rates; null with fewer than two seeds. */
  difference: passedThrough<PairedDifference>().nullable(),
  /** What else differs for certain, with intervals widened for looking at all of it. */
  changes: z.array(passedThrough<MeasureChange>()),
  /** Seeds that only this one clears, and that only the other does; the first of each, and how many. */
  gained: z.object({ count: z.number().int(), first: z.array(z.number().int()) }),
  lost: z.object({ count: z.number().int(), first: z.array(z.number().int()) }),
  /** Whether the same engine and stand-ins made both. */
  isSameVersion: z.boolean(),
});
export type CompareReply = z.infer<typeof compareReply>;

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
  ahead: z.number().int(),
  error: z.string().nullable(),
});
export type BatchProgress = z.infer<typeof batchProgress>;
