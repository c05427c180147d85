import { door } from '@/server/people/door';
import { deleteGame, getGame, putGame } from '@/server/routes/games';

interface Params {
  game: string;
}

export const GET = door<Params>({ role: 'look' }, ({ game }) => getGame(game));
export const PUT = door<Params>({ role: 'edit', deed: () => 'saved' }, ({ game }, request, visitor) =>
  putGame(game, request, visitor),
);
export const DELETE = door<Params>({ role: 'edit', deed: () => 'removed the game' }, ({ game }) => deleteGame(game));
