import { door } from '@/server/people/door';
import { getMetrics } from '@/server/routes/health';

export const dynamic = 'force-dynamic';

export const GET = door({ role: 'keep' }, () => getMetrics());
