import { writeFileSync } from 'node:fs';
import { describePath, type Diagnostic } from '@/core/index';

export const EXIT = { good: 0, no: 1, badInput: 2 } as const;

/** Ends a command with a message for people; thrown by commands, caught at the top. */
export class CommandFault extends Error {
  constructor(
    message: string,
    readonly hint: string,
    readonly diagnostics: readonly Diagnostic[] = [],
  ) {
    super(message);
  }
}

/** `levels[0].map[3], line 12: message` with the hint below. */
export function sayDiagnostic(diagnostic: Diagnostic): string {
  const { path, span, inFile } = diagnostic.where;
  const places = [
    path.length > 0 ? describePath(path) : '',
    span ? `script line ${span.line}, column ${span.column}` : '',
    inFile ? `file line ${inFile.line}, column ${inFile.column}` : '',
  ].filter(Boolean);
  const place = places.length > 0 ? `${places.join(', ')}: ` : '';
  const levels = diagnostic.levels ? ` In ${diagnostic.levels.join(', ')}.` : '';
  return `${diagnostic.severity}: ${place}${diagnostic.message}${levels}\n  ${diagnostic.hint}\n`;
}

/** Writes all of a text to stdout before going on; a reader that went away ends the command quietly. */
export function printResult(text: string): Promise<void> {
  return new Promise((resolve) => {
    process.stdout.write(text, () => resolve());
  });
}

export function printJson(value: unknown): Promise<void> {
  return printResult(JSON.stringify(value, null, 2) + '\n');
}

/** Writes a table to a file that a command names. */
export function writeTable(file: string, text: string): void {
  try {
    writeFileSync(file, `${text}\n`);
  } catch {
    throw new CommandFault(`${file} cannot be written.`, 'Name a file in a folder that exists and may be written.');
  }
}
