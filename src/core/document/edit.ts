import { applyPatches, enablePatches, produceWithPatches, type Draft, type Patch } from 'immer';
import type { GameDocument } from './gameDocument';

enablePatches();

/** One gesture of the designer as a value: what it did and how it is taken back. */
export interface Change {
  /** What was done, in words: "Move East warden". */
  label: string;
  patches: Patch[];
  inverse: Patch[];
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

export function applyChange(game: GameDocument, change: Change): GameDocument {
  return applyPatches(game, change.patches);
}

export function revertChange(game: GameDocument, change: Change): GameDocument {
  return applyPatches(game, change.inverse);
}
