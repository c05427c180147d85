import { postCopy } from '@/server/routes/history';

interface Context {
  params: Promise<{ game: string; save: string }>;
}

export async function POST(request: Request, { params }: Context) {
  const { game, save } = await params;
  return postCopy(game, save, request);
}
