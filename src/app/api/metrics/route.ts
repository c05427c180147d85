import { door } from '@/server/http/door';
import { getMetrics } from '@/server/routes/health';

export const dynamic = 'force-dynamic';

export const GET = door({ role: 'keep' }, () => getMetrics());
