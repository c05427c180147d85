import * as z from 'zod';
import { describePath, type Diagnostic } from '@/core/index';
import type { Fault } from '../contracts/faults';
import type { SaveReply } from '../contracts/games';
import { isDatabaseAway, isDatabaseBusy } from '../database/connection';
import { UnreadableRevision, type SaveOutcome } from '../database/games';
import { StoredDamage } from '../database/stored';
import { log, requestId } from '../log';

/** A fault of a request, with its status; thrown inside routes and turned into a reply by {@link answer}. */
export class RequestFault extends Error {
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

/** Runs a route and turns whatever goes wrong into `{code, message, hint, where}` with the right status. */
export async function answer(work: () => Promise<unknown>): Promise<Response> {
  try {
    const result = await work();
    return result instanceof Response ? result : Response.json(result);
  } catch (error) {
    return replyTo(error);
  }
}

function replyTo(error: unknown): Response {
  if (error instanceof UnreadableRevision) return replyTo(unreadable(error.faults));
  if (error instanceof StoredDamage) {
    const fault: Fault = { code: 'stored-damaged', message: `${error.message}.`, hint: error.hint };
    return Response.json(fault, { status: 422 });
  }
  if (error instanceof RequestFault) return Response.json(error.fault, { status: error.status });
  if (error instanceof z.ZodError) {
    const [issue] = error.issues;
    const where = issue.path.join('.');
    const fault: Fault = {
      code: 'bad-request',
      message: `${where || 'The request'}: ${issue.message}.`,
      hint: 'Correct the request; nothing was changed.',
      where,
    };
    return Response.json(fault, { status: 400 });
  }
  if (isDatabaseBusy(error)) {
    const fault: Fault = {
      code: 'server-busy',
      message: 'The server has too much to do just now.',
      hint: 'Nothing was changed. Try again in a moment.',
    };
    return Response.json(fault, { status: 503, headers: { 'retry-after': '2' } });
  }
  if (isDatabaseAway(error)) {
    const fault: Fault = {
      code: 'database-away',
      message: 'The database cannot be reached just now.',
      hint: 'Nothing was changed. Try again in a moment.',
    };
    return Response.json(fault, { status: 503 });
  }
  log.error({ err: error }, 'a request failed');
  const fault: Fault = {
    code: 'internal',
    message: 'Something went wrong inside the server.',
    hint: 'Nothing was changed. The log of the server has the details.',
    request: requestId(),
  };
  return Response.json(fault, { status: 500 });
}

/** The reply to a save, or the fault that it came to. */
export function replyToSave(id: string, outcome: SaveOutcome): SaveReply {
  switch (outcome.type) {
    case 'unknown':
      throw notFound(`game \`${id}\``, 'It may have been removed. Export your draft to keep it.');
    case 'clash':
      throw new RequestFault(409, {
        code: 'revision-clash',
        message: 'Somebody else has saved this game since you opened it.',
        hint: 'Nothing was overwritten. Take their version, or save yours over it; theirs is kept either way.',
        currentRevision: outcome.currentRevision,
      });
    case 'saved':
      return { revision: outcome.revision, savedAt: outcome.savedAt.toISOString() };
  }
}
