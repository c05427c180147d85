import type { FaultCode } from './faultCodes';

/** A stretch of a script, in characters from its start; line and column count from 1. */
export interface Span {
  from: number;
  to: number;
  line: number;
  column: number;
}

/** Where a fault is: a path into the game document and, inside a script, the exact stretch of text. */
export interface Place {
  path: (string | number)[];
  /** Stretch of the script that `path` names. */
  span?: Span;
  /** Line and column in the file, where a file was read. */
  inFile?: { line: number; column: number };
}

export type Severity = 'error' | 'warning';

/** What mends a fault at its place; `language/edit/fixes.ts` makes edits of the text from it. */
export type Fix =
  /** Other text instead of the stretch. */
  | { type: 'replace'; text: string }
  | { type: 'add state'; name: string }
  | { type: 'remove state'; name: string }
  | { type: 'remove statement' }
  | { type: 'remove lines' }
  /** The run of a behavior begins in this state. */
  | { type: 'start here'; name: string };

/** What to do about a fault: in a sentence and, where one change mends it, as that change. */
export interface Advice {
  hint: string;
  fix?: Fix;
}

/**
 * One fault that the designer can act on. `code` is stable for programs, `message` says what is wrong in a sentence,
 * `hint` says what to do about it, and `fix` is a change that mends it, where there is one.
 */
export interface Diagnostic {
  code: FaultCode;
  severity: Severity;
  message: string;
  hint: string;
  fix?: Fix;
  where: Place;
  /** Names of the levels in which it is so, of a fault that does not stand in a level itself. */
  levels?: string[];
}

export function errorAt(where: Place, code: FaultCode, message: string, advice: string | Advice): Diagnostic {
  return { code, severity: 'error', message, ...adviceOf(advice), where };
}

export function warningAt(where: Place, code: FaultCode, message: string, advice: string | Advice): Diagnostic {
  return { code, severity: 'warning', message, ...adviceOf(advice), where };
}

function adviceOf(advice: string | Advice): Advice {
  return typeof advice === 'string' ? { hint: advice } : advice;
}

export function hasErrors(diagnostics: readonly Diagnostic[]): boolean {
  return diagnostics.some((diagnostic) => diagnostic.severity === 'error');
}
