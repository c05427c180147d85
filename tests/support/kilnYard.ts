import path from 'node:path';
import type { GameDocument, LevelProgram, Overrides } from '@/core/index';
import { gameInFile, levelOf } from './gameFile';

export const KILN_YARD_FILE = path.resolve('examples/kiln-yard.gorge.json');

/** The demo game, fresh for every test that wants to change it. */
export function kilnYard(): GameDocument {
  return gameInFile(KILN_YARD_FILE);
}

/** The demo game with nobody but its four wardens in the Drying Hall: what tests of single guards are about. */
export function plainYard(): GameDocument {
  const game = kilnYard();
  const hall = game.levels.find(({ id }) => id === 'drying-hall')!;
  hall.pieces = hall.pieces.filter(({ kind }) => kind === 'apprentice' || kind === 'warden');
  hall.marks = hall.marks.filter(({ id }) => id === hall.rules.winAt);
  delete hall.cues;
  delete hall.checks;
  return game;
}

/** The same with that hall as its only level. */
export function hallOnly(): GameDocument {
  const game = plainYard();
  return { ...game, levels: game.levels.filter((level) => level.id === 'drying-hall') };
}

/** A level of the demo game, ready to run; the Drying Hall as in {@link plainYard}. */
export function demoLevel(levelId: string, change: (game: GameDocument) => void = () => undefined): LevelProgram {
  const game = plainYard();
  change(game);
  return levelOf(game, levelId);
}

export function dryingHall(overrides?: Overrides, game = plainYard()): LevelProgram {
  return levelOf(game, 'drying-hall', overrides);
}
