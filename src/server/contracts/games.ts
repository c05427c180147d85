import * as z from 'zod';
import type { GameDocument } from '@/core/index';

export const revisionHash = z.string().regex(/^[0-9a-f]{64}$/, 'must be a revision hash of 64 hexadecimal digits');
export const gameId = z.string().regex(/^[a-z][a-z0-9_-]{0,63}$/, 'must be a game id: small letters, digits, - and _');

/** A document that the server has read and checked; it is not checked again where it comes in. */
const checkedDocument = z.custom<GameDocument>((value) => typeof value === 'object' && value !== null);

/** Saving states the revision that the edit was based on. */
export const saveRequest = z.strictObject({ baseRevision: revisionHash, document: z.unknown() });
export const saveReply = z.object({ revision: revisionHash, savedAt: z.string() });
export type SaveReply = z.infer<typeof saveReply>;

export const gameReply = z.object({ revision: revisionHash, savedAt: z.string(), document: checkedDocument });
export type GameReply = z.infer<typeof gameReply>;

/** A revision of a game by its hash. */
export const revisionReply = z.object({ document: checkedDocument });

/** A stored game that this version cannot read, and why not. */
export const unreadableGame = z.object({
  id: gameId,
  name: z.string(),
  revision: revisionHash,
  savedAt: z.string(),
  reasons: z.array(z.object({ message: z.string(), hint: z.string() })),
});
export type UnreadableInfo = z.infer<typeof unreadableGame>;

export const gameListReply = z.object({
  /** Taken off the shelf; they can be brought back for a time. */
  removed: z.array(z.object({ id: gameId, name: z.string(), removedAt: z.string(), goneAt: z.string() })),
  unreadable: z.array(unreadableGame),
  /** Their documents are asked for by their revisions. */
  games: z.array(z.object({ id: gameId, name: z.string(), revision: revisionHash, savedAt: z.string() })),
});
export type GameListReply = z.infer<typeof gameListReply>;

export const removeReply = z.object({ removed: gameId });
export type RemoveReply = z.infer<typeof removeReply>;

export const importReply = z.object({ id: gameId, revision: revisionHash, created: z.boolean() });
export type ImportReply = z.infer<typeof importReply>;
