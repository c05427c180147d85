import { createHash } from 'node:crypto';
import { readFileSync, statSync } from 'node:fs';
import {
  compileGameLevel,
  LIMITS,
  locateInFile,
  nearestWord,
  readGame,
  readOverrides,
  readStart,
  standInsOf,
  type GameDocument,
  type LevelProgram,
  type NumberOverride,
  type Overrides,
  type StandInTraits,
} from '@/core/index';
import { CommandFault } from './output';

export interface GameFile {
  text: string;
  game: GameDocument;
  hash: string;
}

/** Reads and checks the shape of a game file. */
export function openGame(file: string): GameFile {
  const text = readText(file, LIMITS.fileBytes);
  const read = readGame(text);
  if (!read.ok)
    throw new CommandFault(`${file} is not a game that can be used.`, 'Correct what is listed.', read.faults);
  return { text, game: read.value, hash: createHash('sha256').update(text).digest('hex') };
}

export function readText(file: string, mostBytes: number): string {
  try {
    const { size } = statSync(file);
    if (size > mostBytes)
      throw new CommandFault(
        `${file} has ${(size / 1048576).toFixed(1)} MB.`,
        `At most ${(mostBytes / 1048576).toFixed(1)} MB are read.`,
      );
    return readFileSync(file, 'utf8');
  } catch (error) {
    if (error instanceof CommandFault) throw error;
    const code = (error as NodeJS.ErrnoException).code;
    const why =
      code === 'ENOENT'
        ? 'there is no such file'
        : code === 'EISDIR'
          ? 'it is a folder'
          : code === 'EACCES'
            ? 'it may not be read'
            : 'it could not be read';
    throw new CommandFault(`${file}: ${why}.`, 'Name a file that ends in .gorge.json.');
  }
}

/** The id of the level that is meant: the one that is named or, in a game of one level, that. */
export function chooseLevel({ game }: GameFile, wanted: string | undefined): string {
  if (wanted !== undefined) return wanted;
  if (game.levels.length === 1) return game.levels[0].id;
  throw new CommandFault(
    `Which level of ${game.name} is meant?`,
    `Add \`--level\` and one of ${game.levels.map(({ id }) => id).join(', ')}.`,
  );
}

/** The level as a program, or a fault with everything that prevents it. */
export function openLevel({ text, game }: GameFile, levelId: string, overrides: Overrides): LevelProgram {
  const compiled = compileGameLevel(game, levelId, overrides);
  if (compiled.ok) return compiled.value;
  const faults = locateInFile(text, compiled.faults);
  throw new CommandFault(`The level ${levelId} cannot be run.`, 'Correct what is listed.', faults);
}

/** The stand-ins of a name, or all that can play the game. */
export function findStandIns(id: string, { game }: GameFile): StandInTraits[] {
  const all = standInsOf(game);
  if (id === 'all') return all;
  const found = all.find((candidate) => candidate.id === id);
  if (found) return [found];
  const known = all.map((candidate) => candidate.id);
  const nearest = nearestWord(id, known);
  throw new CommandFault(
    `There is no stand-in \`${id}\`.`,
    nearest ? `Did you mean \`${nearest}\`?` : `The stand-ins are ${known.join(', ')}.`,
  );
}

/** Reads where a try starts: `player at 12,7; wave 4`. */
export function readFrom(text: string | undefined): Pick<Overrides, 'playerAt' | 'from'> {
  if (text === undefined) return {};
  const read = readStart(text);
  if (!read.ok) throw new CommandFault(read.faults[0].message, read.faults[0].hint);
  return read.value;
}

/** Numbers that are set otherwise, as overrides of a level; what is wrong with them is told with its place. */
export function readSettings({ text, game }: GameFile, levelId: string, set: readonly NumberOverride[]): Overrides {
  const level = game.levels.find(({ id }) => id === levelId);
  // That there is no such level is told when it is compiled.
  if (!level) return { knobs: [] };
  const read = readOverrides(game, level, set);
  if (read.ok) return read.value;
  throw new CommandFault('The numbers cannot be set.', 'Correct what is listed.', locateInFile(text, read.faults));
}
