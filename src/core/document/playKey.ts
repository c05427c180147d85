import type { GameDocument } from './gameDocument';

/** Everything of a game that can change how this level plays; equal for versions that play alike. What it is meant to be, or to keep, does not. */
export function playKey(game: GameDocument, levelId: string): string {
  const { terrain, cast, contacts, scripts, pixelsPerCell, standIns } = game;
  const index = game.levels.findIndex((level) => level.id === levelId);
  const { map, pieces, brief: _, checks: __, ...rest } = game.levels[index] ?? {};
  // Its number in the course is part of what its cues can say.
  const parts = [terrain, contacts, standIns, map, ...cast, ...scripts, ...(pieces ?? [])];
  return [JSON.stringify([pixelsPerCell, index, cast.length, scripts.length, rest]), ...parts.map(textOf)].join('\n');
}

/** The text of a part of a document. Parts are never changed, only replaced, so each is written once. */
function textOf(part: object | undefined): string {
  if (!part) return '';
  const known = writtenParts.get(part);
  if (known !== undefined) return known;
  const text = JSON.stringify(part);
  writtenParts.set(part, text);
  return text;
}

const writtenParts = new WeakMap<object, string>();
