import { Op } from 'sequelize';
import type { DeedInfo, DeedsReply } from '../contracts/people';
import type { Role } from '../contracts/roles';
import { database, inTransaction } from './connection';

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

/** Writes a deed down. */
export function noteDeed(deed: Deed, now: Date): Promise<void> {
  const { deeds } = database().models;
  const row = { ...deed, what: deed.what.slice(0, MOST_WHAT) };
  return inTransaction(async (transaction) => {
    const { who, linkId, gameId, isRefused, what } = row;
    const last = await deeds.findOne({
      where: { who, linkId, gameId, isRefused, at: { [Op.gte]: new Date(now.getTime() - TOGETHER_MS) } },
      order: [['id', 'DESC']],
      transaction,
    });
    if (last?.what === what) await last.update({ at: now, times: last.times + 1 }, { transaction });
    else await deeds.create({ ...row, firstAt: now, at: now, times: 1 }, { transaction });
  });
}

/** Deeds, the last one first; those before a number where one is given. */
export async function pageOfDeeds({ before, size }: { before?: number; size: number }): Promise<DeedsReply> {
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
