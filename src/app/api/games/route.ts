import { getGames, postGame } from '@/server/routes/games';

export const dynamic = 'force-dynamic';

export const GET = () => getGames();
export const POST = (request: Request) => postGame(request);
