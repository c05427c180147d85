import { getMetrics } from '@/server/routes/health';

export const dynamic = 'force-dynamic';

export const GET = () => getMetrics();
