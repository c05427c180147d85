import { door } from '@/server/people/door';
import { getEvents } from '@/server/routes/batches';

export const GET = door<{ game: string; batch: string }>({ role: 'look' }, ({ game, batch }, request) =>
  getEvents(game, batch, request),
);
