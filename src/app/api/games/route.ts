import { door } from '@/server/people/door';
import { getGames, postGame } from '@/server/routes/games';

export const dynamic = 'force-dynamic';

export const GET = door({ role: 'look' }, (_params, _request, visitor) => getGames(visitor));
export const POST = door(
  { role: 'edit', deed: (_params, { id }) => `put the game ${String(id)} on the shelf` },
  (_params, request, visitor) => postGame(request, visitor),
);
