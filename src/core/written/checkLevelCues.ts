import type { GameDocument, Level } from '../document/gameDocument';
import { resolvedCast } from '../document/resolveKind';
import { marksIn } from '../language/cues/checkedCues';
import { EDGE_NAMES } from '../language/cues/cueWords';
import type { CueNames } from '../language/cues/cueConditions';
import { checkCues, type CueVerdict } from '../language/cues/checkCues';

/** The cues and rules of a level, checked; undefined when it has none. Documents are not changed in place. */
export function checkLevelCues(game: GameDocument, level: Level): CueVerdict | undefined {
  if (!level.cues || level.cues.every((line) => line.trim() === '')) return undefined;
  const known = namesForCues(game, level);
  const index = game.levels.indexOf(level);
  const key = JSON.stringify([index, known]);
  const kept = remembered.get(level.cues);
  if (kept?.key === key) return kept.verdict;
  const verdict = checkCues(level.cues.join('\n'), ['levels', index, 'cues'], known);
  remembered.set(level.cues, { key, verdict });
  return verdict;
}

/** What names in the cues of a level can stand for, but for those of the cues themselves. */
export function namesForCues(game: GameDocument, level: Level): Omit<CueNames, 'cues'> {
  return {
    kinds: game.cast.map(({ id }) => id),
    tags: [...new Set([...resolvedCast(game).values()].flatMap((kind) => kind.names))],
    marks: [...level.marks.map(({ id }) => id), ...EDGE_NAMES],
    grounds: game.terrain.map(({ id }) => id),
  };
}

/** Ids of the marks at which a level is won: its exit, and where winning rules want the player to be. */
export function goalMarks(game: GameDocument, level: Level): ReadonlySet<string> {
  const wins = checkLevelCues(game, level)?.checked?.rules?.wins ?? [];
  return new Set([...(level.rules.winAt ? [level.rules.winAt] : []), ...wins.flatMap((win) => marksIn(win.condition))]);
}

/** Lines are never changed, only replaced, so the same list with the same names around it needs no second check. */
const remembered = new WeakMap<readonly string[], { key: string; verdict: CueVerdict }>();
