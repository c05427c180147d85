import { putSaveName } from '@/server/routes/history';

interface Context {
  params: Promise<{ game: string; save: string }>;
}

export async function PUT(request: Request, { params }: Context) {
  const { game, save } = await params;
  return putSaveName(game, save, request);
}
