import type { Overrides } from '../../compile/levelProgram';
import type { BriefLine } from '../../document/briefLine';
import type { GameDocument, Level } from '../../document/gameDocument';
import { errorAt, type Diagnostic } from '../../foundation/diagnostic';
import { bug, fail, succeed, type Result } from '../../foundation/result';
import type { MeasuredLevel } from '../../measure/measure';
import { checkValues, listNumbers, readOverrides } from '../../numbers/readOverrides';
import { isToldByRuns } from '../brief';
import { MOST_TURNED, Solver, type Turnable } from './solver';

/** A number that may be changed, by its name, and the bounds in which values are looked for. */
export interface TurnedBetween {
  name: string;
  low: number;
  high: number;
}

/** A search for values with which a brief holds; or what is wrong with what is asked, with an empty path. */
export function openSolver(
  game: GameDocument,
  level: Level,
  between: readonly TurnedBetween[],
  wholeBrief: readonly BriefLine[],
  measured: MeasuredLevel,
): Result<Solver, Diagnostic> {
  const faults: Diagnostic[] = [];
  // What takes a proof cannot be searched for by runs.
  const brief = wholeBrief.filter(isToldByRuns);
  const names = between.map(({ name }) => name);
  if (brief.length === 0)
    faults.push(
      errorAt(
        { path: [] },
        'nothing-meant',
        'Nobody has said what the level is meant to be.',
        'Say it in the brief of the level: how often who clears it, in which time.',
      ),
    );
  if (names.length === 0 || names.length > MOST_TURNED || new Set(names).size < names.length)
    faults.push(
      errorAt(
        { path: [] },
        'cannot-be-turned',
        `One to ${MOST_TURNED} different numbers can be changed at once.`,
        'Choose those that matter most.',
      ),
    );
  const numbers = listNumbers(game, level);
  const turned = between.flatMap((one): Turnable[] => {
    const fault = checkValues(game, level, one.name, [one.low, one.high]);
    const own = numbers.find(({ name, fullName }) => name === one.name || fullName === one.name);
    if (fault) faults.push(fault);
    else if (!(one.high > one.low))
      faults.push(
        errorAt({ path: [] }, 'empty-range', `There are no values of \`${one.name}\` to try.`, 'Go from less to more.'),
      );
    else if (own?.value === undefined)
      faults.push(
        errorAt(
          { path: [] },
          'cannot-be-turned',
          `\`${one.name}\` has no value yet.`,
          'Give it one in the level first.',
        ),
      );
    else return [{ ...one, now: own.value, isWhole: own.isWhole }];
    return [];
  });
  if (faults.length > 0) return fail(faults);
  const overridesOf = (values: readonly number[]): Overrides => {
    const read = readOverrides(
      game,
      level,
      names.map((name, at) => ({ name, value: values[at] })),
    );
    return read.ok ? read.value : bug(read.faults[0].message);
  };
  return succeed(new Solver(turned, brief, measured, overridesOf));
}
