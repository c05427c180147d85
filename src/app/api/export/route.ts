import { door } from '@/server/people/door';
import { exportAll } from '@/server/routes/exportAll';

export const dynamic = 'force-dynamic';
export const GET = door({ role: 'look', isOfAll: true }, () => exportAll());
