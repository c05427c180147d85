/** What thinning needs to know of a save. */
export interface ThinnedSave {
  id: number;
  savedAt: Date;
  /** Somebody named it, a batch ran it, or it is what the game is now. */
  isHeld: boolean;
}

const HOUR_MS = 3_600_000;
const DAY_MS = 24 * HOUR_MS;
/** For so long one save an hour stays; of older ones one a day. */
const HOURLY_DAYS = 30;

/**
 * Ids of the saves that go: all of the last 24 hours stay, then the last of every hour for thirty days, then the last of every
 * day, in UTC; what is held stays in any case. Saves in any order.
 */
export function saveIdsToThin(saves: readonly ThinnedSave[], now: Date): number[] {
  const newestFirst = [...saves].sort((a, b) => b.savedAt.getTime() - a.savedAt.getTime() || b.id - a.id);
  const taken = new Set<string>();
  return newestFirst.flatMap(({ id, savedAt, isHeld }) => {
    const slot = slotOf(savedAt, now);
    const isLast = slot === undefined || !taken.has(slot);
    if (slot !== undefined) taken.add(slot);
    return isHeld || isLast ? [] : [id];
  });
}

/** The stretch of time of which one save stays; undefined where all stay. */
function slotOf(savedAt: Date, now: Date): string | undefined {
  const ageMs = now.getTime() - savedAt.getTime();
  if (ageMs < DAY_MS) return undefined;
  const stretchMs = ageMs < HOURLY_DAYS * DAY_MS ? HOUR_MS : DAY_MS;
  return `${stretchMs} ${Math.floor(savedAt.getTime() / stretchMs)}`;
}
