/** A tick so long ago that every duration since then has passed. */
export const NEVER = -1_000_000_000;
