import { door } from '@/server/people/door';
import { getRevision } from '@/server/routes/games';

export const GET = door<{ game: string; revision: string }>({ role: 'look' }, ({ game, revision }) =>
  getRevision(game, revision),
);
