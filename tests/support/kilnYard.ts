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

export function dryingHall(overrides?: Overrides, game = kilnYard()): LevelProgram {
  const compiled = compileGameLevel(game, 'drying-hall', overrides);
  if (!compiled.ok) throw new Error(JSON.stringify(compiled.faults));
  return compiled.value;
}
