import { writeGame, type GameDocument } from '@/core/index';
import { postGame } from '@/server/routes/games';
import { hallOnly } from '../../support/kilnYard';
import { reply, sends } from './requests';

/** Puts a game on the shelf of the test's data folder. */
export async function shelve(game: GameDocument): Promise<GameDocument> {
  await reply(postGame(sends('POST', writeGame(game))));
  return game;
}

let made = 0;
/** A game of a test's own on the shelf. */
export function bring(): Promise<GameDocument> {
  return shelve({ ...hallOnly(), id: `yard-${++made}` });
}
