import type { Role } from '@/server/contracts/roles';

/** What each role may do, in a word and in a sentence. */
export const ROLE_WORDS: Readonly<Record<Role, { label: string; about: string }>> = {
  look: { label: 'look', about: 'sees games, levels, replays and reports, and changes nothing that is kept' },
  play: { label: 'play', about: 'as “look”, and writes notes, answers them and ticks them off' },
  edit: { label: 'edit', about: 'as “play”, and changes games, brings them and removes them' },
  run: { label: 'run', about: 'as “edit”, and starts, cancels and removes batches on this server' },
  keep: { label: 'keep', about: 'may do everything, gives links and sees who did what' },
};

/** The address by which somebody comes in; the secret stands where it is sent to no server and kept in no log. */
export function addressOfLink(origin: string, secret: string): string {
  return `${origin}/join#${secret}`;
}
