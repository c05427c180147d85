import { door } from '@/server/people/door';
import { getMachines } from '@/server/routes/machines';

export const dynamic = 'force-dynamic';

export const GET = door({ role: 'look' }, () => getMachines());
