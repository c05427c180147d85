import { door } from '@/server/people/door';
import { postCancel } from '@/server/routes/batches';

export const POST = door<{ game: string; batch: string }>(
  { role: 'run', deed: ({ batch }) => `cancelled batch ${batch}` },
  ({ game, batch }) => postCancel(game, batch),
);
