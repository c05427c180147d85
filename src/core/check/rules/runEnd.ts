import type { RuleCondition } from '../../compile/cueProgram';
import type { LevelProgram } from '../../compile/levelProgram';
import { readingAgainstNumber } from './comparedNumber';

/** The latest moment at which a run can still be won, s: its time limit, or the clock at which a rule loses it. */
export function lastSecondToWin({ rules, timeLimitTicks, ticksPerSecond }: LevelProgram): number {
  return Math.min(timeLimitTicks / ticksPerSecond, ...rules.loses.flatMap((condition) => clockOf(condition) ?? []));
}

/** The latest moment of a run, s: that, or the clock at which a rule wins it. */
export function lastSecond(program: LevelProgram): number {
  return Math.min(lastSecondToWin(program), ...program.rules.wins.flatMap((condition) => clockOf(condition) ?? []));
}

/** The clock at which a condition comes true by itself, s; undefined where it waits for something else as well. */
function clockOf(condition: RuleCondition): number | undefined {
  if (condition.type === 'or') {
    const clocks = condition.parts.flatMap((part) => clockOf(part) ?? []);
    return clocks.length > 0 ? Math.min(...clocks) : undefined;
  }
  if (condition.type !== 'compare') return undefined;
  const compared = readingAgainstNumber(condition);
  if (compared?.reading !== 'clock' || (compared.comparison !== '>' && compared.comparison !== '>=')) return undefined;
  return compared.number;
}
