import type { Person, PlaceInGame, TogetherEvent } from '../contracts/together';
import type { Visitor } from './visitors';

/** So many windows of one game are told of; more may look, unseen. */
const MOST_PEOPLE = 100;

/** Changes of who is where within this time are told together. */
const TOGETHER_MS = 50;

interface Member extends Person {
  linkId: number | null;
  tell: (event: TogetherEvent) => void;
  sendAway: () => void;
}

/** Who has which game open just now, and what each of them is told as it happens. Nothing of it is kept. */
export class Company {
  private lastId = 0;
  private readonly telling = new Map<string, NodeJS.Timeout>();
  private readonly rooms = new Map<string, Map<string, Member>>();

  /** Somebody opens a game; gives the function by which that window leaves. */
  enter(
    gameId: string,
    tab: string,
    { name, role, link }: Visitor,
    hear: Pick<Member, 'tell' | 'sendAway'>,
  ): () => void {
    const room = this.rooms.get(gameId) ?? new Map<string, Member>();
    this.rooms.set(gameId, room);
    const before = room.get(tab);
    const place: PlaceInGame = { levelId: before?.levelId ?? null, selection: before?.selection ?? [] };
    const member: Member = { id: ++this.lastId, name, role, linkId: link?.id ?? null, ...place, ...hear };
    room.set(tab, member);
    before?.sendAway();
    this.tellWhoIsHere(gameId);
    return () => {
      // The same window may have come in anew meanwhile.
      if (room.get(tab) !== member) return;
      room.delete(tab);
      if (room.size === 0) this.rooms.delete(gameId);
      this.tellWhoIsHere(gameId);
    };
  }

  /** Somebody goes elsewhere in a game; false where that window is not here. */
  move(gameId: string, tab: string, place: PlaceInGame): boolean {
    const member = this.rooms.get(gameId)?.get(tab);
    if (!member) return false;
    Object.assign(member, place);
    this.tellWhoIsHere(gameId);
    return true;
  }

  tell(gameId: string, event: TogetherEvent): void {
    for (const member of this.rooms.get(gameId)?.values() ?? []) member.tell(event);
  }

  /** Everybody who came by a link goes. */
  sendAway(linkId: number): void {
    for (const room of [...this.rooms.values()])
      for (const member of [...room.values()]) if (member.linkId === linkId) member.sendAway();
  }

  /** A moment later, and then once for all that has changed: a hundred who come at once are not told of a hundred times. */
  private tellWhoIsHere(gameId: string): void {
    if (this.telling.has(gameId)) return;
    const timer = setTimeout(() => {
      this.telling.delete(gameId);
      const room = [...(this.rooms.get(gameId)?.values() ?? [])];
      const people = room.slice(0, MOST_PEOPLE + 1).map(describe);
      for (const member of room)
        member.tell({ type: 'here', others: people.filter(({ id }) => id !== member.id).slice(0, MOST_PEOPLE) });
    }, TOGETHER_MS);
    timer.unref();
    this.telling.set(gameId, timer);
  }
}

/** The name of a window is known to nobody but itself: by it one says where that window is. */
function describe({ id, name, role, levelId, selection }: Member): Person {
  return { id, name, role, levelId, selection };
}

// Kept on globalThis, since the web server loads modules more than once.
const holder = globalThis as unknown as { gorgeCompany?: Company };

export function company(): Company {
  holder.gorgeCompany ??= new Company();
  return holder.gorgeCompany;
}
