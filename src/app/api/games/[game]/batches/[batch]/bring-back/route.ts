import { door } from '@/server/people/door';
import { postBringBackBatch } from '@/server/routes/batches';

export const POST = door<{ game: string; batch: string }>(
  { role: 'run', deed: ({ batch }) => `brought back batch ${batch}` },
  ({ game, batch }) => postBringBackBatch(game, batch),
);
