import { Op, type CreationAttributes } from 'sequelize';
import { noteAbout, MOST_NOTES, type Note, type NoteAbout } from '../contracts/notes';
import { database, inTransaction } from './connection';
import type { NoteRow } from './models';
import { readStoredOr } from './stored';

/** Notes of a game with their answers, the oldest first; with a batch, those on its reports. */
export async function notesOf(gameId: string, batchId?: number): Promise<Note[]> {
  const { notes } = database().models;
  const rows = await notes.findAll({
    where: { gameId, answerTo: null, ...(batchId === undefined ? {} : { batchId }) },
    order: [['id', 'ASC']],
  });
  const answers = await notes.findAll({
    where: { gameId, answerTo: { [Op.in]: rows.map(({ id }) => id) } },
    order: [['id', 'ASC']],
  });
  return rows.map((row) => ({
    ...describe(row),
    about: readAbout(row),
    doneAt: row.doneAt?.toISOString() ?? null,
    doneBy: row.doneBy,
    answers: answers.filter(({ answerTo }) => answerTo === row.id).map(describe),
  }));
}

function describe({ id, text, writtenBy, writtenAt }: NoteRow) {
  return { id, text, by: writtenBy, writtenAt: writtenAt.toISOString() };
}

/** What a note is about; where that was damaged, its level, so that the text can still be read. */
function readAbout({ levelId, about }: NoteRow): NoteAbout {
  const read = noteAbout.safeParse(readStoredOr<unknown>(about, undefined));
  return read.success ? read.data : { type: 'level', levelId: levelId ?? 'unknown' };
}

interface Written {
  gameId: string;
  text: string;
  by: string;
}

/** Adds a note; false where there are as many as a game may have. */
export function addNote({ gameId, text, by }: Written, about: NoteAbout, now: Date): Promise<boolean> {
  return add({
    ...{ gameId, text, writtenBy: by, writtenAt: now, answerTo: null, doneAt: null, doneBy: null },
    about: JSON.stringify(about),
    batchId: about.type === 'report' ? about.batchId : null,
    levelId: about.type === 'report' ? null : about.levelId,
  });
}

/** Adds an answer to a note, which is open again then; false where there are as many as a game may have. */
export async function addAnswer({ gameId, text, by }: Written, answerTo: number, now: Date): Promise<boolean> {
  const row = { gameId, text, writtenBy: by, writtenAt: now, answerTo, doneAt: null, doneBy: null };
  const isAdded = await add({ ...row, about: null, batchId: null, levelId: null });
  if (isAdded) await tickNote(gameId, answerTo, null, now);
  return isAdded;
}

function add(row: CreationAttributes<NoteRow>): Promise<boolean> {
  const { notes } = database().models;
  return inTransaction(async (transaction) => {
    if ((await notes.count({ where: { gameId: row.gameId }, transaction })) >= MOST_NOTES) return false;
    await notes.create(row, { transaction });
    return true;
  });
}

/** Whether a game has a note of a number; answers are none. */
export async function hasNote(gameId: string, id: number): Promise<boolean> {
  return (await database().models.notes.count({ where: { gameId, id, answerTo: null } })) > 0;
}

/** Ticks a note off in somebody's name, or, with nobody's, opens it again. */
export async function tickNote(gameId: string, id: number, by: string | null, now: Date): Promise<void> {
  const done = { doneAt: by === null ? null : now, doneBy: by };
  await database().models.notes.update(done, { where: { gameId, id, answerTo: null } });
}

/** Takes a note away with its answers, or an answer; false where the game has none of that number. */
export async function removeNote(gameId: string, id: number): Promise<boolean> {
  return (await database().models.notes.destroy({ where: { gameId, [Op.or]: [{ id }, { answerTo: id }] } })) > 0;
}
