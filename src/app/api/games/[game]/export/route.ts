import { exportGame } from '@/server/routes/games';

export const GET = async (_request: Request, { params }: { params: Promise<{ game: string }> }) =>
  exportGame((await params).game);
