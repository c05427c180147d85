import { findNodeAtLocation, parseTree, printParseErrorCode, type ParseError } from 'jsonc-parser';
import type { z } from 'zod';
import { errorAt, hasErrors, type Diagnostic } from '../foundation/diagnostic';
import { isNestedDeeper } from '../foundation/nesting';
import { LineStarts } from '../foundation/lineStarts';
import { fail, succeed, type Result } from '../foundation/result';
import { checkReferences } from './checkReferences';
import { controlsInCells } from './controlUnits';
import { gameShape, type GameDocument } from './gameDocument';
import { LIMITS } from './limits';
import { FORMAT_VERSION, migrate, OLDEST_VERSION } from './migrations/migrate';

/** So many faults of the shape are told at once. */
const MOST_SHAPE_FAULTS = 50;

/**
 * Reads the text of a `.gorge.json` file. Faults carry the path in the document and the line and column in the file.
 * Nothing is thrown for a bad text.
 */
export function readGame(text: string): Result<GameDocument, Diagnostic> {
  if (text.length > LIMITS.fileBytes) {
    return fail([
      errorAt(
        { path: [] },
        'file-too-large',
        `The file has ${megabytes(text.length)} MB.`,
        `A game may have ${megabytes(LIMITS.fileBytes)} MB at most.`,
      ),
    ]);
  }
  if (isNestedDeeper(text, LIMITS.nesting)) {
    return fail([
      errorAt(
        { path: [] },
        'file-too-deep',
        `Brackets lie in each other more than ${LIMITS.nesting} deep.`,
        'No game is written so. Export it anew from where it was made.',
      ),
    ]);
  }
  const syntaxErrors: ParseError[] = [];
  parseTree(text, syntaxErrors, { disallowComments: true, allowTrailingComma: false });
  if (syntaxErrors.length > 0) {
    const lines = new LineStarts(text);
    return fail(syntaxErrors.slice(0, 10).map((error) => syntaxFault(lines, error)));
  }
  const result = readGameValue(JSON.parse(text));
  return result.ok ? result : fail(locateInFile(text, result.faults));
}

/**
 * Reads a parsed value as a game document: brought to the present version, then its shape, then references between its
 * parts.
 */
export function readGameValue(value: unknown): Result<GameDocument, Diagnostic> {
  const draft = readDraft(value);
  if (!draft.ok) return draft;
  const faults = checkReferences(draft.value);
  return hasErrors(faults) ? fail(faults) : draft;
}

/** As {@link readGameValue}, but what its parts say of each other may be wrong, as in what is just being written. */
export function readDraft(value: unknown): Result<GameDocument, Diagnostic> {
  const versionFault = checkVersion(value);
  if (versionFault) return fail([versionFault]);
  const parsed = gameShape.safeParse(controlsInCells(migrate(value as Record<string, unknown>)));
  return parsed.success ? succeed(parsed.data) : fail(parsed.error.issues.slice(0, MOST_SHAPE_FAULTS).map(shapeFault));
}

function megabytes(bytes: number): string {
  return (bytes / 1024 / 1024).toFixed(1);
}

function checkVersion(value: unknown): Diagnostic | undefined {
  const header = (typeof value === 'object' && value !== null ? value : {}) as { format?: unknown; version?: unknown };
  if (header.format !== 'gorge') {
    return errorAt(
      { path: ['format'] },
      'not-a-game',
      'This is not a Gorge game document.',
      'It must be an object with `"format": "gorge"`.',
    );
  }
  if (typeof header.version === 'number' && header.version > FORMAT_VERSION) {
    return errorAt(
      { path: ['version'] },
      'version-too-new',
      `This document has format version ${header.version}; this program knows versions up to ${FORMAT_VERSION}.`,
      'Open it with a newer Gorge.',
    );
  }
  const isKnown = Number.isInteger(header.version) && (header.version as number) >= OLDEST_VERSION;
  if (!isKnown) {
    return errorAt(
      { path: ['version'] },
      'version-unknown',
      `The format version ${JSON.stringify(header.version)} is unknown.`,
      'No Gorge has written it so. Export the game anew from where it was made.',
    );
  }
  return undefined;
}

function syntaxFault(lines: LineStarts, error: ParseError): Diagnostic {
  const inFile = lines.place(error.offset);
  const what = printParseErrorCode(error.error)
    .replace(/([A-Z])/g, ' $1')
    .trim()
    .toLowerCase();
  return errorAt(
    { path: [], inFile },
    'json-broken',
    `The JSON is broken at line ${inFile.line}, column ${inFile.column}: ${what}.`,
    'Correct the text there; the rest could not be read.',
  );
}

function shapeFault(issue: z.core.$ZodIssue): Diagnostic {
  const path = issue.path.filter((step): step is string | number => typeof step !== 'symbol');
  const place = describePath(path);
  if (issue.code === 'unrecognized_keys') {
    const keys = issue.keys.map((key) => `\`${key}\``).join(', ');
    return errorAt(
      { path: [...path, issue.keys[0]] },
      'unknown-field',
      `${place} has ${keys}, which the format does not know.`,
      'Remove it or check its spelling.',
    );
  }
  return errorAt({ path }, 'wrong-shape', `${place}: ${issue.message}.`, 'See the file format in the documentation.');
}

/** `levels[0].map[3]` as people read it. */
export function describePath(path: readonly (string | number)[]): string {
  if (path.length === 0) return 'The document';
  return path.map((step, index) => (typeof step === 'number' ? `[${step}]` : index === 0 ? step : `.${step}`)).join('');
}

/** Adds the line and column of each fault's path in the text of a file, which is parsed once. */
export function locateInFile(text: string, faults: readonly Diagnostic[]): Diagnostic[] {
  const tree = faults.length > 0 ? parseTree(text) : undefined;
  if (!tree) return [...faults];
  const lines = new LineStarts(text);
  return faults.map((fault) => {
    // What is about the whole document has no place in it.
    for (let length = fault.where.path.length; length > 0; length--) {
      const found = findNodeAtLocation(tree, fault.where.path.slice(0, length));
      if (found) return { ...fault, where: { ...fault.where, inFile: lines.place(found.offset) } };
    }
    return fault;
  });
}
