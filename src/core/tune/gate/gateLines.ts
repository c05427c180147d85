import type { GameDocument } from '../../document/gameDocument';
import { standInName } from '../../document/standIns';
import type { Diagnostic } from '../../foundation/diagnostic';
import type { Proof } from '../../prove/prove';
import { sayBriefLine, sayBriefVerdict, type BriefVerdict } from '../brief';
import type { PlayedCheck } from '../savedChecks/playSavedCheck';
import { sayOutcome, saySavedCheck, type CheckNames } from '../savedChecks/saySavedCheck';
import { judgeCourse, sayCourseBriefLine } from '../course/courseBrief';
import type { CourseState } from '../course/courseTrial';
import type { BriefTrial } from './briefTrial';

/** One thing that a gate looks at, and how it stands. What is `open` fails only a strict gate. */
export interface GateLine {
  /** Id of the level; empty for what is of the whole game. */
  level: string;
  about: 'document' | 'brief' | 'saved check' | 'proof' | 'finding';
  name: string;
  stands: 'good' | 'bad' | 'open';
  /** How it stands, in words. */
  says: string;
}

const BRIEF_STANDS: Readonly<Record<BriefVerdict['status'], GateLine['stands']>> = {
  met: 'good',
  'not met': 'bad',
  open: 'open',
  unknown: 'open',
};

/** Errors of the document are bad, warnings open; one line says so where there are none. */
export function gateDocument(diagnostics: readonly Diagnostic[]): GateLine[] {
  if (diagnostics.length === 0)
    return [{ level: '', about: 'document', name: 'nothing is wrong that can be seen', stands: 'good', says: 'good' }];
  return diagnostics.map(({ code, severity, message, hint }) => ({
    ...{ level: '', about: 'document', name: `${code}: ${message}` },
    ...{ stands: severity === 'error' ? 'bad' : 'open', says: hint },
  }));
}

/** The lines of a brief, and what the same runs have found. */
export function gateBrief(game: GameDocument, level: string, trial: BriefTrial): GateLine[] {
  const lines = trial.verdicts.map((verdict): GateLine => ({
    ...{ level, about: 'brief', name: sayBriefLine(verdict.line, standInName(game, verdict.line.standIn)) },
    ...{ stands: BRIEF_STANDS[verdict.status], says: sayBriefVerdict(verdict) },
  }));
  const findings = trial.summaries.flatMap(({ standIn, summary }) =>
    summary.findings.map(({ code, message, hint }): GateLine => ({
      ...{ level, about: 'finding', name: `${standIn}, ${code}: ${message}` },
      ...{ stands: 'open', says: hint },
    })),
  );
  return [...lines, ...findings];
}

/** The lines of the brief of the course that speak of one stand-in, by how its people came along. */
export function gateCourse(game: GameDocument, standIn: string, state: CourseState): GateLine[] {
  const lines = (game.courseBrief ?? []).filter((line) => line.standIn === standIn);
  return judgeCourse(lines, state).map(({ line, status, says }) => ({
    ...{ level: '', about: 'brief', name: sayCourseBriefLine(line, standInName(game, standIn)) },
    ...{ stands: BRIEF_STANDS[status], says },
  }));
}

/** By which names pieces and players are told. */
export function checkNames(game: GameDocument, levelId: string): CheckNames {
  const pieces = game.levels.find(({ id }) => id === levelId)?.pieces ?? [];
  return {
    piece: (id) => pieces.find((piece) => piece.id === id)?.name ?? id,
    standIn: (id) => standInName(game, id),
  };
}

export function gateSavedChecks(game: GameDocument, played: readonly PlayedCheck[]): GateLine[] {
  return played.map(({ levelId, check, outcome }) => ({
    ...{ level: levelId, about: 'saved check', name: saySavedCheck(check, checkNames(game, levelId)) },
    ...{ stands: outcome.status === 'holds' ? 'good' : 'bad', says: sayOutcome(outcome) },
  }));
}

/** Whether a level can be won: bad only where it is proved that it cannot. */
export function gateProof(level: string, { status }: Proof, says: string): GateLine {
  const stands = status === 'won' ? 'good' : status === 'impossible' ? 'bad' : 'open';
  return { level, about: 'proof', name: 'it can be won', stands, says };
}

/** Whether a gate lets through. */
export function isOpenGate(lines: readonly GateLine[], isStrict: boolean): boolean {
  return lines.every(({ stands }) => stands === 'good' || (stands === 'open' && !isStrict));
}
