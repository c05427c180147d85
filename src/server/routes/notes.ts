import { MOST_NOTES, newAnswer, newNote, tickRequest, type NotesReply } from '../contracts/notes';
import { findGameEntry } from '../database/games';
import { addAnswer, addNote, hasNote, notesOf, removeNote, tickNote } from '../database/notes';
import { answer } from '../http/faults';
import { notFound, RequestFault } from '../http/requestFault';
import { readGameId, readJson, readNumber } from '../http/requests';
import { company } from '../people/company';
import type { Visitor } from '../people/visitors';
import { requireBatch } from './batches';

/** The longest note and what it is about, as JSON, are far smaller. */
const MOST_NOTE_BYTES = 32 * 1024;

/** Notes on a game, its levels, runs, numbers and reports. */
export function getNotes(gameId: string): Promise<Response> {
  return answer(async (): Promise<NotesReply> => ({ notes: await notesOf(readGameId(gameId)) }));
}

/** Notes on the reports of one batch. */
export function getBatchNotes(gameId: string, batchId: string): Promise<Response> {
  return answer(async (): Promise<NotesReply> => {
    const batch = await requireBatch(gameId, batchId);
    return { notes: await notesOf(batch.gameId, batch.id) };
  });
}

export function postNote(gameId: string, request: Request, { name }: Visitor): Promise<Response> {
  return answer(async (): Promise<NotesReply> => {
    const id = readGameId(gameId);
    const { text, about } = await readJson(request, newNote, MOST_NOTE_BYTES);
    if (about.type === 'report') await requireBatch(gameId, String(about.batchId));
    else if (!(await findGameEntry(id))) throw notFound(`game \`${id}\``, 'It may have been removed.');
    requireRoom(id, await addNote({ gameId: id, text, by: name }, about, new Date()));
    return tellOf(id);
  });
}

export function postAnswer(gameId: string, noteId: string, request: Request, { name }: Visitor): Promise<Response> {
  return answer(async (): Promise<NotesReply> => {
    const { id, note } = await requireNote(gameId, noteId);
    const { text } = await readJson(request, newAnswer, MOST_NOTE_BYTES);
    requireRoom(id, await addAnswer({ gameId: id, text, by: name }, note, new Date()));
    return tellOf(id);
  });
}

/** Ticks a note off, or opens it again. */
export function putTick(gameId: string, noteId: string, request: Request, { name }: Visitor): Promise<Response> {
  return answer(async (): Promise<NotesReply> => {
    const { id, note } = await requireNote(gameId, noteId);
    const { isDone } = await readJson(request, tickRequest, MOST_NOTE_BYTES);
    await tickNote(id, note, isDone ? name : null, new Date());
    return tellOf(id);
  });
}

/** Takes away a note with its answers, or an answer. */
export function deleteNote(gameId: string, noteId: string): Promise<Response> {
  return answer(async (): Promise<NotesReply> => {
    const [id, note] = [readGameId(gameId), readNumber(noteId)];
    if (!(await removeNote(id, note))) throw noNote(note);
    return tellOf(id);
  });
}

const noNote = (note: number) => notFound(`note ${note} on this game`, 'Somebody else took it away.');

async function requireNote(gameId: string, noteId: string): Promise<{ id: string; note: number }> {
  const [id, note] = [readGameId(gameId), readNumber(noteId)];
  if (!(await hasNote(id, note))) throw noNote(note);
  return { id, note };
}

function requireRoom(gameId: string, isAdded: boolean): void {
  if (isAdded) return;
  throw new RequestFault(409, {
    code: 'too-many-notes',
    message: `The game \`${gameId}\` has ${MOST_NOTES} notes.`,
    hint: 'Take some away first.',
  });
}

async function tellOf(gameId: string): Promise<NotesReply> {
  company().tell(gameId, { type: 'notes' });
  return { notes: await notesOf(gameId) };
}
