import type { DeedInfo } from '@/server/contracts/people';

/** A deed, and all games to which it was done one after the other. */
export interface FoldedDeed extends DeedInfo {
  games: readonly string[];
}

/** What lies no farther apart was done in one go, ms. */
const ONE_GO_MS = 5 * 60_000;
/** So many games are named; of more only how many there are. */
const NAMED_GAMES = 3;

/** The same done by the same person to one game after the other is one line; deeds come with the last first. */
export function foldDeeds(deeds: readonly DeedInfo[]): FoldedDeed[] {
  const folded: FoldedDeed[] = [];
  for (const deed of deeds) {
    const last = folded.at(-1);
    if (last && deed.gameId !== null && isSameAct(last, deed) && !last.games.includes(deed.gameId)) {
      last.games = [...last.games, deed.gameId];
      last.firstAt = deed.firstAt;
      last.times += deed.times;
    } else folded.push({ ...deed, games: deed.gameId === null ? [] : [deed.gameId] });
  }
  return folded;
}

function isSameAct(last: FoldedDeed, deed: DeedInfo): boolean {
  const isOne =
    last.who === deed.who &&
    last.linkLabel === deed.linkLabel &&
    last.what === deed.what &&
    last.isRefused === deed.isRefused;
  return isOne && last.gameId !== null && Date.parse(last.firstAt) - Date.parse(deed.at) < ONE_GO_MS;
}

/** The games of a deed, in few words. */
export function sayGames(games: readonly string[]): string {
  const more = games.length - NAMED_GAMES;
  return more > 1 ? `${games.slice(0, NAMED_GAMES).join(', ')} and ${more} more` : games.join(', ');
}
