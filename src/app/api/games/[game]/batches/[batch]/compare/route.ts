import { door } from '@/server/people/door';
import { getComparison } from '@/server/routes/compare';

export const GET = door<{ game: string; batch: string }>({ role: 'look' }, ({ game, batch }, request) =>
  getComparison(game, batch, request),
);
