import { compileHappening, startOfCheck } from '../compile/compileSavedCheck';
import { warningAt, type Diagnostic } from '../foundation/diagnostic';
import { standInsOf, TAKEN_IDS } from '../document/standIns';
import type { Subject } from './subject';

/** Saved checks that name what is not there any more. They stay with the game; only they themselves cannot be made. */
export function checkSavedChecks({ game, level, program, path }: Subject): Diagnostic[] {
  const own = standInsOf(game).map(({ id }) => id);
  const players = [...new Set([...own, ...TAKEN_IDS.filter((id) => id !== 'all')])];
  return (level.checks ?? []).flatMap((check, index) => {
    const { plays } = check;
    const faults: Diagnostic[] = [compileHappening(check.happens, program), startOfCheck(check)].flatMap((compiled) =>
      compiled.ok ? [] : compiled.faults,
    );
    if (plays !== undefined && !players.includes(plays))
      faults.push(
        warningAt(
          { path: ['plays'] },
          'check-names-nothing',
          `A saved check lets \`${plays}\` play, and there is no such stand-in.`,
          `There are ${players.join(', ')}.`,
        ),
      );
    return faults.map((fault) => ({ ...fault, where: { path: [...path, 'checks', index, ...fault.where.path] } }));
  });
}
