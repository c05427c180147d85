import { placeRequest, togetherQuery, type TogetherEvent } from '../contracts/together';
import { findGameEntry } from '../database/games';
import { eventStream } from '../http/eventStream';
import { answer } from '../http/faults';
import { notFound } from '../http/requestFault';
import { readGameId, readJson, readQuery } from '../http/requests';
import { company } from '../people/company';
import type { Visitor } from '../people/visitors';

const MOST_BYTES = 32 * 1024;

/** Follows a game: who is there, what they save, that notes were written. Whoever follows is seen by the others. */
export function getTogether(gameId: string, request: Request, visitor: Visitor): Promise<Response> {
  return answer(async () => {
    const id = readGameId(gameId);
    const { tab } = readQuery(request, togetherQuery);
    if (!(await findGameEntry(id))) throw notFound(`game \`${id}\``, 'It may have been removed.');
    return eventStream(request.signal, ({ send, close }) => {
      const leave = company().enter(id, tab, visitor, { tell: send, sendAway: close });
      // What was saved while nobody listened here is told by the revision that stands now; without it, all begins anew.
      findGameEntry(id).then((entry) => entry && send(savedEvent(entry.revision, entry.savedAt, '')), close);
      return leave;
    });
  });
}

/** Says where in a game somebody is, and what is selected there. */
export function postPlace(gameId: string, request: Request): Promise<Response> {
  return answer(async () => {
    const { tab, ...place } = await readJson(request, placeRequest, MOST_BYTES);
    return { isSeen: company().move(readGameId(gameId), tab, place) };
  });
}

/** Tells those who have a game open that it was saved. */
export function tellSaved(gameId: string, revision: string, savedAt: Date, { name }: Visitor): void {
  company().tell(gameId, savedEvent(revision, savedAt, name));
}

function savedEvent(revision: string, savedAt: Date, by: string): TogetherEvent {
  return { type: 'saved', revision, savedAt: savedAt.toISOString(), by };
}
