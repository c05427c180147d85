import * as z from 'zod';
import { ROLES } from './roles';

const MOST_SELECTED = 200;
const tab = z.string().regex(/^[a-z0-9]{8,32}$/, 'a tab is named by 8 to 32 letters and digits');

/** Where in a game somebody is just now. */
export const placeInGame = z.strictObject({
  /** Null on pages of the whole game. */
  levelId: z.string().max(64).nullable(),
  /** Ids of the pieces and marks that are selected. */
  selection: z.array(z.string().max(64)).max(MOST_SELECTED),
});
export type PlaceInGame = z.infer<typeof placeInGame>;

/** One window in which somebody else has a game open; its number says nothing but which is which. */
export const person = placeInGame.extend({ id: z.number().int(), name: z.string(), role: z.enum(ROLES) });
export type Person = z.infer<typeof person>;

export const togetherQuery = z.strictObject({ tab });
export const placeRequest = placeInGame.extend({ tab });

/** What those who have a game open are told as it happens. */
export const togetherEvent = z.discriminatedUnion('type', [
  /** All but whoever is told. */
  z.object({ type: z.literal('here'), others: z.array(person) }),
  z.object({ type: z.literal('saved'), revision: z.string(), savedAt: z.string(), by: z.string() }),
  z.object({ type: z.literal('notes') }),
]);
export type TogetherEvent = z.infer<typeof togetherEvent>;
