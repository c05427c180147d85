import {
  areSameVersions,
  bug,
  mergeChunks,
  NUMBER_VERSIONS,
  sheetOfLevel,
  summariseFully,
  type ChunkResult,
  type ControlRate,
  type FullSummary,
  type LevelSheet,
  type PacingSums,
  type RunNote,
  type RunRecord,
} from '@/core/index';
import { Op } from 'sequelize';
import type { BatchInfo, BatchStatus, RunPageReply, RunSort } from '../contracts/batches';
import { database, inTransaction } from './connection';
import { findRevision } from './games';
import type { BatchRow, RunRowModel } from './models';
import { readStored, readStoredOr, StoredDamage } from './stored';

export interface NewBatch {
  gameId: string;
  revision: string;
  levelId: string;
  levelName: string;
  standInId: string;
  firstSeed: number;
  runs: number;
  /** What its report needs to know of the level. */
  sheet: LevelSheet;
}

export async function createBatch(batch: NewBatch): Promise<BatchInfo> {
  const row = await database().models.batches.create({
    ...batch,
    ...NUMBER_VERSIONS,
    sheet: JSON.stringify(batch.sheet),
    controls: null,
    status: 'running',
    error: null,
    startedAt: new Date(),
    finishedAt: null,
    removedAt: null,
  });
  return describeBatch(row, { done: 0, won: 0 });
}

function describeBatch(row: BatchRow, counts: { done: number; won: number }): BatchInfo {
  return {
    id: row.id,
    gameId: row.gameId,
    revision: row.revision,
    levelId: row.levelId,
    levelName: row.levelName,
    standInId: row.standInId,
    firstSeed: row.firstSeed,
    runs: row.runs,
    versions: { engine: row.engine, standIns: row.standIns },
    runsDone: counts.done,
    runsWon: counts.won,
    status: row.status as BatchStatus,
    error: row.error,
    startedAt: row.startedAt.toISOString(),
    finishedAt: row.finishedAt?.toISOString() ?? null,
  };
}

/** Forgets all runs of a batch that other versions had made, so that it goes on with runs of one kind only. */
export async function beginAnew(batchId: number): Promise<BatchInfo | undefined> {
  const { models } = database();
  await inTransaction(async (transaction) => {
    await models.runs.destroy({ where: { batchId }, transaction });
    await models.chunks.destroy({ where: { batchId }, transaction });
    await models.batches.update({ ...NUMBER_VERSIONS, controls: null }, { where: { id: batchId }, transaction });
  });
  return findBatch(batchId);
}

export async function findBatch(id: number): Promise<BatchInfo | undefined> {
  const row = await database().models.batches.findOne({ where: { id, removedAt: null } });
  return row ? describeBatch(row, await countRuns(id)) : undefined;
}

/** The newest batches of a game. */
export async function listBatches(gameId: string, most = 100): Promise<BatchInfo[]> {
  const { batches } = database().models;
  const rows = await batches.findAll({ where: { gameId, removedAt: null }, order: [['id', 'DESC']], limit: most });
  return Promise.all(rows.map(async (row) => describeBatch(row, await countRuns(row.id))));
}

/** Every batch that is under way, the oldest first, however many there are. */
export async function listRunningBatches(): Promise<BatchInfo[]> {
  const where = { status: 'running', removedAt: null };
  const rows = await database().models.batches.findAll({ where, order: [['id', 'ASC']] });
  return Promise.all(rows.map(async (row) => describeBatch(row, await countRuns(row.id))));
}

/** Takes a batch out of the lists; it can be brought back for a time. */
export async function removeBatch(id: number, at: Date): Promise<void> {
  await database().models.batches.update({ removedAt: at }, { where: { id } });
}

/** Brings a removed batch of a game back. False when none of this number was removed. */
export async function bringBackBatch(gameId: string, id: number): Promise<boolean> {
  const where = { id, gameId, removedAt: { [Op.ne]: null } };
  const [changed] = await database().models.batches.update({ removedAt: null }, { where });
  return changed > 0;
}

/** Batches of a game that were removed and can be brought back, the last one first. */
export async function listRemovedBatches(
  gameId: string,
): Promise<{ id: number; levelName: string; removedAt: Date }[]> {
  const where = { gameId, removedAt: { [Op.ne]: null } };
  const rows = await database().models.batches.findAll({ where, order: [['removedAt', 'DESC']] });
  return rows.map(({ id, levelName, removedAt }) => ({ id, levelName, removedAt: removedAt! }));
}

async function countRuns(batchId: number): Promise<{ done: number; won: number }> {
  const { chunks, runs } = database().models;
  const [done, won] = await Promise.all([
    chunks.sum('runs', { where: { batchId } }),
    runs.count({ where: { batchId, outcome: 'won' } }),
  ]);
  return { done: done ?? 0, won };
}

/** First seeds of the chunks that are kept already. */
export async function finishedChunks(batchId: number): Promise<Set<number>> {
  const rows = await database().models.chunks.findAll({ attributes: ['firstSeed'], where: { batchId } });
  return new Set(rows.map((row) => row.firstSeed));
}

/**
 * Keeps a finished chunk with its runs, all or nothing. Keeping it twice changes nothing. It must come from the versions that
 * run here, as does the batch.
 */
export async function keepChunk(batchId: number, chunk: ChunkResult): Promise<void> {
  if (!areSameVersions(chunk.versions, NUMBER_VERSIONS)) bug('a chunk was computed by another version than this one');
  const { models } = database();
  await inTransaction(async (transaction) => {
    const rows = chunk.rows.map((row) => ({ batchId, ...row, piece: row.piece ?? null }));
    await models.runs.bulkCreate(rows, { ignoreDuplicates: true, transaction });
    await models.chunks.bulkCreate(
      [
        {
          batchId,
          firstSeed: chunk.firstSeed,
          runs: rows.length,
          ...chunk.versions,
          pacing: JSON.stringify(chunk.pacing),
          notes: JSON.stringify(chunk.notes),
        },
      ],
      { ignoreDuplicates: true, transaction },
    );
  });
}

