import { exportAll } from '@/server/routes/exportAll';

export const dynamic = 'force-dynamic';
export const GET = () => exportAll();
