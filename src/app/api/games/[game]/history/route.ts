import { door } from '@/server/people/door';
import { getHistory } from '@/server/routes/history';

export const GET = door<{ game: string }>({ role: 'look' }, ({ game }, request) => getHistory(game, request));
