import { Op, QueryTypes, type Transaction } from 'sequelize';
import { bug, readGame, sayChanges } from '@/core/index';
import type { HistoryReply, SaveInfo, SaveOrigin } from '../contracts/history';
import { saveIdsToThin } from './thinning';
import { database, inTransaction } from './connection';
import type { SaveRow } from './models';
import { readStoredOr } from './stored';

/** Removed games and batches can be brought back for so long. */
export const KEPT_DAYS = 30;
const DAY_MS = 86_400_000;

/** A stretch of the history of a game, the newest first, with what all of it comes to. */
export async function pageOfHistory(
  gameId: string,
  { before, size }: { before?: number; size: number },
): Promise<HistoryReply> {
  const { models } = database();
  const where = before === undefined ? { gameId } : { gameId, id: { [Op.lt]: before } };
  const [rows, count, bytes, game] = await Promise.all([
    models.saves.findAll({ where, order: [['id', 'DESC']], limit: size }),
    models.saves.count({ where: { gameId } }),
    models.saves.sum('bytes', { where: { gameId } }),
    models.games.findByPk(gameId),
  ]);
  const counts = await batchesOf(gameId);
  const current = game && (await newestOf(gameId, game.revision));
  return {
    saves: rows.map((row) => describeSave(row, counts.get(row.hash) ?? 0, row.id === current)),
    count,
    bytes: bytes ?? 0,
  };
}

async function newestOf(gameId: string, hash: string): Promise<number | undefined> {
  const row = await database().models.saves.findOne({
    where: { gameId, hash, origin: { [Op.ne]: 'aside' } },
    order: [['id', 'DESC']],
  });
  return row?.id;
}

/** How many batches ran each revision of a game. */
async function batchesOf(gameId: string): Promise<Map<string, number>> {
  const rows = await database().sequelize.query<{ revision: string; batches: number }>(
    'SELECT arms.revision, COUNT(DISTINCT batches.id) AS batches FROM batches JOIN arms ON arms.batch_id = batches.id ' +
      'WHERE batches.game_id = ? AND batches.removed_at IS NULL GROUP BY arms.revision',
    { replacements: [gameId], type: QueryTypes.SELECT },
  );
  return new Map(rows.map(({ revision, batches }) => [revision, Number(batches)]));
}

function describeSave(row: SaveRow, batches: number, isCurrent: boolean): SaveInfo {
  return {
    id: row.id,
    revision: row.hash,
    savedAt: row.savedAt.toISOString(),
    origin: row.origin as SaveOrigin,
    name: row.name,
    changes: readStoredOr<string[] | null>(row.changes, null),
    batches,
    isCurrent,
  };
}

/** One version; undefined when the game has none of this id. */
export async function findSave(gameId: string, id: number): Promise<SaveRow | undefined> {
  return (await database().models.saves.findOne({ where: { gameId, id } })) ?? undefined;
}

/** Gives a version a name, or takes it away; one with a name is never thinned out. */
export async function nameSave(gameId: string, id: number, name: string | null): Promise<boolean> {
  const { models } = database();
  if (!(await findSave(gameId, id))) return false;
  await models.saves.update({ name }, { where: { gameId, id } });
  return true;
}

/**
 * Thins out the history of a game: see {@link saveIdsToThin}. What is told of a version is told anew when the one before it
 * goes. Revisions that nothing names any more go with it. Gives how many versions went.
 */
export async function thinHistory(gameId: string, now: Date): Promise<number> {
  const { models } = database();
  return inTransaction(async (transaction) => {
    const game = await models.games.findByPk(gameId, { transaction, lock: transaction.LOCK.UPDATE });
    if (!game) return 0;
    const saves = await models.saves.findAll({ where: { gameId }, order: [['id', 'ASC']], transaction });
    const ofGame = await models.batches.findAll({ attributes: ['id'], where: { gameId }, transaction });
    const ofArms = { attributes: ['revision'], where: { batchId: ofGame.map(({ id }) => id) }, transaction };
    const inBatches = new Set((await models.arms.findAll(ofArms)).map(({ revision }) => revision));
    const isHeld = ({ name, hash }: SaveRow) => name !== null || inBatches.has(hash) || hash === game.revision;
    const gone = new Set(
      saveIdsToThin(
        saves.map((save) => ({ id: save.id, savedAt: save.savedAt, isHeld: isHeld(save) })),
        now,
      ),
    );
    if (gone.size === 0) return 0;
    await models.saves.destroy({ where: { gameId, id: [...gone] }, transaction });
    await tellAnew(saves, gone, transaction);
    await dropUnnamed(gameId, transaction);
    return gone.size;
  });
}

