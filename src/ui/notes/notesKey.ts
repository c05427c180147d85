/** The notes on a game in the cache of what was fetched; by itself, since a desk needs it before anything of notes. */
export const notesKey = (gameId: string) => ['notes', gameId];
