import { door } from '@/server/people/door';
import { deleteBatch, getReport } from '@/server/routes/batches';

interface Params {
  game: string;
  batch: string;
}

export const GET = door<Params>({ role: 'look' }, ({ game, batch }, request) => getReport(game, batch, request));
export const DELETE = door<Params>({ role: 'run', deed: ({ batch }) => `removed batch ${batch}` }, ({ game, batch }) =>
  deleteBatch(game, batch),
);
