import { getComparison } from '@/server/routes/compare';

interface Context {
  params: Promise<{ game: string; batch: string }>;
}

export async function GET(request: Request, { params }: Context) {
  const { game, batch } = await params;
  return getComparison(game, batch, request);
}
