import { gunOf } from '../document/controlShape';
import type { GameDocument, Level } from '../document/gameDocument';
import { kindOf, resolvedCast } from '../document/resolveKind';
import type { CheckedBehavior } from '../language/checkedBehavior';
import type { CheckedCues } from '../language/cues/checkedCues';
import { kindsOfCues } from './compileCues';
import { firedKinds } from './firedKinds';

/** Ids of the kinds that there can be in a level, in the order of the cast: placed, brought in by cues, thrown, fired or laid down. */
export function kindsOfLevel(
  game: GameDocument,
  level: Level,
  behaviorOf: (script: string) => CheckedBehavior | undefined,
  cues: CheckedCues | undefined,
): string[] {
  const used = new Set(level.pieces.map((piece) => piece.kind));
  if (cues) for (const kind of kindsOfCues(cues)) used.add(kind);
  for (const id of [...used]) for (const part of kindOf(game, id)?.parts ?? []) used.add(part.kind);
  for (const kind of resolvedCast(game).values()) {
    const gun = gunOf(kind.control);
    if (gun && used.has(kind.id)) used.add(gun.shot);
  }
  // What is fired may fire in its turn; a set that grows while it is gone through goes on with what is new.
  for (const id of used) for (const fired of firedKinds(behaviorOf(kindOf(game, id)?.behavior ?? ''))) used.add(fired);
  return game.cast.flatMap((kind) => (used.has(kind.id) ? [kind.id] : []));
}
