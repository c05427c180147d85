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

/**
 * One fault that the designer can act on. `code` is stable for programs, `message` says what is wrong in a sentence,
 * `hint` says what to do about it.
 */
export interface Diagnostic {
  code: string;
  severity: Severity;
  message: string;
  hint: string;
  where: Place;
}

export function errorAt(where: Place, code: string, message: string, hint: string): Diagnostic {
  return { code, severity: 'error', message, hint, where };
}

export function warningAt(where: Place, code: string, message: string, hint: string): Diagnostic {
  return { code, severity: 'warning', message, hint, where };
}

export function hasErrors(diagnostics: readonly Diagnostic[]): boolean {
  return diagnostics.some((diagnostic) => diagnostic.severity === 'error');
}
