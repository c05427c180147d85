/**
 * Numbers a piece takes in a frame: x, y, facing as a vector, state, whether it has the player in sight, and whether it is
 * there: 0 gone, 1 there, 2 there but out, 3 there and filled.
 */
export const PIECE_FIELDS = 7;
/** Numbers that stand before the pieces in a frame: x and y of the player, and where the rim of a view that moves on lies. */
export const PLAYER_FIELDS = 3;

/** As long as previews look ahead. */
export const PREVIEW_SECONDS = 60;
