import { randomUUID } from 'node:crypto';
import { QueryTypes } from 'sequelize';
import { areSameVersions, bug, NUMBER_VERSIONS, type ChunkResult } from '@/core/index';
import { LEASE_MS, MOST_ATTEMPTS, type ChunkQueue, type LeasedChunk, type Wanted } from '@/queue/chunkQueue';
import { SetAsideError } from '@/queue/chunkTask';
import { endBatch, overridesOf } from './batches';
import { database, inTransaction } from './connection';
import { BY_SUMS, foldSums, keepBriefFigures } from './sums';

/** When so many chunks of an arm have sums of their own, these are added to those of the arm. */
const FOLD_FROM = 16;

/** How many chunks wait, and how many somebody is at. */
export async function countChunks(): Promise<{ waitingChunks: number; leasedChunks: number }> {
  const rows = await database().sequelize.query<{ state: string; count: number }>(
    "SELECT state, COUNT(*) AS count FROM chunks WHERE state IN ('waiting', 'leased') GROUP BY state",
    { type: QueryTypes.SELECT },
  );
  const of = (state: string) => Number(rows.find((row) => row.state === state)?.count ?? 0);
  return { waitingChunks: of('waiting'), leasedChunks: of('leased') };
}

/** Chunks as rows of the database: everything that is known of the work lies there. */
export class DatabaseQueue implements ChunkQueue {
  async lease(): Promise<LeasedChunk | undefined> {
    const lease = randomUUID();
    const until = new Date(Date.now() + LEASE_MS);
    const isMine =
      (await this.takeNext(lease, until, "state = 'waiting'", [])) ||
      (await this.takeNext(lease, until, "state = 'leased' AND leased_until < ?", [new Date()]));
    return isMine ? this.describe(lease) : undefined;
  }

  /** Marks the next chunk as ours in one statement, so that nobody else gets it. */
  private async takeNext(lease: string, until: Date, which: string, values: unknown[]): Promise<boolean> {
    const statement =
      "UPDATE chunks SET state = 'leased', lease = ?, leased_until = ?, attempts = attempts + 1 " +
      `WHERE ${which} ORDER BY batch_id, place LIMIT 1`;
    const replacements = [lease, until, ...values];
    return inTransaction(async (transaction) => {
      const how = { type: QueryTypes.UPDATE, replacements, transaction } as const;
      const [, changed] = await database().sequelize.query(statement, how);
      return changed > 0;
    });
  }

  private async describe(lease: string): Promise<LeasedChunk | undefined> {
    const { models } = database();
    const chunk = await models.chunks.findOne({
      attributes: ['batchId', 'arm', 'firstSeed', 'runs'],
      where: { lease },
    });
    if (!chunk) return undefined;
    const { batchId, arm, firstSeed, runs } = chunk;
    const row = await models.arms.findOne({ attributes: { exclude: ['sheet', 'sums'] }, where: { batchId, arm } });
    const { revision, levelId, standInId } = row ?? bug(`chunk of an arm that is not there: ${batchId}, ${arm}`);
    const overrides = overridesOf(row!);
    return {
      lease,
      batchId,
      arm,
      task: { documentHash: revision, levelId, standInId, overrides, firstSeed, count: runs },
    };
  }

  async heartbeat({ lease }: LeasedChunk): Promise<Wanted> {
    const leasedUntil = new Date(Date.now() + LEASE_MS);
    const [changed] = await database().models.chunks.update({ leasedUntil }, { where: { lease, state: 'leased' } });
    return changed > 0 ? 'wanted' : 'unwanted';
  }

  /** Keeps a chunk with its runs, all or nothing. It must come from the versions that run here, as does the batch. */
  async complete({ lease, batchId, arm, task }: LeasedChunk, result: ChunkResult): Promise<Wanted> {
    if (!areSameVersions(result.versions, NUMBER_VERSIONS))
      bug('a chunk was computed by another version than this one');
    const { models } = database();
    const done = {
      state: 'done',
      lease: null,
      leasedUntil: null,
      ...result.versions,
      notes: JSON.stringify(result.notes),
      sums: JSON.stringify(result.sums),
      sumsIn: 'chunk' as const,
    };
    const wanted = await inTransaction(async (transaction): Promise<Wanted> => {
      const [changed] = await models.chunks.update(done, { where: { lease, state: 'leased' }, transaction });
      if (changed === 0) return 'unwanted';
      const rows = result.rows.map(({ figures, ...row }) => ({
        batchId,
        arm,
        ...row,
        piece: row.piece ?? null,
        figures: figures ? JSON.stringify(figures) : null,
      }));
      await models.runs.bulkCreate(rows, { ignoreDuplicates: true, transaction });
      const runsWon = result.rows.filter(({ outcome }) => outcome === 'won').length;
      await models.arms.increment({ runsDone: task.count, runsWon }, { where: { batchId, arm }, transaction });
      return 'wanted';
    });
    // Also where it was kept before: who hands it in again, since the answer was lost, may be the last one that does.
    await this.tidyAfter(batchId, arm);
    return wanted;
  }

  /** Adds up what has come together, and ends the batch if that was its last chunk. */
  private async tidyAfter(batchId: number, arm: number): Promise<void> {
    const { chunks } = database().models;
    const where = { batchId, arm, state: 'done', sumsIn: 'chunk' };
    const unfolded = await chunks.findAll({ attributes: ['firstSeed'], where, limit: FOLD_FROM, ...BY_SUMS });
    if (unfolded.length >= FOLD_FROM) await foldSums(batchId, arm);
    await endIfDone(batchId);
  }

  async fail({ lease, batchId }: LeasedChunk, error: unknown): Promise<void> {
    const { chunks } = database().models;
    const chunk = await chunks.findOne({ attributes: ['attempts'], where: { lease } });
    if (!chunk) return;
    if (chunk.attempts >= MOST_ATTEMPTS || error instanceof SetAsideError) {
      const message = error instanceof Error ? error.message : String(error);
      await endBatch(batchId, 'failed', message);
      return;
    }
    await chunks.update({ state: 'waiting', lease: null, leasedUntil: null }, { where: { lease } });
  }
}

/** Ends a batch of which every chunk is done; whoever kept the last one may have ended before that. */
export async function endIfDone(batchId: number): Promise<void> {
  const { batches, chunks } = database().models;
  if ((await chunks.count({ where: { batchId, state: ['waiting', 'leased'] } })) > 0) return;
  if ((await batches.count({ where: { id: batchId, status: 'running' } })) === 0) return;
  await keepBriefFigures(batchId);
  await endBatch(batchId, 'finished');
}

/** Gives back what was leased when the server ended; there is one server for a database. */
export async function releaseLeases(): Promise<void> {
  await database().models.chunks.update(
    { state: 'waiting', lease: null, leasedUntil: null },
    { where: { state: 'leased' } },
  );
}
