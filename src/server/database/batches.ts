import { Op, QueryTypes, type Transaction } from 'sequelize';
import {
  nameArm,
  NUMBER_VERSIONS,
  type Arm,
  type BriefEstimates,
  type ControlRate,
  type Overrides,
} from '@/core/index';
import { chunkRunsFor, cutIntoChunks } from '@/queue/chunkTask';
import type { ArmInfo, BatchInfo, BatchStatus } from '../contracts/batches';
import type { NewArm } from '../documents/readArms';
import { database, inTransaction } from './connection';
import type { ArmRow, BatchRow } from './models';
import { readStored, readStoredOr } from './stored';

export interface NewBatch {
  gameId: string;
  firstSeed: number;
  arms: readonly NewArm[];
}

/** So many rows are written at once. */
const ROWS_AT_ONCE = 2000;

/** Notes a batch down with all its chunks, which then wait to be computed. */
export async function createBatch({ gameId, firstSeed, arms }: NewBatch): Promise<BatchInfo> {
  const { models } = database();
  const row = await inTransaction(async (transaction) => {
    const batch = await models.batches.create(
      {
        gameId,
        firstSeed,
        ...NUMBER_VERSIONS,
        controls: null,
        status: 'running',
        error: null,
        startedAt: new Date(),
        finishedAt: null,
        removedAt: null,
      },
      { transaction },
    );
    await models.arms.bulkCreate(
      arms.map((arm, index) => describeNewArm(batch.id, index, arm)),
      { transaction },
    );
    await planChunks(batch, await armsOf(batch.id, transaction), transaction);
    return batch;
  });
  return (await describeBatches([row]))[0];
}

function describeNewArm(batchId: number, arm: number, asked: NewArm) {
  const { isControl, revision, levelId, levelName, standInId, overrides, runs, sheet } = asked;
  return {
    batchId,
    arm,
    isControl,
    revision,
    levelId,
    levelName,
    standInId,
    overrides: nameArm(asked) === standInId ? null : JSON.stringify(overrides),
    runs,
    chunkRuns: chunkRunsFor(runs),
    runsDone: 0,
    runsWon: 0,
    sheet: JSON.stringify(sheet),
    sums: null,
    figures: null,
  };
}

/** Adds controls to a batch of an earlier version, which had none. */
export async function addControls(batchId: number, controls: readonly NewArm[]): Promise<void> {
  await inTransaction(async (transaction) => {
    const { models } = database();
    const arms = await armsOf(batchId, transaction);
    const rows = controls.map((arm, index) => describeNewArm(batchId, arms.length + index, arm));
    await models.arms.bulkCreate(rows, { ignoreDuplicates: true, transaction });
  });
}

/** Lets all chunks of a batch wait that are not there yet. Arms take turns, so that they grow together. */
export async function planChunks(
  { id, firstSeed }: Pick<BatchRow, 'id' | 'firstSeed'>,
  arms: readonly ArmRow[],
  transaction?: Transaction,
): Promise<void> {
  const rows = arms.flatMap(({ arm, runs, chunkRuns }) =>
    cutIntoChunks(firstSeed, runs, chunkRuns).map(({ firstSeed: first, count }, index) => ({
      batchId: id,
      arm,
      firstSeed: first,
      runs: count,
      state: 'waiting',
      place: index * arms.length + arm,
      lease: null,
      leasedUntil: null,
      attempts: 0,
      ...NUMBER_VERSIONS,
      pacing: null,
      notes: null,
      sums: null,
      sumsIn: 'chunk' as const,
    })),
  );
  for (let at = 0; at < rows.length; at += ROWS_AT_ONCE)
    await database().models.chunks.bulkCreate(rows.slice(at, at + ROWS_AT_ONCE), {
      ignoreDuplicates: true,
      transaction,
    });
}

export function armsOf(batchId: number, transaction?: Transaction): Promise<ArmRow[]> {
  return database().models.arms.findAll({ where: { batchId }, order: [['arm', 'ASC']], transaction });
}

/** What is set otherwise in an arm. */
export function overridesOf({ batchId, overrides }: ArmRow): Overrides {
  if (overrides === null) return { knobs: [] };
  return readStored<Overrides>(overrides, `An arm of batch ${batchId}`, 'Run it again; everything else goes on.');
}

/** What arms need not carry along when they are listed. */
const LIGHT = { exclude: ['sheet', 'sums'] };

async function describeBatches(rows: readonly BatchRow[]): Promise<BatchInfo[]> {
  const { models } = database();
  const batchId = rows.map(({ id }) => id);
  const [arms, unfinished] = await Promise.all([
    models.arms.findAll({ attributes: LIGHT, where: { batchId, isControl: false }, order: [['arm', 'ASC']] }),
    models.batches.findAll({ attributes: ['id'], where: { status: 'running', removedAt: null } }),
  ]);
  const byBatch = new Map<number, ArmRow[]>(rows.map(({ id }) => [id, []]));
  for (const arm of arms) byBatch.get(arm.batchId)?.push(arm);
  return rows.map((row) => {
    const ahead = row.status === 'running' ? unfinished.filter(({ id }) => id < row.id).length : 0;
    return describeBatch(row, byBatch.get(row.id) ?? [], ahead);
  });
}

