import { database, inTransaction } from './connection';
import { MOST_NOTES, type ReportNote } from '../contracts/reportNotes';

/** Notes on a batch, the oldest first. */
export async function notesOf(batchId: number): Promise<ReportNote[]> {
  const rows = await database().models.notes.findAll({ where: { batchId }, order: [['id', 'ASC']] });
  return rows.map(({ id, text, place, writtenAt }) => ({ id, text, place, writtenAt: writtenAt.toISOString() }));
}

/** Adds a note; false where there are as many as a batch may have. */
export function addNote(batchId: number, note: { text: string; place: string }, now: Date): Promise<boolean> {
  const { notes } = database().models;
  return inTransaction(async (transaction) => {
    if ((await notes.count({ where: { batchId }, transaction })) >= MOST_NOTES) return false;
    await notes.create({ ...note, batchId, writtenAt: now }, { transaction });
    return true;
  });
}

/** Takes a note away; false where the batch has none of that number. */
export async function removeNote(batchId: number, id: number): Promise<boolean> {
  return (await database().models.notes.destroy({ where: { batchId, id } })) > 0;
}
