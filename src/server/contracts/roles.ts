/**
 * What somebody may do, each more than the one before: see everything; play by hand and write notes; change games; start
 * batches; give links and see who did what. The last one is never given by a link.
 */
export const ROLES = ['look', 'play', 'edit', 'run', 'keep'] as const;
export type Role = (typeof ROLES)[number];
export const GIVEN_ROLES = ['look', 'play', 'edit', 'run'] as const;

/** Whether a role is enough for what needs another one. */
export function isEnough(role: Role, needed: Role): boolean {
  return ROLES.indexOf(role) >= ROLES.indexOf(needed);
}
