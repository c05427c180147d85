import * as z from 'zod';
import { describePath, type Diagnostic } from '@/core/index';
import type { Fault } from '../contracts/faults';

/** A fault of a request, with its status; thrown inside routes and turned into a reply where they are answered. */
export class RequestFault extends Error {
  override readonly name = 'RequestFault';

  constructor(
    readonly status: number,
    readonly fault: Fault,
  ) {
    super(fault.message);
  }
}

export function notFound(what: string, hint: string): RequestFault {
  return new RequestFault(404, { code: 'not-found', message: `There is no ${what}.`, hint });
}

/** A document or level that cannot be used, with everything that was found. */
export function unusable(diagnostics: readonly Diagnostic[]): RequestFault {
  const listed = diagnostics.map(({ code, severity, message, hint, fix, levels, where }) => ({
    code,
    severity,
    message,
    hint,
    fix,
    levels,
    where: sayWhere(where),
  }));
  const [first] = listed;
  return new RequestFault(422, {
    code: first.code,
    message: first.message,
    hint: first.hint,
    where: first.where,
    diagnostics: listed,
  });
}

/** A stored document that this version cannot read. */
export function unreadable([first]: readonly Diagnostic[]): RequestFault {
  return new RequestFault(422, {
    code: 'game-unreadable',
    message: `What is stored cannot be read: ${first.message}`,
    hint: 'It can be exported, repaired or removed on the shelf; nothing of it is lost.',
    where: sayWhere(first.where),
  });
}

function sayWhere({ path, span, inFile }: Diagnostic['where']): string {
  return [
    describePath(path),
    span ? `script line ${span.line}, column ${span.column}` : '',
    inFile ? `file line ${inFile.line}, column ${inFile.column}` : '',
  ]
    .filter(Boolean)
    .join(', ');
}

/** By its name: the web server loads modules more than once, and what one of them throws another one takes for no instance. */
function isRequestFault(error: unknown): error is RequestFault {
  return error instanceof Error && error.name === 'RequestFault' && 'fault' in error;
}

/** The fault that an error of reading a request is; undefined for any other error. */
export function requestFaultOf(error: unknown): { status: number; fault: Fault } | undefined {
  if (isRequestFault(error)) return { status: error.status, fault: error.fault };
  if (!(error instanceof z.ZodError)) return undefined;
  const [issue] = error.issues;
  const where = issue.path.join('.');
  const fault: Fault = {
    code: 'bad-request',
    message: `${where || 'The request'}: ${issue.message}.`,
    hint: 'Correct the request; nothing was changed.',
    where,
  };
  return { status: 400, fault };
}
