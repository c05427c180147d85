import { Op, QueryTypes, type Transaction } from 'sequelize';
import { bug, readGame, type Diagnostic, type GameDocument } from '@/core/index';
import type { SaveOrigin } from '../contracts/history';
import { documentThreads } from '../documents/documentThreads';
import type { WrittenGame } from '../documents/writtenGame';
import { database, inTransaction } from './connection';

export interface ShelfEntry {
  id: string;
  name: string;
  revision: string;
  savedAt: Date;
}

export interface StoredGame extends ShelfEntry {
  /** The document as JSON, in the format of this version. */
  json: string;
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

/** All games on the shelf with their documents; those that cannot be read by themselves, so that they stand in nobody's way. */
export async function readAllGames(): Promise<{ games: StoredGame[]; unreadable: UnreadableGame[] }> {
  const rows = await database().models.games.findAll({ where: { removedAt: null }, order: [['name', 'ASC']] });
  const all = (await Promise.all(rows.map((row) => findGame(row.id)))).filter((game) => game !== undefined);
  return {
    games: all.filter((game) => 'json' in game),
    unreadable: all.filter((game) => 'text' in game),
  };
}

/** What stands on the shelf, in the order of the names. Texts are read only of games of which it is not known yet that they can be. */
export async function listGames(): Promise<{ games: ShelfEntry[]; unreadable: UnreadableGame[] }> {
  const rows = await database().sequelize.query<ShelfEntry & { isWhole: 0 | 1 | null }>(
    'SELECT g.id, g.name, g.revision, g.saved_at AS savedAt, SHA2(r.document, 256) = g.revision AS isWhole ' +
      'FROM games g LEFT JOIN revisions r ON r.game_id = g.id AND r.hash = g.revision ' +
      'WHERE g.removed_at IS NULL ORDER BY g.name',
    { type: QueryTypes.SELECT },
  );
  const threads = documentThreads();
  const games: ShelfEntry[] = [];
  const unreadable: UnreadableGame[] = [];
  for (const { isWhole, ...entry } of rows) {
    const look = isWhole ? await threads.lookOf(entry.revision) : undefined;
    const game = look?.isReadable ? entry : await findGame(entry.id);
    if (isUnreadable(game)) unreadable.push(game);
    else if (game) games.push(entry);
  }
  return { games, unreadable };
}

function isUnreadable(game: ShelfEntry | UnreadableGame | undefined): game is UnreadableGame {
  return game !== undefined && 'faults' in game;
}

/** Games that were taken off the shelf and can be brought back, the last one first. */
export async function listRemovedGames(): Promise<{ id: string; name: string; removedAt: Date }[]> {
  const rows = await database().models.games.findAll({
    where: { removedAt: { [Op.ne]: null } },
    order: [['removedAt', 'DESC']],
  });
  return rows.map(({ id, name, removedAt }) => ({ id, name, removedAt: removedAt! }));
}

/** How many games there are, removed ones among them, without reading any. */
export async function countGames(): Promise<number> {
  return database().models.games.count();
}

/** What stands on the shelf of a game, without reading its document. */
export async function findGameEntry(id: string): Promise<ShelfEntry | undefined> {
  const row = await database().models.games.findByPk(id);
  if (!row || row.removedAt) return undefined;
  return { id: row.id, name: row.name, revision: row.revision, savedAt: row.savedAt };
}

export async function findGame(id: string): Promise<StoredGame | UnreadableGame | undefined> {
  const entry = await findGameEntry(id);
  if (!entry) return undefined;
  const text = (await findText(id, entry.revision)) ?? '';
  const look = await documentThreads().look(text);
  return look.isReadable ? { ...entry, json: look.json ?? text } : { ...entry, text, faults: look.faults };
}

/** A revision; undefined when there is none. Throws {@link UnreadableRevision} for one that cannot be read. */
export async function findRevision(gameId: string, hash: string): Promise<GameDocument | undefined> {
  const text = await findText(gameId, hash);
  if (text === undefined) return undefined;
  const read = readGame(text);
  if (!read.ok) throw new UnreadableRevision(read.faults);
  return read.value;
}

/** The stored text of a revision of a game; undefined when there is none. */
export async function findRevisionText(gameId: string, hash: string): Promise<string | undefined> {
  return findText(gameId, hash);
}

/** The text of the revision of a hash, whatever game it is of. */
export async function findDocumentText(hash: string): Promise<string> {
  const row = await database().models.revisions.findOne({ where: { hash } });
  return row?.document ?? bug(`no revision ${hash}`);
}

async function findText(gameId: string, hash: string, transaction?: Transaction): Promise<string | undefined> {
  return (await database().models.revisions.findOne({ where: { gameId, hash }, transaction }))?.document;
}

/** Takes a game off the shelf; it can be brought back for a time. False when there was none. */
export async function removeGame(id: string, at: Date): Promise<boolean> {
  const [changed] = await database().models.games.update({ removedAt: at }, { where: { id, removedAt: null } });
  return changed > 0;
}

/** Puts a game that was removed back on the shelf. False when none of this name was removed. */
export async function bringBackGame(id: string): Promise<boolean> {
  const where = { id, removedAt: { [Op.ne]: null } };
  const [changed] = await database().models.games.update({ removedAt: null }, { where });
  return changed > 0;
}

/** Saves an edit that was based on a revision. If somebody saved in between, nothing is written and the clash is told. */
export async function saveGame(
  { id, name, text, revision }: WrittenGame,
  baseRevision: string,
  origin: SaveOrigin = 'edit',
  /** What differs from a revision, where that is known already. */
  told?: { from: string; changes: string[] | null },
): Promise<SaveOutcome> {
  const { models } = database();
  return inTransaction(async (transaction): Promise<SaveOutcome> => {
    const row = await models.games.findByPk(id, { transaction, lock: transaction.LOCK.UPDATE });
    if (!row || row.removedAt) return { type: 'unknown' };
    if (row.revision === revision) return { type: 'saved', revision, savedAt: row.savedAt };
    if (row.revision !== baseRevision) return { type: 'clash', currentRevision: row.revision };
    const savedAt = new Date();
    const changes = told?.from === row.revision ? told.changes : await tellChanges(id, row.revision, text, transaction);
    await store({ gameId: id, hash: revision, text, savedAt, origin, changes }, transaction);
    await row.update({ name, revision, savedAt }, { transaction });
    return { type: 'saved', revision, savedAt };
  });
}

/** Keeps a version of a game beside what it is: it stands in its history, and the game stays as it is. */
export async function setAside({
  id,
  text,
  revision,
}: WrittenGame): Promise<{ revision: string; savedAt: Date } | undefined> {
  const { models } = database();
  return inTransaction(async (transaction) => {
    const row = await models.games.findByPk(id, { transaction });
    if (!row || row.removedAt) return undefined;
    const save = { gameId: id, hash: revision, text, savedAt: new Date() };
    const changes = await tellChanges(id, row.revision, text, transaction);
    await store({ ...save, origin: 'aside', changes }, transaction);
    return { revision, savedAt: save.savedAt };
  });
}

/** Puts a game on the shelf; one of the same id gets a new revision, also one that was removed, which is there again then. */
export async function importGame({
  id,
  name,
  text,
  revision,
}: WrittenGame): Promise<{ revision: string; created: boolean }> {
  const { models } = database();
  return inTransaction(async (transaction) => {
    const savedAt = new Date();
    const known = await models.games.findByPk(id, { transaction, lock: transaction.LOCK.UPDATE });
    const changes = known ? await tellChanges(id, known.revision, text, transaction) : [];
    // What is the game already may have been damaged, and is written anew; it is no save.
    const isSame = known?.revision === revision;
    await store({ gameId: id, hash: revision, text, savedAt, origin: 'import', changes }, transaction, !isSame);
    const entry = { name, revision, savedAt, removedAt: null };
    if (known) await known.update(entry, { transaction });
    else await models.games.create({ id, ...entry }, { transaction });
    return { revision, created: !known };
  });
}

/** What differs from a stored revision in words; null where that cannot be read. */
async function tellChanges(
  gameId: string,
  fromRevision: string,
  after: string,
  transaction: Transaction,
): Promise<string[] | null> {
  const before = await findText(gameId, fromRevision, transaction);
  return before === undefined ? null : documentThreads().do('tellChanges', { before, after });
}

interface NewSave {
  gameId: string;
  hash: string;
  text: string;
  savedAt: Date;
  origin: SaveOrigin;
  changes: readonly string[] | null;
}

/** Stores a revision and notes in the history that it was saved. */
async function store(
  { gameId, hash, text, savedAt, origin, changes }: NewSave,
  transaction: Transaction,
  isNoted = true,
): Promise<void> {
  const { models } = database();
  documentThreads().know(hash);
  await models.revisions.bulkCreate([{ gameId, hash, document: text, savedAt }], {
    // The address is that of the text: what stands there and is not that text has been damaged.
    updateOnDuplicate: ['document'],
    transaction,
  });
  if (!isNoted) return;
  const save = {
    gameId,
    hash,
    origin,
    name: null,
    changes: changes && JSON.stringify(changes),
    savedAt,
    bytes: Buffer.byteLength(text),
  };
  await models.saves.create(save, { transaction });
}
