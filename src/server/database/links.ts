import { MOST_LINKS, type LinkInfo, type NewLink } from '../contracts/people';
import type { Role } from '../contracts/roles';
import { database, inTransaction } from './connection';
import type { LinkRow } from './models';

/** A link with the hash of its secret. */
export interface StoredLink extends LinkInfo {
  secretHash: string;
}

/** All links, withdrawn ones among them, the newest first. */
export async function listLinks(): Promise<StoredLink[]> {
  return (await database().models.links.findAll({ order: [['id', 'DESC']] })).map(describe);
}

function describe({ id, label, role, gameId, secretHash, madeAt, lastUsedAt, withdrawnAt }: LinkRow): StoredLink {
  return {
    ...{ id, label, role: role as Role, gameId, secretHash },
    madeAt: madeAt.toISOString(),
    lastUsedAt: lastUsedAt?.toISOString() ?? null,
    withdrawnAt: withdrawnAt?.toISOString() ?? null,
  };
}

/** Notes a link down; undefined where there are as many as there may be. */
export function createLink(
  { label, role, gameId = null }: NewLink,
  secretHash: string,
  now: Date,
): Promise<StoredLink | undefined> {
  const { links } = database().models;
  return inTransaction(async (transaction) => {
    if ((await links.count({ where: { withdrawnAt: null }, transaction })) >= MOST_LINKS) return undefined;
    const row = { label, role, gameId, secretHash, madeAt: now, lastUsedAt: null, withdrawnAt: null };
    return describe(await links.create(row, { transaction }));
  });
}

/** Ends a link; false where there is none of that number that could be ended. */
export async function withdrawLink(id: number, now: Date): Promise<boolean> {
  const [changed] = await database().models.links.update({ withdrawnAt: now }, { where: { id, withdrawnAt: null } });
  return changed > 0;
}

export async function noteLinkUse(id: number, now: Date): Promise<void> {
  await database().models.links.update({ lastUsedAt: now }, { where: { id } });
}
