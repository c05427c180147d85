import { newGame, writeGame, type NewLevel } from '@/core/index';

/** A new game as it is brought on to the shelf, with the address of its level. */
export function makeGame(level: NewLevel, taken: readonly { id: string }[]): { text: string; levelId: string } {
  const game = newGame(level, taken);
  return { text: writeGame(game), levelId: game.levels[0].id };
}
