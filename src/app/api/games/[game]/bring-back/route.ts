import { postBringBack } from '@/server/routes/games';

export const POST = async (request: Request, { params }: { params: Promise<{ game: string }> }) =>
  postBringBack((await params).game, request);
