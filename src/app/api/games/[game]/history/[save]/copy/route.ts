import { door } from '@/server/people/door';
import { postCopy } from '@/server/routes/history';

export const POST = door<{ game: string; save: string }>(
  { role: 'edit', isOfAll: true, deed: ({ save }, { id }) => `made the game ${String(id)} of version ${save}` },
  ({ game, save }) => postCopy(game, save),
);
