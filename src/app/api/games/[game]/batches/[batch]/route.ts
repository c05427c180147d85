import { getReport } from '@/server/routes/batches';

interface Context {
  params: Promise<{ game: string; batch: string }>;
}

export async function GET(_request: Request, { params }: Context) {
  const { game, batch } = await params;
  return getReport(game, batch);
}
