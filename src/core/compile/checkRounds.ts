import type { GameDocument, Level } from '../document/gameDocument';
import { warningAt, type Diagnostic } from '../foundation/diagnostic';
import type { CheckedCues } from '../language/cues/checkedCues';
import { compileCues } from './compileCues';
import { NO_OVERRIDES } from './levelProgram';

/** Courses are looked at for so many rounds. */
const MOST_ROUNDS = 12;

/** Numbers of cues that change from round to round of the course and come to make no sense in one of them: told once each. */
export function checkRounds(
  game: GameDocument,
  level: Level,
  cues: CheckedCues,
  kindIds: readonly string[],
): Diagnostic[] {
  if (!JSON.stringify(cues).includes('"round"')) return [];
  const faults: Diagnostic[] = [];
  for (let round = 2; round <= MOST_ROUNDS; round++)
    for (const { code, message, where } of compileCues(game, level, cues, kindIds, { ...NO_OVERRIDES, from: { round } })
      .diagnostics) {
      const isKnown = faults.some((known) => JSON.stringify(known.where) === JSON.stringify(where));
      if (isKnown || code === 'jitter-too-wide') continue;
      faults.push(
        warningAt(
          where,
          'wrong-in-a-round',
          `In round ${round} of the course: ${message}`,
          'Hold the number down, as in `at least 0.5 s`.',
        ),
      );
    }
  return faults;
}
