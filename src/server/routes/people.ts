import { randomBytes } from 'node:crypto';
import {
  deedsQuery,
  joinRequest,
  MOST_LINKS,
  nameRequest,
  newLink,
  type DeedsReply,
  type LinksReply,
  type MadeLinkReply,
  type MeReply,
} from '../contracts/people';
import { pageOfDeeds } from '../database/deeds';
import { findGameEntry } from '../database/games';
import { createLink, listLinks, withdrawLink, type StoredLink } from '../database/links';
import { answer } from '../http/faults';
import { notFound, RequestFault } from '../http/requestFault';
import { readGameId, readJson, readNumber, readQuery, requireSameOrigin } from '../http/requests';
import { GuessGuard, hashOf } from '../http/tokens';
import { company } from '../people/company';
import { LINK_COOKIE, NAME_COOKIE, setCookie } from '../people/cookies';
import { linkBook } from '../people/linkBook';
import type { Visitor } from '../people/visitors';

const MOST_BYTES = 4096;
const SECRET_BYTES = 24;

export function getMe({ name, role, link, gameId }: Visitor): Promise<Response> {
  return answer(() => Promise.resolve<MeReply>({ name, role, link, gameId }));
}

/** Gives oneself another name. */
export function putMe(request: Request, { role, link, gameId }: Visitor): Promise<Response> {
  return answer(async () => {
    const { name } = await readJson(request, nameRequest, MOST_BYTES);
    const me: MeReply = { name, role, link, gameId };
    return Response.json(me, { headers: { 'set-cookie': setCookie(request, NAME_COOKIE, name) } });
  });
}

const guesses = new GuessGuard(Date.now);

/** Comes in by a link. Nobody is known yet, so this route has no door before it. */
export function postJoin(request: Request): Promise<Response> {
  return answer(async () => {
    requireSameOrigin(request);
    const { waitSeconds } = guesses;
    if (waitSeconds > 0)
      throw new RequestFault(429, {
        code: 'too-many-guesses',
        message: 'Too many wrong links were shown.',
        hint: `Try again in ${waitSeconds} s.`,
      });
    const { secret, name } = await readJson(request, joinRequest, MOST_BYTES);
    const link = linkBook().find(secret);
    if (!link) {
      guesses.noteWrong();
      throw new RequestFault(401, {
        code: 'link-unknown',
        message: 'This link opens nothing: it is mistyped, or was withdrawn.',
        hint: 'Ask who gave it to you for a new one.',
      });
    }
    linkBook().noteUse(link.id, new Date());
    const { id, label, role, gameId } = link;
    const me: MeReply = { name, role, link: { id, label }, gameId };
    const headers = new Headers({ 'content-type': 'application/json' });
    headers.append('set-cookie', setCookie(request, LINK_COOKIE, secret));
    headers.append('set-cookie', setCookie(request, NAME_COOKIE, name));
    return new Response(JSON.stringify(me), { headers });
  });
}

/** Goes out again: the browser forgets the link, whether it is good or not. */
export function postLeave(request: Request): Promise<Response> {
  return answer(() => {
    requireSameOrigin(request);
    const headers = new Headers({ 'content-type': 'application/json' });
    for (const name of [LINK_COOKIE, NAME_COOKIE]) headers.append('set-cookie', setCookie(request, name, ''));
    return Promise.resolve(new Response('{}', { headers }));
  });
}

export function getLinks(): Promise<Response> {
  return answer(async (): Promise<LinksReply> => ({ links: (await listLinks()).map(describe) }));
}

function describe({ id, label, role, gameId, madeAt, lastUsedAt, withdrawnAt }: StoredLink): LinksReply['links'][0] {
  return { id, label, role, gameId, madeAt, lastUsedAt, withdrawnAt };
}

/** Makes a link; its secret is told in this reply and never again. */
export function postLink(request: Request): Promise<Response> {
  return answer(async (): Promise<MadeLinkReply> => {
    const asked = await readJson(request, newLink, MOST_BYTES);
    if (asked.gameId !== null && !(await findGameEntry(readGameId(asked.gameId))))
      throw notFound(`game \`${asked.gameId}\``, 'See the shelf for the games that there are.');
    const secret = randomBytes(SECRET_BYTES).toString('base64url');
    const link = await createLink(asked, hashOf(secret), new Date());
    if (!link)
      throw new RequestFault(409, {
        code: 'too-many-links',
        message: `There are ${MOST_LINKS} links already.`,
        hint: 'Withdraw some that nobody needs.',
      });
    await linkBook().load();
    return { link: describe(link), secret };
  });
}

/** Ends a link: whoever came by it is out at once. */
export function deleteLink(linkId: string): Promise<Response> {
  return answer(async (): Promise<LinksReply> => {
    const id = readNumber(linkId);
    if (!(await withdrawLink(id, new Date()))) throw notFound(`link ${id}`, 'It may have been withdrawn already.');
    await linkBook().load();
    company().sendAway(id);
    return { links: (await listLinks()).map(describe) };
  });
}

/** Who did what, the last first. */
export function getDeeds(request: Request): Promise<Response> {
  return answer((): Promise<DeedsReply> => pageOfDeeds(readQuery(request, deedsQuery)));
}
