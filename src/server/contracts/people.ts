import * as z from 'zod';
import { GIVEN_ROLES, ROLES } from './roles';

const MOST_NAME = 40;
const MOST_LABEL = 80;
export const MOST_LINKS = 200;
export const MOST_DEEDS_PAGE = 200;

const role = z.enum(ROLES);
const name = z.string().trim().min(1).max(MOST_NAME);

export const linkInfo = z.object({
  id: z.number().int(),
  /** Whom it was made for. */
  label: z.string(),
  role,
  /** The one game that it opens; null for all. */
  gameId: z.string().nullable(),
  madeAt: z.string(),
  lastUsedAt: z.string().nullable(),
  withdrawnAt: z.string().nullable(),
});
export type LinkInfo = z.infer<typeof linkInfo>;

/** Who is asking. */
export const meReply = z.object({
  name: z.string(),
  role,
  /** By which link; null for who keeps this server. */
  link: z.object({ id: z.number().int(), label: z.string() }).nullable(),
  gameId: z.string().nullable(),
});
export type MeReply = z.infer<typeof meReply>;

export const linksReply = z.object({ links: z.array(linkInfo) });
export type LinksReply = z.infer<typeof linksReply>;

export const newLink = z.strictObject({
  label: z.string().trim().min(1).max(MOST_LABEL),
  role: z.enum(GIVEN_ROLES),
  gameId: z.string().max(64).nullable().default(null),
});
export type NewLink = z.input<typeof newLink>;

/** The secret is told this once; only its hash is kept. */
export const madeLinkReply = z.object({ link: linkInfo, secret: z.string() });
export type MadeLinkReply = z.infer<typeof madeLinkReply>;

export const joinRequest = z.strictObject({ secret: z.string().min(1).max(200), name });
export const nameRequest = z.strictObject({ name });

/** Something that somebody did, or was refused. */
export const deedInfo = z.object({
  id: z.number().int(),
  /** The last time, where it was done several times one after the other. */
  at: z.string(),
  firstAt: z.string(),
  times: z.number().int(),
  who: z.string(),
  role,
  linkLabel: z.string().nullable(),
  gameId: z.string().nullable(),
  what: z.string(),
  isRefused: z.boolean(),
});
export type DeedInfo = z.infer<typeof deedInfo>;

export const deedsReply = z.object({
  deeds: z.array(deedInfo),
  /** Whether there are earlier ones. */
  hasMore: z.boolean(),
});
export type DeedsReply = z.infer<typeof deedsReply>;

export const deedsQuery = z.strictObject({
  before: z.coerce.number().int().min(1).max(2_147_483_647).optional(),
  size: z.coerce.number().int().min(1).max(MOST_DEEDS_PAGE).default(50),
});
