import type { Diagnostic } from '../foundation/diagnostic';
import { checkFormations } from './arrivals/checkFormations';
import { checkGaps } from './arrivals/checkGaps';
import { checkGivenSpeeds } from './arrivals/checkGivenSpeeds';
import { checkHeadings } from './arrivals/checkHeadings';
import { checkRetirement } from './arrivals/checkRetirement';
import { checkErrands } from './reach/checkErrands';
import { checkExit } from './reach/checkExit';
import { checkFit } from './reach/checkFit';
import { checkLandings, checkSafeLandings } from './reach/checkLandings';
import { checkPits } from './reach/checkPits';
import { checkTime } from './reach/checkTime';
import { checkWalkers } from './reach/checkWalkers';
import { checkAmmunition } from './rules/checkAmmunition';
import { checkFirstMoment } from './rules/checkFirstMoment';
import { checkLateness } from './rules/checkLateness';
import { checkRules } from './rules/checkRules';
import { checkFooting } from './start/checkFooting';
import { checkContacts } from './start/checkContacts';
import { checkCopies } from './start/checkCopies';
import { checkShots } from './start/checkShots';
import { checkSights } from './start/checkSights';
import { checkSinking } from './start/checkSinking';
import { checkShapes } from './start/checkShapes';
import { checkView } from './start/checkView';
import { checkBrief } from './checkBriefs';
import { checkSavedChecks } from './checkSavedChecks';
import { spanOfCue, type Subject } from './subject';

/** What makes no sense to run: the level compiles, but cannot work. */
export function findBlockers(subject: Subject): Diagnostic[] {
  return checkWays(subject).filter(({ severity }) => severity === 'error');
}

/** Everything that can be said of a level that compiles without running it. */
export function checkProgram(subject: Subject): Diagnostic[] {
  return [
    ...checkWays(subject),
    ...checkTime(subject),
    ...checkPits(subject),
    ...checkFit(subject),
    ...checkSafeLandings(subject),
    ...checkWalkers(subject),
    ...checkRules(subject),
    ...checkFirstMoment(subject),
    ...checkLateness(subject),
    ...checkAmmunition(subject),
    ...checkArrivals(subject),
    ...checkContacts(subject),
    ...checkCopies(subject),
    ...checkShapes(subject),
    ...checkShots(subject),
    ...checkFooting(subject),
    ...checkSights(subject),
    ...checkSinking(subject),
    ...checkView(subject),
    ...checkBrief(subject),
    ...checkSavedChecks(subject),
  ];
}

/** What is said of single cues: the same as of the level, each beside the cue in which it stands. */
export function checkCuesOf(subject: Subject): { cue: number; message: string }[] {
  const lines = subject.program.cues.map((_, index) => spanOfCue(subject, index)?.line ?? 0);
  return checkArrivals(subject).flatMap(({ message, where }) => {
    const line = where.span?.line;
    return line === undefined ? [] : [{ cue: lines.filter((first) => first <= line).length - 1, message }];
  });
}

function checkArrivals(subject: Subject): Diagnostic[] {
  return [
    ...checkHeadings(subject),
    ...checkGivenSpeeds(subject),
    ...checkRetirement(subject),
    ...checkGaps(subject),
    ...checkFormations(subject),
  ];
}

/** Where no way leads; a landing without room is said alone, since ways end there. */
function checkWays(subject: Subject): Diagnostic[] {
  const landings = checkLandings(subject);
  return landings.length > 0 ? landings : [...checkExit(subject), ...checkErrands(subject)];
}
