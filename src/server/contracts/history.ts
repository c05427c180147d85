import * as z from 'zod';
import { revisionHash } from './games';

/** How a version came to be: by an edit, from a file, as an earlier one again, or beside what the game is. */
export const saveOrigin = z.enum(['edit', 'import', 'restore', 'merge', 'aside']);
export type SaveOrigin = z.infer<typeof saveOrigin>;

/** One version in the history of a game. */
export const saveInfo = z.object({
  id: z.number().int(),
  revision: revisionHash,
  savedAt: z.string(),
  origin: saveOrigin,
  name: z.string().nullable(),
  /** What changed since the version before, in words; null where that is not known. */
  changes: z.array(z.string()).nullable(),
  /** So many batches ran it. */
  batches: z.number().int(),
  isCurrent: z.boolean(),
});
export type SaveInfo = z.infer<typeof saveInfo>;

export const historyQuery = z.strictObject({
  /** Only versions before the one of this id. */
  before: z.coerce.number().int().min(1).optional(),
  size: z.coerce.number().int().min(1).max(200).default(40),
});

export const historyReply = z.object({
  saves: z.array(saveInfo),
  /** Of the whole history. */
  count: z.number().int(),
  bytes: z.number().int(),
});
export type HistoryReply = z.infer<typeof historyReply>;

export const nameSaveRequest = z.strictObject({ name: z.string().trim().max(80) });
export const restoreRequest = z.strictObject({ baseRevision: revisionHash });
export const setAsideRequest = z.strictObject({ document: z.unknown() });

export const removedBatches = z.array(
  z.object({ id: z.number().int(), levelName: z.string(), removedAt: z.string(), goneAt: z.string() }),
);
