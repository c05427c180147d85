import { getHistory } from '@/server/routes/history';

export const GET = async (request: Request, { params }: { params: Promise<{ game: string }> }) =>
  getHistory((await params).game, request);
