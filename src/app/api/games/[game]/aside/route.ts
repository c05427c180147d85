import { door } from '@/server/people/door';
import { postAside } from '@/server/routes/history';

export const POST = door<{ game: string }>({ role: 'edit', deed: () => 'set a version aside' }, ({ game }, request) =>
  postAside(game, request),
);
