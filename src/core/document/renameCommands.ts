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

/**
 * Renames a kind; gives its id, which follows the name as long as no text, tag or rule mentions it. Its pieces, contacts, parts
 * and variants follow it.
 */
export function renameKind(game: GameDocument, kindId: string, name: string): string {
  const references = referencesTo(game, kindId);
  // What can follow does not hold the id.
  for (const set of references) set('');
  const id = renameIn(game, game.cast, kindId, name);
  for (const set of references) set(id);
  return id;
}

/** Everything in a game that names a kind and nothing but a kind, each as what writes another id there. */
function referencesTo(game: GameDocument, kindId: string): ((id: string) => void)[] {
  const references: ((id: string) => void)[] = [];
  const note = <Field extends string>(holder: { [Key in Field]?: string } | undefined, field: Field) => {
    if (holder?.[field] === kindId) references.push((id) => Object.assign(holder, { [field]: id }));
  };
  for (const level of game.levels) for (const piece of level.pieces) note(piece, 'kind');
  for (const contact of game.contacts ?? []) {
    note(contact, 'by');
    note(contact, 'on');
    for (const effect of contact.does) if (effect.effect === 'open') note(effect, 'needs');
  }
  for (const kind of game.cast) {
    note(kind, 'varies');
    for (const part of kind.parts ?? []) note(part, 'kind');
    note(kind.control?.throws, 'shot');
  }
  return references;
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

/** How often a whole word stands anywhere in a game but in names for people: as an id, as a reference or in a script. */
function countMentions(game: GameDocument, word: string): number {
  const whole = new RegExp(`(?<![\\w-])${word}(?![\\w-])`, 'g');
  return textsOf(game).reduce((sum, text) => sum + (text.match(whole)?.length ?? 0), 0);
}

/** All texts that a value holds, names for people left out. */
function textsOf(value: unknown): string[] {
  if (typeof value === 'string') return [value];
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([field, own]) => (field === 'name' ? [] : textsOf(own)));
}