function describeBatch(row: BatchRow, arms: readonly ArmRow[], ahead: number): BatchInfo {
  const sumOf = (field: 'runs' | 'runsDone') => arms.reduce((sum, arm) => sum + arm[field], 0);
  return {
    id: row.id,
    gameId: row.gameId,
    arms: describeArms(arms),
    firstSeed: row.firstSeed,
    runs: sumOf('runs'),
    runsDone: sumOf('runsDone'),
    versions: { engine: row.engine, standIns: row.standIns },
    status: row.status as BatchStatus,
    ahead,
    error: row.error,
    startedAt: row.startedAt.toISOString(),
    finishedAt: row.finishedAt?.toISOString() ?? null,
  };
}

/** Arms as they are listed. One whose overrides cannot be read any more is named without them. */
function describeArms(rows: readonly ArmRow[]): ArmInfo[] {
  const arms = rows.map((row): Arm => ({
    standInId: row.standInId,
    levelId: row.levelId,
    overrides: readStoredOr<Overrides>(row.overrides, { knobs: [] }),
  }));
  return rows.map((row, index) => ({
    arm: row.arm,
    name: nameArm(arms[index], arms),
    levelId: row.levelId,
    levelName: row.levelName,
    standInId: row.standInId,
    overrides: arms[index].overrides,
    isPlain: row.overrides === null,
    revision: row.revision,
    runs: row.runs,
    runsDone: row.runsDone,
    runsWon: row.runsWon,
    figures: readStoredOr<BriefEstimates | null>(row.figures, null),
  }));
}

export async function findBatch(id: number): Promise<BatchInfo | undefined> {
  const row = await database().models.batches.findOne({ where: { id, removedAt: null } });
  return row ? (await describeBatches([row]))[0] : undefined;
}

/** The newest batches of a game. */
export async function listBatches(gameId: string, most = 100): Promise<BatchInfo[]> {
  const { batches } = database().models;
  const rows = await batches.findAll({ where: { gameId, removedAt: null }, order: [['id', 'DESC']], limit: most });
  return leaveNewestFigures(await describeBatches(rows));
}

/** Of the numbers by which briefs are judged, only the newest of each level and stand-in are of use in a list. */
function leaveNewestFigures(batches: readonly BatchInfo[]): BatchInfo[] {
  const known = new Set<string>();
  const ofArm = (arm: ArmInfo): ArmInfo => {
    const key = JSON.stringify([arm.levelId, arm.standInId]);
    if (!arm.figures || known.has(key)) return { ...arm, figures: null };
    known.add(key);
    return arm;
  };
  return batches.map((batch) => ({ ...batch, arms: batch.arms.map(ofArm) }));
}

/** Every batch that is under way, the oldest first, however many there are. */
export function listRunningBatches(): Promise<BatchRow[]> {
  const where = { status: 'running', removedAt: null };
  return database().models.batches.findAll({ where, order: [['id', 'ASC']] });
}

/** How many batches are under way or wait. */
export function countRunningBatches(): Promise<number> {
  return database().models.batches.count({ where: { status: 'running', removedAt: null } });
}

/** How many runs of batches that are under way or wait are not made yet. */
export async function countRunsLeft(): Promise<number> {
  const statement =
    'SELECT COALESCE(SUM(arms.runs - arms.runs_done), 0) AS runsLeft FROM arms JOIN batches ON batches.id = arms.batch_id ' +
    "WHERE batches.status = 'running' AND batches.removed_at IS NULL";
  const [{ runsLeft }] = await database().sequelize.query<{ runsLeft: number }>(statement, { type: QueryTypes.SELECT });
  return Number(runsLeft);
}

/** Forgets all runs of a batch that other versions had made, so that it goes on with runs of one kind only. */
export async function beginAnew(batchId: number): Promise<void> {
  const { models } = database();
  await inTransaction(async (transaction) => {
    const where = { batchId };
    await models.runs.destroy({ where, transaction });
    await models.chunks.destroy({ where, transaction });
    await models.arms.update({ runsDone: 0, runsWon: 0, sums: null, figures: null }, { where, transaction });
    await models.batches.update({ ...NUMBER_VERSIONS, controls: null }, { where: { id: batchId }, transaction });
  });
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
  const { models } = database();
  const where = { gameId, removedAt: { [Op.ne]: null } };
  const rows = await models.batches.findAll({ where, order: [['removedAt', 'DESC']] });
  const arms = await models.arms.findAll({ attributes: LIGHT, where: { batchId: rows.map(({ id }) => id), arm: 0 } });
  const names = new Map(arms.map(({ batchId, levelName }) => [batchId, levelName]));
  return rows.map(({ id, removedAt }) => ({ id, levelName: names.get(id) ?? '', removedAt: removedAt! }));
}

/** Ends a batch that is still running; one that has ended otherwise stays as it is. What waits of it waits no longer. */
export async function endBatch(
  batchId: number,
  status: Exclude<BatchStatus, 'running'>,
  error: string | null = null,
): Promise<boolean> {
  const { models } = database();
  return inTransaction(async (transaction) => {
    const [changed] = await models.batches.update(
      { status, error, finishedAt: new Date() },
      { where: { id: batchId, status: 'running' }, transaction },
    );
    if (changed > 0 && status !== 'finished')
      await models.chunks.destroy({ where: { batchId, state: ['waiting', 'leased'] }, transaction });
    return changed > 0;
  });
}

/** What the levels of a batch of an earlier version came to without anybody playing them. */
export async function keptControls(batchId: number): Promise<ControlRate[] | null> {
  const row = await database().models.batches.findByPk(batchId, { attributes: ['controls'] });
  return readStoredOr<ControlRate[] | null>(row?.controls, null);
}
