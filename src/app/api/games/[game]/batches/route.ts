import { door } from '@/server/people/door';
import { getBatches, postBatch } from '@/server/routes/batches';

export const GET = door<{ game: string }>({ role: 'look' }, ({ game }) => getBatches(game));
export const POST = door<{ game: string }>(
  { role: 'run', deed: (_params, { id }) => `started batch ${String(id)}` },
  ({ game }, request) => postBatch(game, request),
);
