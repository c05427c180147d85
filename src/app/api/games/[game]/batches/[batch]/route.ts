import { deleteBatch, getReport } from '@/server/routes/batches';

interface Context {
  params: Promise<{ game: string; batch: string }>;
}

export async function GET(request: Request, { params }: Context) {
  const { game, batch } = await params;
  return getReport(game, batch, request);
}

export async function DELETE(request: Request, { params }: Context) {
  const { game, batch } = await params;
  return deleteBatch(game, batch, request);
}
