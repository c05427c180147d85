import { door } from '@/server/people/door';
import { postRestore } from '@/server/routes/history';

export const POST = door<{ game: string; save: string }>(
  { role: 'edit', deed: ({ save }) => `went back to version ${save}` },
  ({ game, save }, request, visitor) => postRestore(game, save, request, visitor),
);
