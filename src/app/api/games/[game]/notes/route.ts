import { door } from '@/server/people/door';
import { getNotes, postNote } from '@/server/routes/notes';

export const GET = door<{ game: string }>({ role: 'look' }, ({ game }) => getNotes(game));
export const POST = door<{ game: string }>({ role: 'play', deed: () => 'wrote a note' }, ({ game }, request, visitor) =>
  postNote(game, request, visitor),
);
