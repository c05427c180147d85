import * as z from 'zod';

/** So many characters of a note, and of the address of what it is about. */
const MOST_TEXT = 2000;
const MOST_PLACE = 400;
export const MOST_NOTES = 500;

/** A note that somebody wrote on a report. */
export const reportNote = z.object({
  id: z.number().int(),
  text: z.string(),
  /** What of the report was shown: arm, filter, run and moment, as the address of the report says it. */
  place: z.string(),
  writtenAt: z.string(),
});
export type ReportNote = z.infer<typeof reportNote>;

export const reportNotesReply = z.object({ notes: z.array(reportNote) });
export type ReportNotesReply = z.infer<typeof reportNotesReply>;

export const newReportNote = z.strictObject({
  text: z.string().trim().min(1).max(MOST_TEXT),
  place: z.string().max(MOST_PLACE).default(''),
});
export type NewReportNote = z.input<typeof newReportNote>;

/** Which note is to go. */
export const noteQuery = z.strictObject({ note: z.coerce.number().int().min(1).max(2_147_483_647) });
