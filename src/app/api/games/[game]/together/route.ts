import { door } from '@/server/people/door';
import { getTogether, postPlace } from '@/server/routes/together';

export const dynamic = 'force-dynamic';
export const GET = door<{ game: string }>({ role: 'look' }, ({ game }, request, visitor) =>
  getTogether(game, request, visitor),
);
export const POST = door<{ game: string }>({ role: 'look' }, ({ game }, request) => postPlace(game, request));
