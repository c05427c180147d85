import * as z from 'zod';

/** So many characters of a note, and of the address of what it is about. */
const MOST_TEXT = 2000;
const MOST_ADDRESS = 400;
/** So many a game may have, answers among them. */
export const MOST_NOTES = 2000;

const levelId = z.string().min(1).max(64);
const number = z.number().finite();

/** What a note is about. */
export const noteAbout = z.discriminatedUnion('type', [
  z.strictObject({ type: z.literal('level'), levelId }),
  z.strictObject({
    type: z.literal('place'),
    levelId,
    /** Cells from the left and from the top. */
    at: z.tuple([number, number]),
    /** The piece or mark that stood there: the note goes where that goes. */
    entry: z.string().max(64).optional(),
  }),
  z.strictObject({
    type: z.literal('number'),
    levelId,
    /** The number as the screen names it, and what it was, with its unit. */
    number: z.string().min(1).max(120),
    value: z.string().max(120),
  }),
  z.strictObject({
    type: z.literal('run'),
    levelId,
    standInId: z.string().max(64),
    seed: z.number().int().min(0),
    atSeconds: number.min(0),
    /** How it ended, in words. */
    says: z.string().max(120),
  }),
  z.strictObject({
    type: z.literal('report'),
    batchId: z.number().int().min(1),
    /** What of the report was shown: arm, filter, run and moment, as the address of the report says it. */
    place: z.string().max(MOST_ADDRESS),
  }),
]);
export type NoteAbout = z.infer<typeof noteAbout>;

export const noteAnswer = z.object({ id: z.number().int(), text: z.string(), by: z.string(), writtenAt: z.string() });

/** A note that somebody wrote, with what was answered. */
export const note = noteAnswer.extend({
  about: noteAbout,
  /** When it was ticked off, and by whom; null while it is open. */
  doneAt: z.string().nullable(),
  doneBy: z.string().nullable(),
  answers: z.array(noteAnswer),
});
export type Note = z.infer<typeof note>;

export const notesReply = z.object({ notes: z.array(note) });
export type NotesReply = z.infer<typeof notesReply>;

const text = z.string().trim().min(1).max(MOST_TEXT);
export const newNote = z.strictObject({ text, about: noteAbout });
export type NewNote = z.input<typeof newNote>;
export const newAnswer = z.strictObject({ text });
export const tickRequest = z.strictObject({ isDone: z.boolean() });
