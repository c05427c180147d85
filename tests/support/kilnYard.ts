import { readFileSync } from 'node:fs';
import path from 'node:path';
import { compileGameLevel, readGame, type GameDocument, type LevelProgram, type Overrides } from '@/core/index';

export const KILN_YARD_FILE = path.resolve('examples/kiln-yard.gorge.json');

/** The demo game, fresh for every test that wants to change it. */
export function kilnYard(): GameDocument {
  const read = readGame(readFileSync(KILN_YARD_FILE, 'utf8'));
  if (!read.ok) throw new Error(JSON.stringify(read.faults));
  return read.value;
}

/** The demo game with nobody but its four wardens in the Drying Hall: what tests of single guards are about. */
export function plainYard(): GameDocument {
  const game = kilnYard();
  const hall = game.levels.find(({ id }) => id === 'drying-hall')!;
  hall.pieces = hall.pieces.filter(({ kind }) => kind === 'apprentice' || kind === 'warden');
  hall.marks = hall.marks.filter(({ id }) => id === hall.rules.winAt);
  delete hall.cues;
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
  const compiled = compileGameLevel(game, levelId);
  if (!compiled.ok) throw new Error(JSON.stringify(compiled.faults));
  return compiled.value;
}

export function dryingHall(overrides?: Overrides, game = plainYard()): LevelProgram {
  const compiled = compileGameLevel(game, 'drying-hall', overrides);
  if (!compiled.ok) throw new Error(JSON.stringify(compiled.faults));
  return compiled.value;
}
