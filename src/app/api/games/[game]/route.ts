import { deleteGame, getGame, putGame } from '@/server/routes/games';

interface Context {
  params: Promise<{ game: string }>;
}

export const GET = async (_request: Request, { params }: Context) => getGame((await params).game);
export const PUT = async (request: Request, { params }: Context) => putGame((await params).game, request);
export const DELETE = async (request: Request, { params }: Context) => deleteGame((await params).game, request);
