import type { Fault } from '../contracts/faults';
import type { SaveReply } from '../contracts/games';
import { isDatabaseAway, isDatabaseBusy } from '../database/connection';
import { UnreadableRevision, type SaveOutcome } from '../database/games';
import { StoredDamage } from '../database/stored';
import { log, requestId } from '../log';
import { notFound, RequestFault, requestFaultOf, unreadable } from './requestFault';

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
  const known = requestFaultOf(error);
  if (known) return Response.json(known.fault, { status: known.status });
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
