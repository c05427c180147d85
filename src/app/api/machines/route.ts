import { door } from '@/server/http/door';
import { getMachines } from '@/server/routes/machines';

export const dynamic = 'force-dynamic';

export const GET = door({ role: 'look' }, () => getMachines());
