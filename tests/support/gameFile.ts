import { readFileSync } from 'node:fs';
import { compileGameLevel, readGame, type GameDocument, type LevelProgram, type Overrides } from '@/core/index';

/** The game in a file, which has to be a sound one. */
export function gameInFile(file: string | URL): GameDocument {
  const read = readGame(readFileSync(file, 'utf8'));
  if (!read.ok) throw new Error(read.faults.map(({ message }) => message).join('\n'));
  return read.value;
}

/** A level of a game, its first if none is named, ready to run. */
export function levelOf(game: GameDocument, level = game.levels[0].id, overrides?: Overrides): LevelProgram {
  const compiled = compileGameLevel(game, level, overrides);
  if (!compiled.ok) throw new Error(compiled.faults.map(({ message }) => message).join('\n'));
  return compiled.value;
}
