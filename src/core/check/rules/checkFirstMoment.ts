import { isInArea } from '../../arena/area';
import { compares } from '../../compile/conditionProgram';
import type { RuleCondition } from '../../compile/cueProgram';
import type { LevelProgram } from '../../compile/levelProgram';
import { warningAt, type Diagnostic } from '../../foundation/diagnostic';
import { warnInCues, type Subject } from '../subject';
import { readingAgainstNumber } from './comparedNumber';

/** Levels that are won or lost as they begin: nobody has pressed anything by then. */
export function checkFirstMoment(subject: Subject): Diagnostic[] {
  const { program, level, path, cues } = subject;
  const { exit, player, rules } = program;
  const faults: Diagnostic[] = [];
  if (exit && isInArea(exit, player.x, player.y))
    faults.push(
      warningAt(
        { path: [...path, 'pieces', level.pieces.findIndex(({ id }) => id === player.id), 'at'] },
        'over-at-start',
        `${player.name} begins in the exit, so ${level.name} is won before anything is pressed.`,
        'Move the player or the exit.',
      ),
    );
  for (const [conditions, spans, verb] of [
    [rules.wins, cues?.rules?.wins, 'won'],
    [rules.loses, cues?.rules?.loses, 'lost'],
  ] as const)
    conditions.forEach((condition, index) => {
      if (holdsAtStart(program, condition) !== true) return;
      faults.push(
        warnInCues(
          subject,
          spans?.[index].span,
          'over-at-start',
          `This rule holds as the run begins, so ${level.name} is ${verb} before anything is pressed.`,
          'Let it ask for what is not so from the start.',
        ),
      );
    });
  return faults;
}

/** Whether a condition holds in the first tick whatever is pressed; undefined where that cannot be told. */
function holdsAtStart(program: LevelProgram, condition: RuleCondition): boolean | undefined {
  switch (condition.type) {
    case 'and':
      return every(condition.parts.map((part) => holdsAtStart(program, part)));
    case 'or': {
      const none = every(condition.parts.map((part) => negated(holdsAtStart(program, part))));
      return negated(none);
    }
    case 'not':
      return negated(holdsAtStart(program, condition.part));
    case 'at':
      return isInArea(condition.area, program.player.x, program.player.y);
    case 'some at':
      return placed(program, condition.kinds).some(({ x, y }) => isInArea(condition.area, x, y));
    case 'each at': {
      const own = placed(program, condition.kinds);
      return own.length > 0 && own.every(({ x, y }) => isInArea(condition.area, x, y));
    }
    // What was never there is not gone, and nothing is filled or over yet.
    case 'none left':
    case 'all filled':
    case 'cleared':
      return false;
    case 'touches':
      return undefined;
    case 'compare': {
      const compared = readingAgainstNumber(condition);
      return compared && compares(compared.comparison, atStart(program)[compared.reading], compared.number);
    }
  }
}

/** What rules read in the first tick. */
function atStart({ rules, player, from, ticksPerSecond }: LevelProgram) {
  return {
    clock: 1 / ticksPerSecond,
    score: from.score ?? 0,
    lives: rules.lives,
    health: player.health,
    wave: from.wave ?? 0,
    carried: 0,
    delivered: 0,
    distance: 0,
  };
}

function every(parts: readonly (boolean | undefined)[]): boolean | undefined {
  if (parts.includes(false)) return false;
  return parts.includes(undefined) ? undefined : true;
}

function negated(holds: boolean | undefined): boolean | undefined {
  return holds === undefined ? undefined : !holds;
}

function placed({ pieces }: LevelProgram, kinds: readonly number[]): LevelProgram['pieces'] {
  return pieces.filter(({ kindIndex, isShot, isArrival }) => kinds.includes(kindIndex) && !isShot && !isArrival);
}
