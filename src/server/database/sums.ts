import { IndexHints, type Transaction } from 'sequelize';
import {
  addRun,
  briefEstimatesOf,
  bug,
  emptySums,
  MEASURES,
  mergeSums,
  SUMS_VERSION,
  sheetOfLevel,
  summaryOf,
  sumsOfRecords,
  type LevelSheet,
  type MeasureSums,
  type RunNote,
  type RunRecord,
  type Summary,
} from '@/core/index';
import type { ReportPart, RunFilter } from '../contracts/batches';
import { database, inTransaction } from './connection';
import { findRevision } from './games';
import type { ArmRow, ChunkRow } from './models';
import { recordOf, recordsOf, RUN_AGAIN } from './runs';
import { readStored, readStoredOr, StoredDamage } from './stored';

/** What the runs of an arm come to so far. What it costs does not grow with the runs: the sums are kept. */
export async function summariseArm(gameId: string, arm: ArmRow): Promise<{ summary: Summary; sheet: LevelSheet }> {
  const sheet = await sheetOf(gameId, arm);
  return { summary: summaryOf(await sumsOf(arm, sheet), sheet), sheet };
}

/** Keeps the numbers by which briefs are judged, of all arms in which nothing is set otherwise; none of what is damaged. */
export async function keepBriefFigures(batchId: number): Promise<void> {
  const { models } = database();
  const batch = await models.batches.findByPk(batchId, { attributes: ['gameId'] });
  const plain = await models.arms.findAll({ where: { batchId, isControl: false, overrides: null } });
  for (const arm of batch ? plain : []) {
    const told = await summariseArm(batch!.gameId, arm).catch((error: unknown) => {
      if (error instanceof StoredDamage) return undefined;
      throw error;
    });
    const figures = told ? JSON.stringify(briefEstimatesOf(told.summary)) : null;
    await models.arms.update({ figures }, { where: { batchId, arm: arm.arm } });
  }
}

/** What the runs of an arm that a filter leaves come to, as far as single runs tell. */
export async function summarisePart(
  { batchId, arm }: ArmRow,
  sheet: LevelSheet,
  filter: RunFilter,
): Promise<ReportPart> {
  const table = { runs: MEASURES.runs, ends: MEASURES.ends, histogram: MEASURES.histogram, endCells: ENDED };
  const sums = emptySums(table);
  for await (const records of recordsOf(batchId, arm, filter, sheet.ticksPerSecond))
    mergeSums(sums, sumsOfRecords(records, sheet, table), table);
  return summaryOf(sums, sheet, table);
}

/** As where runs ended, with those that were cleared: whoever asks for them wants to see them. */
const ENDED = { ...MEASURES.endCells, reads: ({ record }: { record: RunRecord }) => record };

/** Few of thousands of chunks are not folded; without a word the database looks at all of them, with their long texts. */
export const BY_SUMS = { indexHints: [{ type: IndexHints.FORCE, values: ['chunks_batch_id_arm_sums_in'] }] };

async function sumsOf({ batchId, arm }: ArmRow, sheet: LevelSheet): Promise<MeasureSums> {
  const unfolded = { batchId, arm, state: 'done', sumsIn: ['chunk', 'runs'] };
  const { models } = database();
  // Read together, so that no chunk is counted twice or not at all while they are folded.
  const [row, chunks] = await inTransaction(async (transaction) => [
    await models.arms.findOne({ where: { batchId, arm }, transaction, lock: transaction.LOCK.SHARE }),
    await models.chunks.findAll({ where: unfolded, transaction, ...BY_SUMS }),
  ]);
  const sums = readArmSums(row ?? bug(`no arm ${arm} of batch ${batchId}`));
  for (const chunk of chunks) mergeSums(sums, await readChunkSums(chunk, sheet));
  if (chunks.some(({ sumsIn }) => sumsIn === 'runs')) await foldSums(batchId, arm, sheet);
  return sums;
}

/** Adds the sums of all finished chunks of an arm to those of the arm, so that they are read as one. */
export async function foldSums(batchId: number, arm: number, sheet?: LevelSheet): Promise<void> {
  const { models } = database();
  await inTransaction(async (transaction) => {
    const row = await models.arms.findOne({ where: { batchId, arm }, transaction, lock: transaction.LOCK.UPDATE });
    if (!row) return;
    const where = { batchId, arm, state: 'done', sumsIn: sheet ? ['chunk', 'runs'] : ['chunk'] };
    const chunks = await models.chunks.findAll({ where, transaction, ...BY_SUMS });
    if (chunks.length === 0) return;
    const sums = readArmSums(row);
    for (const chunk of chunks) mergeSums(sums, await readChunkSums(chunk, sheet, transaction));
    await row.update({ sums: JSON.stringify(sums) }, { transaction });
    const folded = { batchId, arm, firstSeed: chunks.map(({ firstSeed }) => firstSeed) };
    await models.chunks.update({ sums: null, pacing: null, sumsIn: 'arm' }, { where: folded, transaction });
  });
}

function readArmSums({ batchId, sums }: ArmRow): MeasureSums {
  return sums === null ? emptySums() : requireSums(sums, batchId);
}

function requireSums(text: string, batchId: number): MeasureSums {
  const sums = readStored<MeasureSums>(text, `A part of batch ${batchId}`, RUN_AGAIN);
  if (sums?.version !== SUMS_VERSION) throw new StoredDamage(`A part of batch ${batchId}`, RUN_AGAIN);
  return sums;
}

/** The sums of a chunk; of an earlier version, where it had none, made of its runs, of what it showed and of its pacing. */
async function readChunkSums(
  chunk: ChunkRow,
  sheet: LevelSheet | undefined,
  transaction?: Transaction,
): Promise<MeasureSums> {
  const { batchId, arm, firstSeed, runs, sumsIn, sums, pacing } = chunk;
  if (sumsIn === 'chunk') return requireSums(sums ?? '', batchId);
  const level = sheet ?? bug('runs without their level');
  const rows = await database().models.runs.findAll({
    where: { batchId, arm, seed: Array.from({ length: runs }, (_, index) => firstSeed + index) },
    order: [['seed', 'ASC']],
    transaction,
  });
  const notes = readStoredOr<RunNote[]>(chunk.notes, []);
  const made = emptySums();
  for (const row of rows) {
    const record = recordOf(row);
    const own = notes.filter(({ seed }) => seed === record.seed);
    addRun(made, { record, samples: { pressure: [], sighted: [] }, notes: own }, level);
  }
  const kept = pacing === null ? undefined : readStored<unknown>(pacing, `A part of batch ${batchId}`, RUN_AGAIN);
  if (kept) made.of.pacing = kept;
  return made;
}

/** What was kept of the level of an arm. Earlier versions kept nothing: it is made once, of the revision that ran, and kept. */
export async function sheetOf(gameId: string, row: ArmRow): Promise<LevelSheet> {
  const kept = readStoredOr<LevelSheet | undefined>(row.sheet, undefined);
  if (kept) return kept;
  const { batchId, arm, revision, levelId, standInId } = row;
  const document = (await findRevision(gameId, revision)) ?? bug(`batch ${batchId} without its revision`);
  const sheet = sheetOfLevel(document, levelId, standInId) ?? bug(`batch ${batchId} without its level`);
  await database().models.arms.update({ sheet: JSON.stringify(sheet) }, { where: { batchId, arm } });
  return sheet;
}
