import { sayShare } from '../measure/words';
import { wilsonInterval } from '../measure/statistics/wilsonInterval';

/** What was last measured of one level of a course. */
export interface LevelResult {
  levelId: string;
  name: string;
  standInId: string;
  won: number;
  runs: number;
}

export interface LadderFinding {
  levelId: string;
  message: string;
}

/**
 * Levels that are easier than the one measured before them in the course: the whole interval of the clear rate (Wilson,
 * 95 %) lies above that of the other. Only results of the same stand-in are compared.
 */
export function findEasierLevels(results: readonly LevelResult[]): LadderFinding[] {
  return results.flatMap((result, index) => {
    const before = results
      .slice(0, index)
      .reverse()
      .find(({ standInId }) => standInId === result.standInId);
    if (!before) return [];
    const own = wilsonInterval(result.won, result.runs);
    const other = wilsonInterval(before.won, before.runs);
    if (own.low <= other.high) return [];
    return [
      {
        levelId: result.levelId,
        message: `${result.name} is easier than ${before.name} before it: ${result.standInId} clears ${sayShare(own)} against ${sayShare(other)}.`,
      },
    ];
  });
}
