import { postAside } from '@/server/routes/history';

export const POST = async (request: Request, { params }: { params: Promise<{ game: string }> }) =>
  postAside((await params).game, request);
