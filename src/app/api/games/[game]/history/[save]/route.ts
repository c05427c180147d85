import { door } from '@/server/people/door';
import { putSaveName } from '@/server/routes/history';

export const PUT = door<{ game: string; save: string }>(
  { role: 'edit', deed: ({ save }) => `named version ${save}` },
  ({ game, save }, request) => putSaveName(game, save, request),
);
