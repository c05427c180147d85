import type { MeasureChange } from '../measure/changes';
import type { PairedDifference } from '../measure/statistics/pairedDifference';
import type { ShareWithInterval } from '../measure/statistics/wilsonInterval';

/** Something of a level that can be left out: a piece, all pieces of a kind, or what a cue brings in. */
export interface LevelPart {
  what: 'piece' | 'kind' | 'cue';
  /** Id of the piece or kind, or name of the cue. */
  id: string;
  name: string;
}

/** What a level is without one of its parts, on the same seeds. */
export interface PartFigure extends LevelPart {
  /** Why it cannot be run without, in words; undefined where it can. */
  fault: string | undefined;
  /** How many of its runs are won without the part; undefined where nothing wins the level. */
  clears: ShareWithInterval | undefined;
  /**
   * Runs without it less runs with it, seed by seed: clear rates −1..1, or what the level is played for, in its unit. Half of
   * the interval is corrected for so many parts at one look. Undefined while there are fewer than two runs.
   */
  difference: PairedDifference | undefined;
  /** What else changes for certain, the plainest first: where everybody clears it, lives and time still tell. */
  changes: MeasureChange[];
}

/** Whether leaving it out changes anything for certain. */
export function doesAnything({ difference, changes }: PartFigure): boolean {
  return difference?.isReal === true || changes.length > 0;
}

/** "+18.0 points ± 6.1", or in the unit of what the level is played for. */
export function sayPartDifference({ difference, fault }: PartFigure, unit: string): string {
  if (fault !== undefined) return 'cannot be run without it';
  if (!difference) return 'not known';
  const factor = unit === 'points' ? 100 : 1;
  const sign = difference.value < 0 ? '−' : '+';
  const size = (factor * Math.abs(difference.value)).toFixed(1);
  return `${sign}${size} ${unit} ± ${(factor * difference.halfWidth).toFixed(1)}`;
}
