import { getEvents } from '@/server/routes/batches';

interface Context {
  params: Promise<{ game: string; batch: string }>;
}

export async function GET(request: Request, { params }: Context) {
  const { game, batch } = await params;
  return getEvents(game, batch, request);
}
