import type { LevelProgram, PieceProgram } from '../compile/levelProgram';

/** The piece that was placed in the level under an id; undefined for what cues bring in, and for shots. */
export function ownPieceOf({ pieces }: LevelProgram, id: string | undefined): PieceProgram | undefined {
  return pieces.find((piece) => piece.id === id && !piece.isArrival && !piece.isShot);
}
