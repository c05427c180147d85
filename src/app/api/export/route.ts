import { door } from '@/server/http/door';
import { exportAll } from '@/server/routes/exportAll';

export const dynamic = 'force-dynamic';
export const GET = door({ role: 'look', isOfAll: true }, () => exportAll());
