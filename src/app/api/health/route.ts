import { door } from '@/server/people/door';
import { getHealth } from '@/server/routes/health';

export const dynamic = 'force-dynamic';

export const GET = door({ role: 'keep' }, () => getHealth());