/** Ends a batch that is still running; one that has ended otherwise stays as it is. */
export async function endBatch(
  batchId: number,
  status: Exclude<BatchStatus, 'running'>,
  error: string | null = null,
): Promise<void> {
  await database().models.batches.update(
    { status, error, finishedAt: new Date() },
    { where: { id: batchId, status: 'running' } },
  );
}

/** Keeps what the level of a batch comes to without anybody playing it. */
export async function keepControls(batchId: number, controls: readonly ControlRate[]): Promise<void> {
  await database().models.batches.update({ controls: JSON.stringify(controls) }, { where: { id: batchId } });
}

/** Whether that was kept already. */
export async function hasControls(batchId: number): Promise<boolean> {
  return (await database().models.batches.count({ where: { id: batchId, controls: { [Op.ne]: null } } })) > 0;
}

const RUN_AGAIN = 'Run it again with the same seeds: it comes to the same numbers. Everything else goes on.';

export interface BatchNumbers {
  summary: FullSummary;
  sheet: LevelSheet;
  controls: ControlRate[] | null;
}

/** The numbers of a batch from the chunks that are kept, read with what was kept of its level. */
export async function summariseBatch(batch: BatchInfo): Promise<BatchNumbers> {
  const { models } = database();
  const [chunks, runs, row] = await Promise.all([
    models.chunks.findAll({ where: { batchId: batch.id }, order: [['firstSeed', 'ASC']] }),
    models.runs.findAll({ where: { batchId: batch.id }, order: [['seed', 'ASC']] }),
    models.batches.findByPk(batch.id),
  ]);
  const records = runs.map(recordOf);
  const results = chunks.map((chunk): ChunkResult => ({
    firstSeed: chunk.firstSeed,
    rows: records.filter((record) => record.seed >= chunk.firstSeed && record.seed < chunk.firstSeed + chunk.runs),
    pacing: readStored<PacingSums>(chunk.pacing, `A part of batch ${batch.id}`, RUN_AGAIN),
    notes: readStoredOr<RunNote[]>(chunk.notes, []),
    versions: { engine: chunk.engine, standIns: chunk.standIns },
  }));
  const sheet = await readSheet(batch, row?.sheet);
  const controls = readStoredOr<ControlRate[] | null>(row?.controls, null);
  return { summary: summariseFully(mergeChunks(results), sheet), sheet, controls };
}

/** What was kept of the level of a batch. */
export async function sheetOf(batch: BatchInfo): Promise<LevelSheet> {
  return readSheet(batch, (await database().models.batches.findByPk(batch.id, { attributes: ['sheet'] }))?.sheet);
}

async function readSheet(batch: BatchInfo, kept: string | null | undefined): Promise<LevelSheet> {
  return readStoredOr<LevelSheet | undefined>(kept, undefined) ?? makeSheet(batch);
}

/** Batches of earlier versions had no sheet: it is made once, of the revision that they ran, and kept. */
async function makeSheet({ id, gameId, revision, levelId, standInId }: BatchInfo): Promise<LevelSheet> {
  const document = (await findRevision(gameId, revision)) ?? bug(`batch ${id} without its revision`);
  const sheet = sheetOfLevel(document, levelId, standInId) ?? bug(`batch ${id} without its level`);
  await database().models.batches.update({ sheet: JSON.stringify(sheet) }, { where: { id } });
  return sheet;
}

const OUTCOMES = ['won', 'lost', 'out of time'];

/** Throws {@link StoredDamage} for a row that no run has written. */
function requireSound(row: RunRowModel): void {
  if (OUTCOMES.includes(row.outcome) && row.ticks >= 0) return;
  throw new StoredDamage(`Run ${row.seed} of batch ${row.batchId}`, RUN_AGAIN);
}

function recordOf(row: RunRowModel): RunRecord {
  requireSound(row);
  const { seed, outcome, cause, piece, ticks, x, y, boxOnly, nearMisses, score, distance, hash } = row;
  return {
    seed,
    outcome: outcome as RunRecord['outcome'],
    cause: cause as RunRecord['cause'],
    piece: piece ?? undefined,
    ticks,
    x,
    y,
    boxOnly,
    nearMisses,
    score: score ?? undefined,
    distance: distance ?? undefined,
    hash,
  };
}

const SORT_COLUMN: Record<RunSort, string> = { seed: 'seed', seconds: 'ticks', outcome: 'outcome', piece: 'piece' };

/** One page of the table of runs; equal values are ordered by seed. */
export async function pageOfRuns(
  batchId: number,
  page: { sort: RunSort; order: 'up' | 'down'; page: number; size: number; seed?: number },
): Promise<RunPageReply> {
  const direction = page.order === 'up' ? 'ASC' : 'DESC';
  const { count, rows } = await database().models.runs.findAndCountAll({
    where: page.seed === undefined ? { batchId } : { batchId, seed: page.seed },
    order: [
      [SORT_COLUMN[page.sort], direction],
      ['seed', 'ASC'],
    ],
    offset: (page.page - 1) * page.size,
    limit: page.size,
  });
  rows.forEach(requireSound);
  return {
    total: count,
    rows: rows.map(({ seed, outcome, cause, piece, ticks, x, y, boxOnly, nearMisses, score, distance, hash }) => ({
      seed,
      outcome: outcome as 'won',
      cause,
      piece,
      ticks,
      x,
      y,
      boxOnly,
      nearMisses,
      score,
      distance,
      hash,
    })),
  };
}
