import { createHash } from 'node:crypto';
import type { Transaction } from 'sequelize';
import { bug, readGame, writeGame, type Diagnostic, type GameDocument } from '@/core/index';
import { database } from './connection';

interface ShelfEntry {
  id: string;
  name: string;
  revision: string;
  savedAt: Date;
}

export interface StoredGame extends ShelfEntry {
  document: GameDocument;
}

/** A game whose stored text this version cannot read: nothing but its text can be given out. */
export interface UnreadableGame extends ShelfEntry {
  text: string;
  faults: Diagnostic[];
}

/** A stored revision that is there but cannot be read. */
export class UnreadableRevision extends Error {
  constructor(readonly faults: readonly Diagnostic[]) {
    super(`the stored revision cannot be read: ${faults[0].message}`);
  }
}

export type SaveOutcome =
  { type: 'saved'; revision: string; savedAt: Date } | { type: 'clash'; currentRevision: string } | { type: 'unknown' };

/** Address of a revision: SHA-256 of the text of the document. */
export function revisionOf(text: string): string {
  return createHash('sha256').update(text).digest('hex');
}

/** All games in the order of their names; those that cannot be read by themselves, so that they stand in nobody's way. */
export async function listGames(): Promise<{ games: StoredGame[]; unreadable: UnreadableGame[] }> {
  const rows = await database().models.games.findAll({ order: [['name', 'ASC']] });
  const all = (await Promise.all(rows.map((row) => findGame(row.id)))).filter((game) => game !== undefined);
  return {
    games: all.filter((game) => 'document' in game),
    unreadable: all.filter((game) => 'text' in game),
  };
}

/** How many games there are, without reading any. */
export async function countGames(): Promise<number> {
  return database().models.games.count();
}

export async function findGame(id: string): Promise<StoredGame | UnreadableGame | undefined> {
  const row = await database().models.games.findByPk(id);
  if (!row) return undefined;
  const entry: ShelfEntry = { id: row.id, name: row.name, revision: row.revision, savedAt: row.savedAt };
  const text = (await findText(id, row.revision)) ?? bug(`game ${id} without its revision`);
  const read = readGame(text);
  return read.ok ? { ...entry, document: read.value } : { ...entry, text, faults: read.faults };
}

/** A revision; undefined when there is none. Throws {@link UnreadableRevision} for one that cannot be read. */
export async function findRevision(gameId: string, hash: string): Promise<GameDocument | undefined> {
  const text = await findText(gameId, hash);
  if (text === undefined) return undefined;
  const read = readGame(text);
  if (!read.ok) throw new UnreadableRevision(read.faults);
  return read.value;
}

async function findText(gameId: string, hash: string): Promise<string | undefined> {
  return (await database().models.revisions.findOne({ where: { gameId, hash } }))?.document;
}

/** Takes a game off the shelf; its revisions and batches stay stored. False when there was none. */
export async function removeGame(id: string): Promise<boolean> {
  return (await database().models.games.destroy({ where: { id } })) > 0;
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
    // The address is that of the text: what stands there and is not that text has been damaged.
    updateOnDuplicate: ['document'],
    transaction,
  });
}
