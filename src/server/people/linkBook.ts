import { listLinks, noteLinkUse, type StoredLink } from '../database/links';
import { hashOf } from '../http/tokens';
import { log } from '../log';

/** The use of a link is written down no oftener than this. */
const USE_MS = 60_000;

/** The links that open this server, held in memory: whoever asks is known without asking the database. */
export class LinkBook {
  private byHash = new Map<string, StoredLink>();
  private readonly usedAt = new Map<number, number>();

  /** Reads the links anew; called at the start and after every change of them. */
  async load(): Promise<void> {
    this.byHash = new Map((await listLinks()).map((link) => [link.secretHash, link]));
  }

  /** The link of a secret; undefined where there is none or it was withdrawn. */
  find(secret: string): StoredLink | undefined {
    const link = this.byHash.get(hashOf(secret));
    return link?.withdrawnAt === null ? link : undefined;
  }

  /** Writes down that a link was used, in its own time. */
  noteUse(id: number, now: Date): void {
    if (now.getTime() - (this.usedAt.get(id) ?? 0) < USE_MS) return;
    this.usedAt.set(id, now.getTime());
    noteLinkUse(id, now).catch((error: unknown) => log.warn({ err: error, link: id }, 'the use of a link is not kept'));
  }
}

// Kept on globalThis, since the web server loads modules more than once.
const holder = globalThis as unknown as { gorgeLinkBook?: LinkBook };

export function linkBook(): LinkBook {
  holder.gorgeLinkBook ??= new LinkBook();
  return holder.gorgeLinkBook;
}
