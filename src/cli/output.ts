import { writeFileSync } from 'node:fs';
import type { Diagnostic } from '@/core/index';

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
