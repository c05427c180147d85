import { door } from '@/server/people/door';
import { getDeeds } from '@/server/routes/people';

export const dynamic = 'force-dynamic';

export const GET = door({ role: 'keep' }, (_params, request) => getDeeds(request));
