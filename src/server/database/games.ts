import { createHash } from 'node:crypto';
import type { Transaction } from 'sequelize';
import { bug, readGameValue, writeGame, type GameDocument } from '@/core/index';
import { database } from './connection';

export interface StoredGame {
  id: string;
  name: string;
  revision: string;
  savedAt: Date;
  document: GameDocument;
}

export type SaveOutcome =
  { type: 'saved'; revision: string; savedAt: Date } | { type: 'clash'; currentRevision: string } | { type: 'unknown' };

/** Address of a revision: SHA-256 of the text of the document. */
export function revisionOf(text: string): string {
  return createHash('sha256').update(text).digest('hex');
}

export async function listGames(): Promise<StoredGame[]> {
  const rows = await database().models.games.findAll({ order: [['name', 'ASC']] });
  const games = await Promise.all(rows.map((row) => findGame(row.id)));
  return games.filter((game) => game !== undefined);
}

export async function findGame(id: string): Promise<StoredGame | undefined> {
  const row = await database().models.games.findByPk(id);
  if (!row) return undefined;
  const document = (await findRevision(id, row.revision)) ?? bug(`game ${id} without its revision`);
  return { id: row.id, name: row.name, revision: row.revision, savedAt: row.savedAt, document };
}

export async function findRevision(gameId: string, hash: string): Promise<GameDocument | undefined> {
  const row = await database().models.revisions.findOne({ where: { gameId, hash } });
  if (!row) return undefined;
  const read = readGameValue(JSON.parse(row.document));
  return read.ok ? read.value : bug(`stored revision ${hash} cannot be read: ${read.faults[0].message}`);
}

/** Saves an edit that was based on a revision. If somebody saved in between, nothing is written and the clash is told. */
export async function saveGame(document: GameDocument, baseRevision: string): Promise<SaveOutcome> {
  const { sequelize, models } = database();
  return sequelize.transaction(async (transaction): Promise<SaveOutcome> => {
    const row = await models.games.findByPk(document.id, { transaction, lock: transaction.LOCK.UPDATE });
    if (!row) return { type: 'unknown' };
    const text = writeGame(document);
    const revision = revisionOf(text);
    if (row.revision === revision) return { type: 'saved', revision, savedAt: row.savedAt };
    if (row.revision !== baseRevision) return { type: 'clash', currentRevision: row.revision };
    const savedAt = new Date();
    await storeRevision(document.id, revision, text, savedAt, transaction);
    await row.update({ name: document.name, revision, savedAt }, { transaction });
    return { type: 'saved', revision, savedAt };
  });
}

/** Puts a game on the shelf; one of the same id gets a new revision. */
export async function importGame(document: GameDocument): Promise<{ revision: string; created: boolean }> {
  const { sequelize, models } = database();
  return sequelize.transaction(async (transaction) => {
    const text = writeGame(document);
    const revision = revisionOf(text);
    const savedAt = new Date();
    await storeRevision(document.id, revision, text, savedAt, transaction);
    const [, created] = await models.games.findOrCreate({
      where: { id: document.id },
      defaults: { id: document.id, name: document.name, revision, savedAt },
      transaction,
    });
    if (!created)
      await models.games.update(
        { name: document.name, revision, savedAt },
        { where: { id: document.id }, transaction },
      );
    return { revision, created };
  });
}

async function storeRevision(
  gameId: string,
  hash: string,
  document: string,
  savedAt: Date,
  transaction: Transaction,
): Promise<void> {
  await database().models.revisions.bulkCreate([{ gameId, hash, document, savedAt }], {
    ignoreDuplicates: true,
    transaction,
  });
}
