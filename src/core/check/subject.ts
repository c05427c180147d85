import type { FaultCode } from '../foundation/faultCodes';
import type { GameDocument, Level } from '../document/gameDocument';
import { warningAt, type Diagnostic, type Span } from '../foundation/diagnostic';
import type { CheckedCues } from '../language/cues/checkedCues';
import type { LevelProgram } from '../compile/levelProgram';

/** A level that compiles, beside what was written to get it: what every check of this stage looks at. */
export interface Subject {
  game: GameDocument;
  level: Level;
  program: LevelProgram;
  cues: CheckedCues | undefined;
  /** Where the level stands in the document. */
  path: (string | number)[];
}

/** A warning about a stretch of the cues and rules of a level. */
export function warnInCues(
  { path }: Subject,
  span: Span | undefined,
  code: FaultCode,
  message: string,
  hint: string,
): Diagnostic {
  return warningAt({ path: [...path, 'cues'], ...(span ? { span } : {}) }, code, message, hint);
}

/** The stretch in which a cue is written. */
export function spanOfCue({ cues }: Subject, index: number): Span | undefined {
  const cue = cues?.cues[index];
  return cue?.type === 'spawner' ? cue.spawner.span : cue?.waves.span;
}

/** A number as it is read, without zeros behind it. */
export function short(value: number, digits = 1): string {
  return String(Number(value.toFixed(digits)));
}
