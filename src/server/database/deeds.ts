import { Op } from 'sequelize';
import type { DeedInfo, DeedsReply } from '../contracts/people';
import type { Role } from '../contracts/roles';
import { database } from './connection';

/** The same deed of the same person within this time is one row with a count. */
const TOGETHER_MS = 600_000;
const KEPT_DAYS = 400;
const DAY_MS = 86_400_000;
const MOST_WHAT = 200;

/** Something that was done, or refused. */
export interface Deed {
  who: string;
  role: Role;
  linkId: number | null;
  gameId: string | null;
  what: string;
  isRefused: boolean;
}

interface LastDeed {
  id: number;
  at: Date;
  times: number;
  isWritten: boolean;
}

/** What is counted further is written this much later, once for all of it. */
const COUNT_MS = 1000;
let counting: NodeJS.Timeout | undefined;

/** The last deed of each person in each game, so that the same again is counted without being looked for. */
const last = new Map<string, { what: string; row: Promise<LastDeed> }>();
const MOST_REMEMBERED = 1000;

/** Writes a deed down. */
export async function noteDeed(deed: Deed, now: Date): Promise<void> {
  const what = deed.what.slice(0, MOST_WHAT);
  const who = JSON.stringify([deed.who, deed.linkId, deed.gameId, deed.isRefused]);
  const before = last.get(who);
  if (before?.what === what) {
    const row = await before.row;
    if (now.getTime() - row.at.getTime() <= TOGETHER_MS) {
      Object.assign(row, { at: now, times: row.times + 1, isWritten: false });
      counting ??= setTimeout(() => void writeCounts().catch(() => undefined), COUNT_MS).unref();
      return;
    }
  }
  const created = database().models.deeds.create({ ...deed, what, firstAt: now, at: now, times: 1 });
  const row = created.then(({ id }) => ({ id, at: now, times: 1, isWritten: true }));
  last.delete(who);
  last.set(who, { what, row });
  row.catch(() => last.delete(who));
  for (const [oldest] of last) if (last.size > MOST_REMEMBERED) last.delete(oldest);
  await created;
}

async function writeCounts(): Promise<void> {
  clearTimeout(counting);
  counting = undefined;
  for (const { row } of [...last.values()]) {
    const deed = await row;
    if (deed.isWritten) continue;
    const { id, at, times } = deed;
    deed.isWritten = true;
    await database().models.deeds.update({ at, times }, { where: { id } });
  }
}

/** Deeds, the last one first; those before a number where one is given. */
export async function pageOfDeeds({ before, size }: { before?: number; size: number }): Promise<DeedsReply> {
  await writeCounts();
  const { models } = database();
  const rows = await models.deeds.findAll({
    where: before === undefined ? {} : { id: { [Op.lt]: before } },
    order: [['id', 'DESC']],
    limit: size + 1,
  });
  const links = await models.links.findAll({ attributes: ['id', 'label'] });
  const labels = new Map(links.map(({ id, label }) => [id, label]));
  const deeds = rows
    .slice(0, size)
    .map(({ id, at, firstAt, times, who, role, linkId, gameId, what, isRefused }): DeedInfo => ({
      ...{ id, times, who, role: role as Role, gameId, what, isRefused },
      at: at.toISOString(),
      firstAt: firstAt.toISOString(),
      linkLabel: linkId === null ? null : (labels.get(linkId) ?? `link ${linkId}`),
    }));
  return { deeds, hasMore: rows.length > size };
}

/** Takes out what is older than four hundred days; says how many. */
export function dropOldDeeds(now: Date): Promise<number> {
  const limit = new Date(now.getTime() - KEPT_DAYS * DAY_MS);
  return database().models.deeds.destroy({ where: { at: { [Op.lt]: limit } } });
}