/** Tells of each version that stays and whose forerunner went what changed since the one that is before it now. */
async function tellAnew(saves: readonly SaveRow[], gone: ReadonlySet<number>, transaction: Transaction): Promise<void> {
  let before: SaveRow | undefined;
  let hasGap = false;
  for (const save of saves) {
    if (gone.has(save.id)) {
      hasGap = true;
      continue;
    }
    if (hasGap && before) {
      const changes = await changesBetweenSaves(save.gameId, before.hash, save.hash, transaction);
      await save.update({ changes: changes && JSON.stringify(changes) }, { transaction });
    }
    hasGap = false;
    before = save;
  }
}

async function changesBetweenSaves(
  gameId: string,
  from: string,
  to: string,
  transaction: Transaction,
): Promise<string[] | null> {
  const { revisions } = database().models;
  const [before, after] = await Promise.all(
    [from, to].map(async (hash) => {
      const row = (await revisions.findOne({ where: { gameId, hash }, transaction })) ?? bug(`no revision ${hash}`);
      return readGame(row.document);
    }),
  );
  return before.ok && after.ok ? sayChanges(before.value, after.value) : null;
}

/** Removes revisions of a game that no version and no batch names. */
async function dropUnnamed(gameId: string, transaction: Transaction): Promise<void> {
  await database().sequelize.query(
    'DELETE FROM revisions WHERE game_id = ? ' +
      'AND hash NOT IN (SELECT hash FROM saves WHERE saves.game_id = revisions.game_id) ' +
      'AND hash NOT IN (SELECT revision FROM arms JOIN batches ON batches.id = arms.batch_id ' +
      'WHERE batches.game_id = revisions.game_id) ' +
      'AND hash NOT IN (SELECT revision FROM games WHERE games.id = revisions.game_id)',
    { replacements: [gameId], transaction },
  );
}

/** Ids of all games, removed ones among them. */
export async function allGameIds(): Promise<string[]> {
  return (await database().models.games.findAll({ attributes: ['id'] })).map(({ id }) => id);
}

/** When something that was removed then goes for good. */
export function goneAt(removedAt: Date): Date {
  return new Date(removedAt.getTime() + KEPT_DAYS * DAY_MS);
}

/** Ends what was removed longer ago than it is kept; gives how many games and batches went. */
export async function dropRemoved(now: Date): Promise<{ games: number; batches: number }> {
  const { models } = database();
  const removedAt = { [Op.lt]: new Date(now.getTime() - KEPT_DAYS * DAY_MS) };
  return inTransaction(async (transaction) => {
    const games = (await models.games.findAll({ where: { removedAt }, transaction })).map(({ id }) => id);
    const where = { [Op.or]: [{ removedAt }, { gameId: games }] };
    const batches = (await models.batches.findAll({ attributes: ['id'], where, transaction })).map(({ id }) => id);
    await models.runs.destroy({ where: { batchId: batches }, transaction });
    await models.chunks.destroy({ where: { batchId: batches }, transaction });
    await models.arms.destroy({ where: { batchId: batches }, transaction });
    await models.notes.destroy({ where: { [Op.or]: [{ batchId: batches }, { gameId: games }] }, transaction });
    await models.batches.destroy({ where: { id: batches }, transaction });
    await models.saves.destroy({ where: { gameId: games }, transaction });
    await models.revisions.destroy({ where: { gameId: games }, transaction });
    await models.games.destroy({ where: { id: games }, transaction });
    return { games: games.length, batches: batches.length };
  });
}
