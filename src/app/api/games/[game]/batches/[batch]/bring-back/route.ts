import { postBringBackBatch } from '@/server/routes/batches';

interface Context {
  params: Promise<{ game: string; batch: string }>;
}

export async function POST(request: Request, { params }: Context) {
  const { game, batch } = await params;
  return postBringBackBatch(game, batch, request);
}
