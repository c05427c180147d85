import { playKey, type GameDocument } from '@/core/index';
import type { SaveInfo } from '@/server/contracts/history';

/** So many versions of before are laid beside the draft. */
const MOST_VERSIONS = 7;

/** Which versions of before are fetched, the oldest first: those with a name, and as many of the newest others as there is room for. */
export function savesToRead(saves: readonly SaveInfo[]): SaveInfo[] {
  const before = saves.filter(({ isCurrent }) => !isCurrent);
  const named = before.filter(({ name }) => name !== null).slice(0, MOST_VERSIONS);
  const others = before.filter(({ name }) => name === null).slice(0, MOST_VERSIONS - named.length);
  return before.filter((save) => named.includes(save) || others.includes(save)).reverse();
}

/** Versions in which the level is there and plays otherwise than in the one before; the last one always stays. */
export function versionsToRead<Version extends { game: GameDocument }>(
  versions: readonly Version[],
  levelId: string,
): Version[] {
  const there = versions.filter(({ game }) => game.levels.some(({ id }) => id === levelId));
  const keys = there.map(({ game }) => playKey(game, levelId));
  return there.filter((_, at) => at === there.length - 1 || keys[at] !== keys[at + 1]);
}
