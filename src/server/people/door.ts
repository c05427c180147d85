import { isEnough, type Role } from '../contracts/roles';
import { noteDeed } from '../database/deeds';
import { log } from '../log';
import { visitorOf, type Visitor } from './visitors';
import { answer } from '../http/faults';
import { RequestFault } from '../http/requestFault';
import { requireSameOrigin } from '../http/requests';

/** What a route asks of those who come, and what is written down of what they do. */
export interface DoorRule<Params> {
  role: Role;
  /** Whether it touches more than one game, so that a link to one does not open it. */
  isOfAll?: boolean;
  /** What was done, in words that follow a name: "started batch 12"; of a reply that was sound. Left out, nothing is written down. */
  deed?: (params: Params, reply: Record<string, unknown>) => string;
}

type Handle<Params> = (params: Params, request: Request, visitor: Visitor) => Promise<Response>;

/**
 * The one way into every route below `/api`: says who comes, lets nobody do more than the link allows, takes changes only from
 * the pages of this server, and writes down what was done and what was refused.
 */
export function door<Params extends object>(
  { role, isOfAll = false, deed }: DoorRule<Params>,
  handle: Handle<Params>,
): (request: Request, context: { params: Promise<Params> }) => Promise<Response> {
  return (request, context) =>
    answer(async () => {
      // The web server gives none where the address asks for none.
      const params: Params & { game?: string } = (await context.params) ?? ({} as Params);
      const isChange = request.method !== 'GET' && request.method !== 'HEAD';
      if (isChange) requireSameOrigin(request);
      const visitor = visitorOf(request);
      const write = (what: string, isRefused: boolean) => writeDown(visitor, params.game ?? null, what, isRefused);
      try {
        requireRight(visitor, role, isOfAll ? null : params.game);
      } catch (fault) {
        if (isChange) write(`${request.method} ${new URL(request.url).pathname}`, true);
        throw fault;
      }
      const response = await handle(params, request, visitor);
      if (deed && response.ok) write(deed(params, (await response.clone().json()) as Record<string, unknown>), false);
      return response;
    });
}

/** `game` is null for what touches all, and undefined for what touches none. */
function requireRight({ role, link, gameId }: Visitor, needed: Role, game: string | null | undefined): void {
  if (gameId !== null && game !== undefined && game !== gameId)
    throw new RequestFault(403, {
      code: 'other-game',
      message: `Your link opens the game \`${gameId}\` only.`,
      hint: 'Ask who gave it to you for one that opens this game, too.',
    });
  if (isEnough(role, needed)) return;
  throw new RequestFault(403, {
    code: 'not-allowed',
    message: `Your link lets you ${role}; this needs one to ${needed}.`,
    hint: `Nothing was changed. Ask who gave you the link${link ? ` "${link.label}"` : ''} for another one.`,
  });
}

/** In its own time: nobody waits for it, and what cannot be written down is told to the log. */
function writeDown({ name, role, link }: Visitor, gameId: string | null, what: string, isRefused: boolean): void {
  const deed = { who: name, role, linkId: link?.id ?? null, gameId: gameId?.slice(0, 64) ?? null, what, isRefused };
  noteDeed(deed, new Date()).catch((error: unknown) => log.warn({ err: error, deed }, 'a deed is not written down'));
}
