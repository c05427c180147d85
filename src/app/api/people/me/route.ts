import { door } from '@/server/people/door';
import { getMe, putMe } from '@/server/routes/people';

export const dynamic = 'force-dynamic';

export const GET = door({ role: 'look' }, (_params, _request, visitor) => getMe(visitor));
export const PUT = door({ role: 'look' }, (_params, request, visitor) => putMe(request, visitor));
