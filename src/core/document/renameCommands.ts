import { bug } from '../foundation/result';
import { freshId } from './castCommands';
import { levelIn } from './commands';
import type { GameDocument } from './gameDocument';

const MOST_LETTERS = 80;

/** What has a name for people and an id for scripts. */
interface Named {
  id: string;
  name: string;
}

/** Renames a kind; gives its id, which follows the name as long as nothing else mentions it. */
export function renameKind(game: GameDocument, kindId: string, name: string): string {
  return renameIn(game, game.cast, kindId, name);
}

/** Renames a ground; its id as with {@link renameKind}. */
export function renameGround(game: GameDocument, groundId: string, name: string): string {
  return renameIn(game, game.terrain, groundId, name);
}

/** Renames a mark of a level; its id as with {@link renameKind}. */
export function renameMark(game: GameDocument, levelId: string, markId: string, name: string): string {
  return renameIn(game, levelIn(game, levelId).marks, markId, name);
}

/** An empty name changes nothing. */
function renameIn(game: GameDocument, all: readonly Named[], id: string, name: string): string {
  const entry = all.find((candidate) => candidate.id === id) ?? bug(`nothing is called ${id}`);
  const next = name.trim().slice(0, MOST_LETTERS);
  if (next === '') return id;
  entry.name = '';
  const isMentioned = countMentions(game, id) > 1;
  entry.name = next;
  if (!isMentioned)
    entry.id = freshId(
      next,
      id,
      all.filter((other) => other !== entry),
    );
  return entry.id;
}

/** How often a whole word stands anywhere in a game: as an id, as a reference or in a script. */
function countMentions(game: GameDocument, word: string): number {
  return JSON.stringify(game).match(new RegExp(`(?<![\\w-])${word}(?![\\w-])`, 'g'))?.length ?? 0;
}
