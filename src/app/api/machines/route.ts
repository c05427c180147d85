import { getMachines } from '@/server/routes/machines';

export const dynamic = 'force-dynamic';

export const GET = () => getMachines();
