import { expose } from 'comlink';
import { checkGame, type Diagnostic, type GameDocument } from '@/core/index';

const checks = {
  /** Everything that can be said about a game and one of its levels without running it. */
  check(game: GameDocument, levelId: string): Diagnostic[] {
    return checkGame(game, levelId);
  },
};

export type Checks = typeof checks;

expose(checks);
