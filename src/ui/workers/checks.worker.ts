import { expose } from 'comlink';
import { checkGame, type Diagnostic } from '@/core/index';
import { GameMirror, type GameNews } from './gameFeed';

const mirror = new GameMirror();

const checks = {
  /** Everything that can be said about a game and one of its levels without running it. */
  check(news: GameNews, levelId: string): Diagnostic[] {
    return checkGame(mirror.take(news), levelId);
  },
};

export type Checks = typeof checks;

expose(checks);
