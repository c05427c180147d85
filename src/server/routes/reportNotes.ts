import { MOST_NOTES, newReportNote, noteQuery, type ReportNotesReply } from '../contracts/reportNotes';
import { addNote, notesOf, removeNote } from '../database/reportNotes';
import { answer, notFound, RequestFault } from '../http/faults';
import { readJson, readQuery, requireSameOrigin } from '../http/requests';
import { requireBatch } from './batches';

/** The longest note and its place, as JSON, are far smaller. */
const MOST_NOTE_BYTES = 32 * 1024;

export function getNotes(gameId: string, batchId: string): Promise<Response> {
  return answer(async (): Promise<ReportNotesReply> => {
    const { id } = await requireBatch(gameId, batchId);
    return { notes: await notesOf(id) };
  });
}

export function postNote(gameId: string, batchId: string, request: Request): Promise<Response> {
  return answer(async (): Promise<ReportNotesReply> => {
    requireSameOrigin(request);
    const { id } = await requireBatch(gameId, batchId);
    const note = await readJson(request, newReportNote, MOST_NOTE_BYTES);
    if (!(await addNote(id, note, new Date())))
      throw new RequestFault(409, {
        code: 'too-many-notes',
        message: `Batch ${id} has ${MOST_NOTES} notes.`,
        hint: 'Take some away first.',
      });
    return { notes: await notesOf(id) };
  });
}

export function deleteNote(gameId: string, batchId: string, request: Request): Promise<Response> {
  return answer(async (): Promise<ReportNotesReply> => {
    requireSameOrigin(request);
    const { id } = await requireBatch(gameId, batchId);
    const { note } = readQuery(request, noteQuery);
    if (!(await removeNote(id, note))) throw notFound(`note ${note} on batch ${id}`, 'Somebody else took it away.');
    return { notes: await notesOf(id) };
  });
}
