import { door } from '@/server/people/door';
import { postBringBack } from '@/server/routes/games';

export const POST = door<{ game: string }>({ role: 'edit', deed: () => 'brought the game back' }, ({ game }) =>
  postBringBack(game),
);
