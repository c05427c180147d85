import { door } from '@/server/people/door';
import { getRunTable } from '@/server/routes/batches';

export const GET = door<{ game: string; batch: string }>({ role: 'look' }, ({ game, batch }) =>
  getRunTable(game, batch),
);
