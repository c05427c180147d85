import { door } from '@/server/http/door';
import { getDeeds } from '@/server/routes/people';

export const dynamic = 'force-dynamic';

export const GET = door({ role: 'keep' }, (_params, request) => getDeeds(request));
