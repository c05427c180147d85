import { door } from '@/server/people/door';
import { deleteNote, postAnswer, putTick } from '@/server/routes/notes';

interface Params {
  game: string;
  note: string;
}

export const POST = door<Params>(
  { role: 'play', deed: ({ note }) => `answered note ${note}` },
  ({ game, note }, request, visitor) => postAnswer(game, note, request, visitor),
);
export const PUT = door<Params>(
  { role: 'play', deed: ({ note }) => `ticked note ${note} off, or opened it again` },
  ({ game, note }, request, visitor) => putTick(game, note, request, visitor),
);
export const DELETE = door<Params>({ role: 'edit', deed: ({ note }) => `took away note ${note}` }, ({ game, note }) =>
  deleteNote(game, note),
);
