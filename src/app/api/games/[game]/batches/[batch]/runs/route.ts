import { door } from '@/server/people/door';
import { getRuns } from '@/server/routes/batches';

export const GET = door<{ game: string; batch: string }>({ role: 'look' }, ({ game, batch }, request) =>
  getRuns(game, batch, request),
);
