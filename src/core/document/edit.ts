import { applyPatches, enablePatches, produceWithPatches, type Draft, type Patch } from 'immer';
import type { GameDocument } from './gameDocument';

enablePatches();

/** One gesture of the designer as a value: what it did and how it is taken back. */
export interface Change {
  /** What was done, in words: "Move East warden". */
  label: string;
  patches: Patch[];
  inverse: Patch[];
  /** Whether somebody else did it: then it is not taken back here. */
  isTheirs?: boolean;
}

/** Edits a document; undefined when the recipe changed nothing. The given document is never touched. */
export function makeChange(
  game: GameDocument,
  label: string,
  recipe: (draft: Draft<GameDocument>) => void,
): { game: GameDocument; change: Change } | undefined {
  const [edited, patches, inverse] = produceWithPatches(game, (draft) => {
    recipe(draft);
  });
  return patches.length === 0 ? undefined : { game: edited, change: { label, patches, inverse } };
}

/** The change from one state of a game to another, in as few and small places as their lists allow. */
export function changeTo(
  game: GameDocument,
  label: string,
  target: GameDocument,
): { game: GameDocument; change: Change } | undefined {
  return makeChange(game, label, (draft) => become(draft as unknown as Fields, target as unknown as Fields));
}

type Fields = Record<string, unknown>;

/** Lists of the same length are changed entry by entry; others are put in whole. */
function become(draft: Fields, target: Fields): void {
  for (const key of Object.keys(draft)) if (!(key in target)) delete draft[key];
  for (const [key, value] of Object.entries(target)) {
    const present = draft[key];
    if (isSameForm(present, value)) become(present, value as Fields);
    else if (present !== value) draft[key] = value;
  }
}

function isSameForm(one: unknown, other: unknown): one is Fields {
  if (typeof one !== 'object' || typeof other !== 'object' || one === null || other === null) return false;
  if (Array.isArray(one) || Array.isArray(other))
    return Array.isArray(one) && Array.isArray(other) && one.length === other.length;
  return true;
}

export function applyChange(game: GameDocument, change: Change): GameDocument {
  return applyPatches(game, change.patches);
}

export function revertChange(game: GameDocument, change: Change): GameDocument {
  return applyPatches(game, change.inverse);
}
