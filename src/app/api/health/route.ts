import { door } from '@/server/http/door';
import { getHealth } from '@/server/routes/health';

export const dynamic = 'force-dynamic';

export const GET = door({ role: 'keep' }, () => getHealth());
