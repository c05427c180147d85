import type { Role } from '../contracts/roles';
import { RequestFault } from '../http/requestFault';
import { cookieOf, LINK_COOKIE, NAME_COOKIE } from './cookies';
import { linkBook } from './linkBook';

/** Who is asking, and what that person may do. */
export interface Visitor {
  name: string;
  role: Role;
  /** By which link; null for who keeps this server: that person came past the guard at the door by token or from this machine. */
  link: { id: number; label: string } | null;
  /** The one game that is open to this person; null for all. */
  gameId: string | null;
}

export const KEEPER: Visitor = { name: 'Keeper', role: 'keep', link: null, gameId: null };

/** Who is asking. Throws where somebody comes by a link that is good no more. */
export function visitorOf(request: Request): Visitor {
  const name = cookieOf(request, NAME_COOKIE)?.trim().slice(0, 40);
  const secret = cookieOf(request, LINK_COOKIE);
  if (secret === undefined) return name ? { ...KEEPER, name } : KEEPER;
  const link = linkBook().find(secret);
  if (!link)
    throw new RequestFault(401, {
      code: 'link-gone',
      message: 'The link by which you came in was withdrawn.',
      hint: 'Ask who gave it to you for a new one, or leave on the page /join.',
    });
  linkBook().noteUse(link.id, new Date());
  return {
    name: name || link.label,
    role: link.role,
    link: { id: link.id, label: link.label },
    gameId: link.gameId,
  };
}
