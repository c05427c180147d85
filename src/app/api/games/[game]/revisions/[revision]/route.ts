import { getRevision } from '@/server/routes/games';

export async function GET(_request: Request, { params }: { params: Promise<{ game: string; revision: string }> }) {
  const { game, revision } = await params;
  return getRevision(game, revision);
}
