import { door } from '@/server/people/door';
import { exportGame } from '@/server/routes/games';

export const GET = door<{ game: string }>({ role: 'look' }, ({ game }) => exportGame(game));
