import { expose } from 'comlink';
import { checkGame, CheckPlayer, type Diagnostic, type PlayedCheck } from '@/core/index';
import { GameMirror, type GameNews } from './gameFeed';

const mirror = new GameMirror();
const player = new CheckPlayer();

const checks = {
  /** Everything that can be said about a game and one of its levels without running it. */
  check(news: GameNews, levelId: string): Diagnostic[] {
    return checkGame(mirror.take(news), levelId);
  },

  /** Plays the saved checks of a level of the game that was checked last. */
  play(levelId: string): PlayedCheck[] {
    return player.play(mirror.game, levelId);
  },
};

export type Checks = typeof checks;

expose(checks);
